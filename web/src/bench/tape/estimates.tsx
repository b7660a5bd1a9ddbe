import { useDeferredValue, useMemo } from 'react'
import { isBlunder, lengthAnswer, lengthReadingName, type LengthAnswer, targetOf } from '@emery/core/length'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import { HEIGHT, RULE_BOTTOM, RULE_TOP, type Scale } from './scale.ts'
import styles from './tape.module.css'

const BAND_TOP = 5
const BAND_HEIGHT = 15
/** Pixels a band needs for its word. */
const WORD_PX = 40

interface BandsProps {
  readonly answer: LengthAnswer
  readonly reach: readonly [number, number]
  readonly scale: Scale
}

/** Over the rule: which lengths would be tight, good or long, in words. */
export function VerdictBands({ answer: { window }, reach: [from, to], scale }: BandsProps) {
  const bands =
    window === null
      ? [{ word: '', from, to, kind: 'reach' }]
      : [
          { word: 'tight', from, to: Math.max(from, window.from), kind: 'reach' },
          { word: window.verdict === 'good' ? 'good' : 'short life', from: window.from, to: window.to, kind: 'good' },
          { word: 'long', from: window.to, to: Math.max(to, window.to), kind: 'reach' },
        ]
  return (
    <g className={styles['bands']}>
      {bands.map((band) => {
        const [x, end] = [scale(band.from), scale(band.to)]
        const wide = Math.max(end - x, band.kind === 'good' ? 2 : 0)
        return (
          <g key={band.word} data-kind={band.kind}>
            <rect x={x} y={BAND_TOP} width={wide} height={BAND_HEIGHT} />
            {wide > WORD_PX && (
              <text x={(x + end) / 2} y={BAND_TOP + 12} textAnchor="middle">
                {band.word}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

interface EstimatesProps {
  readonly answer: LengthAnswer
  readonly scale: Scale
  readonly width: number
}

/** Between bands and rule: each reading with its spread, the fused answer in garnet; what does not count runs through the rule. */
export function Estimates({ answer, scale, width }: EstimatesProps) {
  const lengths = useLengths()
  const target = targetOf(answer)
  const { wanted } = answer
  const inside = (length: number) => scale(length) > 0 && scale(length) < width
  return (
    <g className={styles['estimates']} pointerEvents="none">
      {answer.sources.map((source) => {
        const { id, reading, length, sigma, bound, not } = source
        if (length === null || sigma === null || bound === 'about' || !inside(length)) return null
        const name = reading === null ? 'geometry' : lengthReadingName(reading, lengths.text)
        const x = scale(length)
        if (not !== null || isBlunder(source))
          return (
            <g key={id} data-not>
              <line x1={x} x2={x} y1={RULE_TOP} y2={RULE_BOTTOM + 6} />
              <text x={x} y={HEIGHT - 8} textAnchor={x > width - 90 ? 'end' : 'middle'}>
                {reading?.how === 'label' ? `old label ${lengths.whole(length)}` : lengths.whole(length)}
              </text>
              <title>{`${name}: ${not === null ? 'probably a mistake' : 'not counted'}`}</title>
            </g>
          )
        if (bound !== null) {
          // A belt that would not go on, or stayed slack, points to the side on which the right one lies.
          const way = bound === 'longer' ? 1 : -1
          return (
            <g key={id} data-bound>
              <path d={`M${x} 20v14M${x} 27h${way * 16}m${-way * 5} -4l${way * 5} 4l${-way * 5} 4`} />
              <title>{`${name}: the right belt is ${bound}`}</title>
            </g>
          )
        }
        return (
          <g key={id}>
            <line x1={scale(length - sigma)} x2={scale(length + sigma)} y1={27} y2={27} />
            <circle cx={x} cy={27} r={3.5} />
            <title>{`${name}: ${lengths.text(length)} ± ${lengths.text(sigma)}`}</title>
          </g>
        )
      })}
      <Before answer={answer} scale={scale} />
      {target !== null && wanted !== null && (
        <g data-wanted>
          <rect
            x={scale(wanted.low)}
            y={RULE_TOP - 4}
            width={Math.max(2, scale(wanted.high) - scale(wanted.low))}
            height={4}
          />
          <path d={`M${scale(target)} ${RULE_TOP + 9}l-7 -11h14Z`} />
          <title>{`wanted: ${lengths.text(target)}; 9 in 10 between ${lengths.text(wanted.low)} and ${lengths.text(wanted.high)}`}</title>
        </g>
      )}
    </g>
  )
}

/** What the answer was before the last reading, dashed: how far that one moved it is seen at once. */
function Before({ answer, scale }: { readonly answer: LengthAnswer; readonly scale: Scale }) {
  const { settled, belt } = useBench()
  const asked = useDeferredValue(useMemo(() => ({ settled, belt, answer }), [settled, belt, answer]))
  const before = useMemo(() => {
    const readings = asked.answer.sources.flatMap(({ reading }) => reading ?? [])
    if (asked.belt === undefined || readings.length === 0) return null
    return lengthAnswer(asked.settled, asked.belt, readings.slice(0, -1)).wanted
  }, [asked])
  if (before === null) return null
  const [from, to] = [scale(before.low), scale(before.high)]
  return (
    <g data-before>
      <rect x={from} y={RULE_TOP - 10} width={Math.max(2, to - from)} height={6} />
      <title>Before the last reading</title>
    </g>
  )
}
