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
import type { AlignmentMove } from '@emery/core/alignment'
import type { Lengths } from '../ui/use-lengths.ts'
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
  if (planning.is === 'failed')
    return (
      <PanelSection title="Fewest moves">
        <p role="status">The moves could not be calculated. Take one reading again.</p>
      </PanelSection>
    )
  const { plan } = planning
  if (plan.out.length === 0) return null
  return (
    <PanelSection title="Fewest moves">
      <ul className={styles['moves']} aria-label="Out of line">
        {plan.out.map(({ shaft, offset, tilt }) => (
          <li key={shaft}>
            {shaftName(shaft)} is out:{' '}
            {outWords(offset, tilt, plan.moves.find((move) => move.shaft === shaft)?.kind, lengths)}.
            {plan.unmoved.includes(shaft) &&
              ' Nothing that may be done to it brings it nearer. Look for a wrong part, a missing spacer or a bent bracket, or allow more moves below.'}
          </li>
        ))}
      </ul>
      {plan.moves.length > 0 && (
        <>
          <ol className={styles['moves']} aria-label="Moves">
            {plan.moves.map((move) => (
              <li key={`${move.kind} ${move.shaft}`}>
                <b>{moveWords(move, shaftName(move.shaft), lengths.fine)}.</b>
                <span className="soft">{MOVE_HOW[move.kind]}</span>
              </li>
            ))}
          </ol>
          <p>
            {plan.within === 'fine'
              ? 'After that, every span of every belt runs quietly. Nothing else has to move. Read it again then.'
              : `After that, ${plan.stayOut.map(({ from, to }) => `${nameOf(from)} to ${nameOf(to)}`).join(' and ')} still ${plan.within === 'watch' ? 'is worth watching' : 'chirps'}.`}
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

/** How a part stands out of line, as whoever presses it would say. */
function outWords(offset: number, tilt: number, kind: AlignmentMove['kind'] | undefined, { fine }: Lengths): string {
  const much = fine(Math.abs(offset))
  const pressed = kind === 'press' ? (offset > 0 ? ' (under-pressed)' : ' (over-pressed)') : ''
  const lean = tilt === 0 ? '' : `leans ${tilt.toFixed(1)}°`
  const stands = Math.abs(offset) < 0.05 ? '' : `${much} too far ${offset > 0 ? 'out' : 'in'}${pressed}`
  return [stands, lean].filter((words) => words !== '').join(' and ')
}
