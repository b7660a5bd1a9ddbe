import { Button } from 'antd'
import { v4 as newId } from 'uuid'
import { takeMoves } from '@emery/core/alignment'
import { stampNow } from '../ui/preferences.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState, useRestingDrive } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import { MOVE_HOW, moveWords } from './alignment-words.ts'
import styles from './alignment.module.css'
import { useFixPlan } from './use-fix-plan.ts'

/** The fewest moves, in the order of the route, and the drive as it would be after them. */
export function LinePlan() {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const planning = useFixPlan(useRestingDrive())
  const mended = useBenchState((state) => state.alignment.mended)
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const shaftName = (id: string) => settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  if (planning.is === 'working')
    return (
      <PanelSection label="Fewest moves">
        <p role="status">Calculating the fewest moves …</p>
      </PanelSection>
    )
  const plan = planning.is === 'done' ? planning.plan : null
  if (plan?.moves.length === 0) return null
  return (
    <PanelSection title="Fewest moves">
      {plan === null ? (
        <p role="status">
          {planning.is === 'failed'
            ? 'The moves could not be calculated. Take one reading again.'
            : 'None of the allowed moves aligns it. Look for a wrong part, a missing spacer or a bent bracket, or allow more moves below.'}
        </p>
      ) : (
        <>
          <ol className={styles['moves']}>
            {plan.moves.map((move) => (
              <li key={`${move.kind} ${move.shaft}`}>
                <b>{moveWords(move, shaftName(move.shaft), lengths.fine)}.</b>
                <span className="soft">{MOVE_HOW[move.kind]}</span>
              </li>
            ))}
          </ol>
          <p>
            {plan.within === 'fine'
              ? 'After that, every span of every belt runs quietly. Nothing else has to move.'
              : `After that nothing chirps, but ${plan.stayOut.map(({ from, to }) => `${nameOf(from)} to ${nameOf(to)}`).join(' and ')} stays at “watch”.`}
          </p>
          <div className={styles['buttons']}>
            <Button type="primary" onClick={() => store.getState().setAlignment({ mended: !mended })}>
              {mended ? 'Show the present state' : 'Show the result'}
            </Button>
            <Button
              onClick={() =>
                store.getState().edit('align pulleys', takeMoves(settled, plan.moves, { id: newId(), ...stampNow() }))
              }
            >
              Done: measure those again
            </Button>
          </div>
        </>
      )}
    </PanelSection>
  )
}
