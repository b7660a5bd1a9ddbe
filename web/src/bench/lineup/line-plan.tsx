import { Button } from 'antd'
import { v4 as newId } from 'uuid'
import { takeMoves } from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench, useBenchState, useRestingDrive } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import panel from '../steps/panel.module.css'
import { MOVE_HOW, moveWords } from './line-up-words.ts'
import styles from './lineup.module.css'
import { useFixPlan } from './use-fix-plan.ts'

/** The fewest moves, in the order of the route, and the drive as it would be after them. */
export function LinePlan() {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const planning = useFixPlan(useRestingDrive())
  const mended = useBenchState((state) => state.lineUp.mended)
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const shaftName = (id: string) => settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  if (planning.is === 'working')
    return (
      <section className={panel['section']} aria-label="Fewest moves">
        <p role="status">Looking for the fewest moves …</p>
      </section>
    )
  const plan = planning.is === 'done' ? planning.plan : null
  if (plan?.moves.length === 0) return null
  return (
    <section className={panel['section']} aria-label="Fewest moves">
      <h2 className="heading">Fewest moves</h2>
      {plan === null ? (
        <p role="status">
          {planning.is === 'failed'
            ? 'The moves could not be worked out. Read something again.'
            : 'Nothing that may be moved here brings it into line: look for a wrong part, a missing spacer or a bent bracket, or allow more below.'}
        </p>
      ) : (
        <>
          <ol className={styles['moves']}>
            {plan.moves.map((move) => (
              <li key={`${move.kind} ${move.shaft}`}>
                <b>{moveWords(move, shaftName(move.shaft), lengths.fine)}.</b>
                <span className={panel['soft']}>{MOVE_HOW[move.kind]}</span>
              </li>
            ))}
          </ol>
          <p>
            {plan.within === 'quiet'
              ? 'Then every span of every belt runs quietly. Nothing else need move.'
              : `Then nothing chirps, but ${plan.stayOut.map(({ from, to }) => `${nameOf(from)} to ${nameOf(to)}`).join(' and ')} stays worth a look.`}
          </p>
          <div className={styles['buttons']}>
            <Button type="primary" onClick={() => store.getState().setLineUp({ mended: !mended })}>
              {mended ? 'Show it as it is' : 'Show it mended'}
            </Button>
            <Button
              onClick={() =>
                store.getState().edit('move into line', takeMoves(settled, plan.moves, { id: newId(), ...stampNow() }))
              }
            >
              Done: read those again
            </Button>
          </div>
        </>
      )}
    </section>
  )
}
