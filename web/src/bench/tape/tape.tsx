import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { useEffect, useRef, useState } from 'react'
import {
  beltLabel,
  beltsInReach,
  beltWanted,
  inchFraction,
  MM_PER_INCH,
  setBeltLength,
  type SettledBelt,
} from '@emery/core'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import styles from './tape.module.css'

const HEIGHT = 112
const RULE_TOP = 36
const RULE_BOTTOM = 84
const SIDE = 24
/** Pixels that the label of a belt below the rule needs to itself. */
const LABEL_PX = 74

type Scale = ScaleLinear<number, number>

/** A steel rule over the lengths the belt in hand can take: its reach, what it wants, what is on it, and what is made. */
export function Tape() {
  const { belt } = useBench()
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useEffect(() => {
    if (box.current === null) return
    const observer = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? 0))
    observer.observe(box.current)
    return () => observer.disconnect()
  }, [])
  const span = belt === undefined ? null : spanOf(belt)
  return (
    <div ref={box} className={styles['tape']}>
      {belt === undefined || span === null ? (
        <p>The tape shows the lengths a belt can take, once a belt can run here.</p>
      ) : (
        width > 0 && (
          <Rule belt={belt} scale={scaleLinear(span.domain, [SIDE, width - SIDE])} reach={span.reach} width={width} />
        )
      )}
    </div>
  )
}

interface Span {
  readonly reach: readonly [number, number]
  readonly domain: [number, number]
}

/** The stretch of the rule to show: the reach with as much again on both sides, and the belt on the engine if it is not far off. */
function spanOf({ belt, adjuster, path }: SettledBelt): Span | null {
  const [a, b] = [adjuster?.lengthAt(0)?.length, adjuster?.lengthAt(1)?.length]
  const fixed = path.ok ? path.length : null
  const ends = a === undefined || b === undefined ? (fixed === null ? null : [fixed, fixed]) : [a, b]
  if (ends === null) return null
  const [from, to] = ends.toSorted((x, y) => x - y) as [number, number]
  const margin = Math.max(0.45 * (to - from), 20)
  const belts = belt.length === null || Math.abs(belt.length - from) > 6 * margin ? [] : [belt.length]
  return {
    reach: [from, to],
    domain: [Math.min(from - margin, ...belts.map((l) => l - 10)), Math.max(to + margin, ...belts.map((l) => l + 10))],
  }
}

interface RuleProps {
  readonly belt: SettledBelt
  readonly scale: Scale
  readonly reach: readonly [number, number]
  readonly width: number
}

function Rule({ belt, scale, reach, width }: RuleProps) {
  const { settled } = useBench()
  const lengths = useLengths()
  const wanted = beltWanted(belt)
  const { section, ribs, length, name } = belt.belt
  const marks = belt.adjuster?.adjuster.kind === 'spring-arm' ? belt.adjuster.adjuster.marks : undefined
  const between = (u: number) => belt.adjuster?.lengthAt(u)?.length
  const [goodFrom, goodTo] = marks === undefined ? [undefined, undefined] : [between(marks.min), between(marks.nominal)]
  const title = settled.belts.length > 1 ? name : null
  return (
    <svg viewBox={`0 0 ${width} ${HEIGHT}`} width="100%" role="group" aria-label={`Lengths that ${name} can take`}>
      <rect className={styles['steel']} x={0} y={RULE_TOP} width={width} height={RULE_BOTTOM - RULE_TOP} />
      <Ticks scale={scale} inches={lengths.style === 'inch'} />
      <text className={styles['soft']} x={scale(reach[0]) - 8} y={19} textAnchor="end">
        {title === null ? 'released' : `${title}: released`}
      </text>
      <rect
        className={styles['reach']}
        x={scale(reach[0])}
        y={11}
        width={Math.max(2, scale(reach[1]) - scale(reach[0]))}
        height={9}
      />
      {goodFrom !== undefined && goodTo !== undefined && (
        <rect
          className={styles['good']}
          x={scale(goodFrom)}
          y={11}
          width={Math.max(0, scale(goodTo) - scale(goodFrom))}
          height={9}
        />
      )}
      <text className={styles['soft']} x={scale(reach[1]) + 8} y={19}>
        taken up
      </text>
      <StandardBelts belt={belt} scale={scale} />
      {wanted !== undefined && (
        <path className={styles['wanted']} d={`M${scale(wanted.length)} ${RULE_TOP}l-8 -13h16Z`}>
          <title>{`wanted: ${lengths.text(wanted.length)}`}</title>
        </path>
      )}
      {length !== null && <OnIt x={scale(length)} width={width} label={beltLabel(section, ribs, length)} />}
    </svg>
  )
}

/** The belt on the engine, a garnet line across the rule. */
function OnIt({ x, width, label }: { readonly x: number; readonly width: number; readonly label: string }) {
  const anchor = x < 60 ? 'start' : x > width - 60 ? 'end' : 'middle'
  return (
    <g className={styles['onIt']}>
      {/* Broken where the rule's own figures stand. */}
      <line x1={x} x2={x} y1={RULE_TOP - 5} y2={RULE_TOP + 4} />
      <line x1={x} x2={x} y1={RULE_BOTTOM - 24} y2={RULE_BOTTOM + 6} />
      <text x={x} y={HEIGHT - 8} textAnchor={anchor}>
        {label}
      </text>
    </g>
  )
}

/** Standard lengths as ticks with their sizes; looked at, the adjuster moves; pressed, the belt is on. */
function StandardBelts({ belt, scale }: { readonly belt: SettledBelt; readonly scale: Scale }) {
  const { store } = useBench()
  const trying = useBenchState((state) => state.tryingLength)
  const { id, section, ribs, length: on } = belt.belt
  const belts = beltsInReach(belt)
  const apart = belts.length < 2 ? LABEL_PX : scale(belts[1]?.length ?? 0) - scale(belts[0]?.length ?? 0)
  const every = Math.max(1, Math.ceil(LABEL_PX / apart))
  const { tryLength, edit } = store.getState()
  const put = (length: number) => {
    tryLength(null)
    edit('put on a belt', setBeltLength(id, length))
  }
  return (
    <g>
      {belts.map(({ length, u }, i) => {
        const x = scale(length)
        const label = beltLabel(section, ribs, length)
        const isOn = on !== null && Math.abs(on - length) < 0.05
        // The belt that is on, and one that is looked at, have their labels before any other.
        const near = (other: number | null) =>
          other !== null && other !== length && Math.abs(scale(other) - x) < LABEL_PX * 0.9
        const hidden = near(on) || near(trying)
        const show = () => tryLength(length)
        const hide = () => tryLength(null)
        return (
          <g
            key={length}
            className={styles['belt']}
            data-trying={trying === length}
            role="button"
            tabIndex={isOn ? -1 : 0}
            aria-label={`${label}, adjuster ${Math.round(100 * u)} percent taken up${isOn ? ', on the engine' : '; put it on'}`}
            onPointerEnter={show}
            onPointerLeave={hide}
            onFocus={show}
            onBlur={hide}
            onClick={() => put(length)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') put(length)
            }}
          >
            <rect
              x={x - Math.min(apart, 44) / 2}
              y={RULE_TOP}
              width={Math.min(apart, 44)}
              height={HEIGHT - RULE_TOP}
              fill="transparent"
            />
            <line x1={x} x2={x} y1={RULE_BOTTOM - 12} y2={RULE_BOTTOM + 6} />
            {((i % every === 0 && !hidden) || (trying === length && !near(on))) && !isOn && (
              <text x={x} y={HEIGHT - 8} textAnchor="middle">
                {label}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** The rule's own divisions: millimetres, or sixteenths of an inch. */
function Ticks({ scale, inches }: { readonly scale: Scale; readonly inches: boolean }) {
  const [from, to] = scale.domain() as [number, number]
  const unit = inches ? MM_PER_INCH / 16 : 1
  const perUnit = scale(unit) - scale(0)
  const [half, whole] = inches ? [8, 16] : [5, 10]
  // Divisions closer than 4 px would run into one grey band.
  const step = perUnit >= 4 ? 1 : perUnit * half >= 4 ? half : whole
  const labelEvery = [half, whole, 2 * whole, 5 * whole, 10 * whole].find((n) => n * perUnit >= 58) ?? 20 * whole
  const ticks = []
  for (let i = Math.ceil(from / unit / step) * step; i * unit <= to; i += step) {
    const x = scale(i * unit)
    const length = i % whole === 0 ? 22 : i % half === 0 ? 16 : 9
    ticks.push(<line key={i} x1={x} x2={x} y1={RULE_BOTTOM - length} y2={RULE_BOTTOM} />)
    if (i % labelEvery === 0) {
      ticks.push(
        <text key={`t${i}`} x={x} y={RULE_TOP + 20} textAnchor="middle">
          {inches ? inchFraction(i * unit) : i}
        </text>,
      )
    }
  }
  return <g className={styles['ticks']}>{ticks}</g>
}
