import { Button } from 'antd'
import { useParams } from 'react-router'
import { v4 as newId } from 'uuid'
import type { JobWork } from '@emery/core/api'
import { workId, withWork } from '@emery/core/jobs'
import { ToJob } from '../job-edits/to-job.tsx'
import { signKey, takeMoves } from '@emery/core/alignment'
import { stampNow } from '../ui/preferences.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState, useRestingDrive } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import { moveHow, moveWords } from './alignment-words.ts'
import styles from './alignment.module.css'
import type { AlignmentMove, LineSign } from '@emery/core/alignment'
import type { Lengths } from '../ui/use-lengths.ts'
import { PressDetails } from './press-details.tsx'
import { useFixPlan } from './use-fix-plan.ts'

/** The fewest moves, in the order of the route, and the drive as it would be after them. */
export function LinePlan() {
  const { driveId = '' } = useParams()
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
  if (plan.out.length === 0 && plan.first.length === 0) return null
  return (
    <PanelSection title="Fewest moves">
      {plan.first.length > 0 && (
        <ol className={styles['moves']} aria-label="Before any move">
          {plan.first.map(({ shaft, sign }) => (
            <li key={signKey(sign)}>
              <b>{firstWords(sign, shaftName(shaft))}</b>
              <span className="soft">
                {plan.out.some((each) => each.shaft === shaft) ? 'It gets no shim and is not pressed before that.' : ''}
              </span>
            </li>
          ))}
        </ol>
      )}
      <ul className={styles['out']} aria-label="Out of line">
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
                <span className="soft">{moveHow(move)}</span>
                {move.kind === 'press' && <PressOf move={move} />}
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
            {driveId !== '' && (
              <ToJob
                driveId={driveId}
                how={(job) =>
                  withWork(
                    job,
                    plan.moves.map((move) => alignWork(move, shaftName(move.shaft), lengths)),
                  )
                }
              >
                Add the moves to the job
              </ToJob>
            )}
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

/** A move as work of a job, with what is read when it is done. */
function alignWork(move: AlignmentMove, part: string, { fine }: Lengths): JobWork {
  return {
    id: workId('align', `pulley.${move.shaft}`, part),
    does: 'align',
    part: '',
    what: part,
    because: `${moveWords(move, part, fine)}.`,
    lines: [moveHow(move)].filter((line) => line !== ''),
    prove: '',
    from: 'alignment',
  }
}

function PressOf({ move }: { readonly move: AlignmentMove }) {
  const { settled } = useBench()
  const shaft = settled.drive.shafts.find(({ id }) => id === move.shaft)
  return shaft === undefined ? null : <PressDetails shaft={shaft} move={move} />
}

/** What has to be found out about a part before it is moved. */
function firstWords(sign: LineSign, part: string): string {
  switch (sign.is) {
    case 'gives':
      return `Find the play of ${part} first: rock its pulley with the belt off, look for a cracked lug or a loose bolt.`
    case 'leans':
      return `The arm of ${part} leans: its bush is worn. Replace the tensioner; no shim and no spacer cures that.`
    case 'readings-apart':
      return `Read ${part} again: its readings disagree, or its rim wobbles.`
    case 'groove-off':
      return `Count the grooves of ${part} first: the belt may lie in the wrong ones.`
    case 'more-ribs':
    case 'off-centre':
      return ''
  }
}

/** How a part stands out of line, as whoever presses it would say. */
function outWords(offset: number, tilt: number, kind: AlignmentMove['kind'] | undefined, { fine }: Lengths): string {
  const much = fine(Math.abs(offset))
  const pressed = kind === 'press' ? (offset > 0 ? ' (under-pressed)' : ' (over-pressed)') : ''
  const lean = tilt === 0 ? '' : `leans ${tilt.toFixed(1)}°`
  const stands = Math.abs(offset) < 0.05 ? '' : `${much} too far ${offset > 0 ? 'out' : 'in'}${pressed}`
  return [stands, lean].filter((words) => words !== '').join(' and ')
}
