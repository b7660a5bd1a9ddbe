import { Button } from 'antd'
import { useMemo } from 'react'
import { beltLabel, chooseBelt, fitOf, setBeltLength, type FitVerdict, type SettledBelt } from '@emery/core'
import { FIT_MARK } from '../../readings/fit-mark.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import { answerOf } from '../length/use-length-answer.ts'
import panel from '../steps/panel.module.css'
import styles from './speeds.module.css'

/** A belt that has run is longer than it was: one that is only long for a new one still works. */
const DOES_NOT_GO: ReadonlySet<FitVerdict> = new Set(['tight', 'too short', 'too long'])

/** Belts that no longer fit the pulleys as they are now, each with the one that would. */
export function BeltsNow() {
  const { settled } = useBench()
  const misfits = useMemo(
    () =>
      settled.belts.flatMap((belt) => {
        const { length } = belt.belt
        if (length === null || !belt.path.ok) return []
        const answer = answerOf(settled, belt)
        const fit = fitOf(answer, belt, length)
        if (fit === null || !DOES_NOT_GO.has(fit.verdict)) return []
        return [{ belt, fit, better: chooseBelt(answer, belt) }]
      }),
    [settled],
  )
  if (misfits.length === 0) return null
  return (
    <section className={panel['section']} aria-label="Belts that do not fit any more">
      {misfits.map(({ belt, fit, better }) => (
        <div key={belt.belt.id} className={styles['finding']}>
          <VerdictMark verdict={FIT_MARK[fit.verdict]} label={fit.verdict} />
          <div>
            <strong>
              {label(belt, fit.length)} is {fit.verdict} on these pulleys
            </strong>
            <p>
              {better === null || better.length === fit.length
                ? 'No size that is made would fit better.'
                : `${label(belt, better.length)} would be ${better.verdict}${better.u.new === null ? '' : `, ${Math.round(100 * better.u.new)} % taken up`}.`}
            </p>
          </div>
          {better !== null && better.length !== fit.length && <Take belt={belt} length={better.length} />}
        </div>
      ))}
    </section>
  )
}

function Take({ belt, length }: { readonly belt: SettledBelt; readonly length: number }) {
  const { store } = useBench()
  return (
    <Button onClick={() => store.getState().edit('put a belt on', setBeltLength(belt.belt.id, length))}>
      Put on {label(belt, length)}
    </Button>
  )
}

function label({ belt: { section, ribs } }: SettledBelt, length: number): string {
  return beltLabel(section, ribs, length)
}
