import { type BringHome, type LengthAnswer, type ReachFrom, targetOf } from '@emery/core/length'
import type { Belt } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import { Button } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { useParams } from 'react-router'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench } from '../bench/bench-context.ts'
import styles from './length.module.css'
import { PanelSection } from '../ui/panel.tsx'
import { useBeltName } from '../ui/use-belt-name.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'

// The order of work comes along with it, which nobody needs to know a length.
const BeltIntoJob = lazy(async () => ({ default: (await import('./belt-into-job.tsx')).BeltIntoJob }))

const RESTS_ON = {
  marks: 'Puts the arm between its first and nominal marks.',
  nominal: 'Puts the adjuster at a quarter of its travel (nominal).',
  fixed: 'Fixed centres: the path length, less the stretch that tensions it (nominal).',
} as const

/** What the adjuster's range rests on, where that is not the drawing. */
const RANGE_FROM: Readonly<Record<ReachFrom, string | null>> = {
  geometry: null,
  fixed: null,
  'partly assumed':
    'Some of the adjuster’s figures are assumed. The answer allows for that; it narrows once they are read.',
  adjuster:
    'The drive is not measured. The adjuster’s range on the belt follows from its own travel (nominal), within wide limits.',
  kind: 'The drive is not measured. The adjuster’s range is what such adjusters have, about 3 % of the length (nominal), within wide limits.',
}

const UNHUNG =
  'This belt’s adjuster is not on the drawing, and nobody has said where it stood. The answer is as wide as its range. Add it in Measure, Adjusters.'

/** Why there is no length to want. */
const NO_LENGTH = {
  unrouted:
    'Not known yet. Route the belt in the Route step, or lay a string or strap along its route and add the reading.',
  unmeasured: 'Not known yet. Measure the drive, or lay a string or strap along the belt’s route and add the reading.',
  overlap: 'Not known: no belt can run round the pulleys in these positions.',
} as const

/** The large answer: which length a new belt should have, and how sure that is. */
export function Wanted({
  belt,
  answer,
  home,
}: {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly home: BringHome | null
}) {
  const { driveId = '' } = useParams()
  const { store } = useBench()
  const lengths = useLengths()
  const nameOf = useBeltName()
  const { settled } = answer
  const target = settled?.length ?? targetOf(answer)
  const { id, count = 1 } = belt.belt
  if (target === null || answer.wanted === null) {
    return (
      <PanelSection title="Belt needed">
        {answer.onlySide === null ? (
          <p>{NO_LENGTH[belt.path.ok ? 'overlap' : belt.path.why]}</p>
        ) : (
          <p>
            <strong>
              {answer.onlySide.side === 'shorter' ? 'Shorter' : 'Longer'} than {nameOf(belt.belt, answer.onlySide.than)}
              .
            </strong>{' '}
            How much is not known until a string, a strap or another belt says so.
          </p>
        )}
      </PanelSection>
    )
  }
  const [first] = home?.belts ?? []
  const without = answer.unhung && belt.path.ok ? UNHUNG : RANGE_FROM[answer.reachFrom]
  return (
    <PanelSection title="Belt needed">
      <div className={styles['answer']}>
        <button
          type="button"
          className={styles['large']}
          title="Show the working (W)"
          onClick={() => store.getState().showWorking({ of: 'wanted', belt: id })}
        >
          <span className="figures">{lengths.whole(target)}</span> {lengths.unit}
        </button>
        <p>
          <span className="figures">{lengths.other(target)}</span>
          {settled === null && (
            <span className="soft" title="Nine times in ten, the length needed lies between these.">
              {lengths.bare(answer.wanted.low)} to {lengths.text(answer.wanted.high)}, 9 in 10
            </span>
          )}
          {settled === null && first !== undefined && (
            <strong>
              ask for <span className="figures">{nameOf(belt.belt, first.length)}</span>
            </strong>
          )}
        </p>
      </div>
      {settled !== null && (
        <p className={styles['settled']} role="status">
          <VerdictMark verdict="fine" label="" />{' '}
          <span>
            <strong>
              {settled.label === '' ? nameOf(belt.belt, settled.length) : settled.label} is on and sits well.
            </strong>{' '}
            Keep it. Nothing is to be bought; when it is worn, buy its equal.
          </span>
        </p>
      )}
      {settled === null && <p className="soft">{RESTS_ON[answer.restsOn]}</p>}
      {settled === null && without !== null && <p className="soft">{without}</p>}
      {settled === null && first !== undefined && driveId !== '' && (
        <AddToJob driveId={driveId} belt={belt.belt} number={nameOf(belt.belt, first.length)} />
      )}
      {count > 1 && (
        <p>{count} belts side by side: buy them as one matched set. Never run a new belt beside an old one.</p>
      )}
    </PanelSection>
  )
}

interface AddToJobProps {
  readonly driveId: string
  readonly belt: Pick<Belt, 'id' | 'name'>
  /** What to ask for. */
  readonly number: string
}

/** A press puts the belt that was chosen into the job. */
function AddToJob(props: AddToJobProps) {
  const [pressed, setPressed] = useState(false)
  return (
    <>
      <Button loading={pressed} onClick={() => setPressed(true)}>
        Add {props.number} to the job
      </Button>
      {pressed && (
        <Suspense fallback={null}>
          <BeltIntoJob {...props} />
        </Suspense>
      )}
    </>
  )
}
