import { Button } from 'antd'
import { useMemo } from 'react'
import { setBeltLength } from '@emery/core/drive'
import { chooseBelt, fitOf, type FitVerdict } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { FIT_MARK } from '../ui/fit-mark.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { answerOf } from '../bench/use-length-answer.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './speeds.module.css'
import { useBeltName } from '../ui/use-belt-name.ts'

/** A belt that has run is longer than it was: one that is only long for a new one still works. */
const DOES_NOT_GO: ReadonlySet<FitVerdict> = new Set(['tight', 'too short', 'too long'])

/** Belts that no longer fit the pulleys as they are now, each with the one that would. */
export function BeltsNow() {
  const { settled } = useBench()
  const nameOf = useBeltName()
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
    <PanelSection label="Belts that no longer fit">
      {misfits.map(({ belt, fit, better }) => (
        <div key={belt.belt.id} className={styles['finding']}>
          <VerdictMark verdict={FIT_MARK[fit.verdict]} label={fit.verdict} />
          <div>
            <strong>
              {nameOf(belt.belt, fit.length)} is {fit.verdict} on these pulleys
            </strong>
            <p>
              {better === null || better.length === fit.length
                ? 'No standard size would fit better.'
                : `${nameOf(belt.belt, better.length)} would be ${better.verdict}${better.u.new === null ? '' : `, ${Math.round(100 * better.u.new)} % of travel`}.`}
            </p>
          </div>
          {better !== null && better.length !== fit.length && <Take belt={belt} length={better.length} />}
        </div>
      ))}
    </PanelSection>
  )
}

function Take({ belt, length }: { readonly belt: SettledBelt; readonly length: number }) {
  const { store } = useBench()
  const nameOf = useBeltName()
  return (
    <Button onClick={() => store.getState().edit('put a belt on', setBeltLength(belt.belt.id, length))}>
      Fit this belt {nameOf(belt.belt, length)}
    </Button>
  )
}
