import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { setBeltLength } from '@emery/core/drive'
import { shelfBeltsFor, standardLengths, type Fit, type LengthAnswer, fitOf } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import { shelfQuery } from '../../shelf/shelf-api.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import { HEIGHT, RULE_BOTTOM, type Scale } from './scale.ts'
import styles from './tape.module.css'

/** Pixels that a letter of a label below the rule is wide, and that two labels stay apart. */
const LETTER_PX = 8.5
const APART_PX = 14

interface BeltTicksProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly scale: Scale
}

interface OnTape {
  readonly length: number
  readonly fit: Fit
  readonly onShelf: boolean
}

/** Sizes that are made, and belts on the shelf, as ticks; looked at, the adjuster moves; pressed, the belt is on. */
export function BeltTicks({ belt, answer, scale }: BeltTicksProps) {
  const { store } = useBench()
  const trying = useBenchState((state) => state.tryingLength)
  const belts = useBeltsOnTape(belt, answer)
  const { id, section, ribs, length: on, construction } = belt.belt
  const { tryLength, edit } = store.getState()
  const put = (length: number) => {
    tryLength(null)
    edit('fit a belt', setBeltLength(id, length))
  }
  const isOn = (length: number) => on !== null && Math.abs(on - length) < 0.05
  const shown = labelled(belts, scale, [on, trying], (length) => beltLabel(section, ribs, length, construction))
  return (
    <g>
      {belts.map(({ length, fit, onShelf }, i) => {
        const x = scale(length)
        const label = beltLabel(section, ribs, length, construction)
        const show = () => tryLength(length)
        const hide = () => tryLength(null)
        const half = Math.min(22, (scale(belts[i + 1]?.length ?? length + 50) - x) / 2)
        const where = fit.u.new === null ? fit.verdict : `adjuster ${Math.round(100 * fit.u.new)} percent of travel`
        return (
          <g
            key={length}
            className={styles['belt']}
            data-trying={trying === length}
            data-shelf={onShelf}
            role="button"
            tabIndex={isOn(length) ? -1 : 0}
            aria-label={`${label}, ${where}${onShelf ? ', on the shelf' : ''}${isOn(length) ? ', on the engine' : '; fit it'}`}
            onPointerEnter={show}
            onPointerLeave={hide}
            onFocus={show}
            onBlur={hide}
            onClick={() => put(length)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') put(length)
            }}
          >
            <rect x={x - half} y={HEIGHT - 44} width={2 * half} height={44} fill="transparent" />
            <line x1={x} x2={x} y1={RULE_BOTTOM - 12} y2={RULE_BOTTOM + 6} />
            {onShelf && <circle cx={x} cy={RULE_BOTTOM - 14} r={3.5} />}
            {(shown.has(length) || trying === length) && !isOn(length) && (
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

/** Standard sizes in the adjuster's reach and what hangs on the shelf for this place, shortest first. */
function useBeltsOnTape(belt: SettledBelt, answer: LengthAnswer): readonly OnTape[] {
  const { data: shelf } = useQuery(shelfQuery())
  return useMemo(() => {
    const { situation, window } = answer
    const { section } = belt.belt
    const [from, to] =
      situation !== null
        ? [situation.stretch.lengthFrom, situation.stretch.lengthTo]
        : window !== null
          ? [window.from - 10, window.to + 10]
          : [0, 0]
    const hanging = shelfBeltsFor(belt, shelf ?? [], situation).filter(({ ribsMore }) => ribsMore === 0)
    const shelved = new Set(hanging.map(({ belt: { length } }) => length))
    return [...new Set([...standardLengths(section, from, to), ...shelved])]
      .toSorted((a, b) => a - b)
      .flatMap((length) => {
        const fit = fitOf(answer, belt, length)
        return fit === null ? [] : [{ length, fit, onShelf: shelved.has(length) }]
      })
  }, [belt, answer, shelf])
}

/** Sizes whose labels have room: one that is on or looked at goes before the others, the shelf's before those only made. */
function labelled(
  belts: readonly OnTape[],
  scale: Scale,
  first: readonly (number | null)[],
  label: (length: number) => string,
): ReadonlySet<number> {
  const half = (length: number) => (LETTER_PX * label(length).length + APART_PX) / 2
  const taken = first.filter((length) => length !== null)
  const shown = new Set<number>()
  const bestFirst = belts.toSorted((a, b) => Number(b.onShelf) - Number(a.onShelf))
  for (const { length } of bestFirst) {
    const near = (other: number) => Math.abs(scale(other) - scale(length)) < half(other) + half(length)
    if (taken.some(near)) continue
    taken.push(length)
    shown.add(length)
  }
  return shown
}
