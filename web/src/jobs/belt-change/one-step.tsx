import { Button, Checkbox, Input } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { JobTick } from '@emery/core/api'
import type { StepReading } from '@emery/core/belt-change'
import type { JobStep } from '@emery/core/jobs'
import { stampNow } from '../../ui/preferences.ts'
import { useBench } from '../../bench/bench-context.ts'
import { useMay } from '../../people/use-may.ts'
import { RunInThread } from '../../tension/set/run-in.tsx'
import { Caution } from '../../ui/caution.tsx'
import { useLengths } from '../../ui/use-lengths.ts'
import { Line } from './line.tsx'
import { ReasonForm } from './reason-form.tsx'
import { stepAnchor } from './step-anchor.ts'
import type { JobEdit } from '../../job-edits/use-job.ts'

const READING_WORDS: Readonly<Record<StepReading, string>> = {
  pointer: 'Where the pointer stands',
  tension: 'Tension, as read',
  minutes: 'Minutes run',
  count: 'Grooves counted',
  line: 'What the line reads',
  length: 'What differs, if anything',
  other: 'Reading or observation',
}

interface OneStepProps {
  readonly step: JobStep
  readonly tick: JobTick | undefined
  readonly next: boolean
  readonly torque: string
  /** A step that should be done first and is not; undefined for none. */
  readonly before: JobStep | undefined
  /** The step before it in the same part of the work, over which it can be moved; undefined where it cannot. */
  readonly over: JobStep | undefined
  readonly onEdit: (how: JobEdit) => void
}

/** Work that a lead looks at when an apprentice has done it, unless they say otherwise. */
const LOOKED_AT: ReadonlySet<string> = new Set(['tension', 'check'])

/** One step: how, what can hurt, and its tick; one that is done or left out is folded to a line. */
export function OneStep({ step, tick, next, torque, before, over, onEdit }: OneStepProps) {
  const apprentice = !useMay('mechanic')
  const [asking, setAsking] = useState<'skip' | 'move' | 'early' | null>(null)
  const [review, setReview] = useState(LOOKED_AT.has(step.phase))
  const set = (is: JobTick['is'], reason = '') =>
    onEdit((of) => ({
      ...of,
      ticks: [
        ...of.ticks.filter((each) => each.step !== step.id),
        {
          step: step.id,
          title: step.title,
          is,
          reason,
          reading: '',
          reviewedBy: '',
          review: apprentice && review ? 'wanted' : 'none',
          ...stampNow(),
        },
      ],
    }))
  const takeBack = () => onEdit((of) => ({ ...of, ticks: of.ticks.filter((each) => each.step !== step.id) }))
  return (
    <li id={stepAnchor(step.id)} data-next={next} data-ticked={tick !== undefined}>
      <Checkbox
        checked={tick?.is === 'done'}
        onChange={() => (tick !== undefined ? takeBack() : before === undefined ? set('done') : setAsking('early'))}
      >
        {step.title}
      </Checkbox>
      {step.movedBecause !== undefined && <small>moved here: {step.movedBecause}</small>}
      {tick === undefined ? (
        <div>
          <HowTo step={step} torque={torque} onEdit={onEdit} />
          {step.runIn === true && <RunInOf step={step} onDone={() => set('done')} />}
          {apprentice && next && (
            <Checkbox checked={review} onChange={({ target }) => setReview(target.checked)}>
              Ask a lead to check it
            </Checkbox>
          )}
          {asking === null && next && (
            <>
              <Button type="text" onClick={() => setAsking('skip')}>
                Skip …
              </Button>
              {step.addedBy !== undefined && (
                <Button
                  type="text"
                  onClick={() => onEdit((of) => ({ ...of, added: of.added.filter(({ id }) => id !== step.id) }))}
                >
                  Delete
                </Button>
              )}
            </>
          )}
          {asking === null && over !== undefined && (
            <Button type="text" onClick={() => setAsking('move')}>
              Do it earlier …
            </Button>
          )}
          {asking === 'early' && before !== undefined && (
            <>
              <p role="status">
                “{before.title}” comes first and is neither done nor skipped. Ticked all the same, this step keeps your
                reason.
              </p>
              <ReasonForm
                label={`Reason for doing “${step.title}” before “${before.title}”`}
                action="Tick it"
                onCancel={() => setAsking(null)}
                onGive={(reason) => {
                  set('done', reason)
                  setAsking(null)
                }}
              />
            </>
          )}
          {asking === 'skip' && (
            <ReasonForm
              label={`Reason for skipping “${step.title}”`}
              action="Skip"
              onCancel={() => setAsking(null)}
              onGive={(reason) => {
                set('skipped', reason)
                setAsking(null)
              }}
            />
          )}
          {asking === 'move' && over !== undefined && (
            <ReasonForm
              label={`Reason for doing “${step.title}” before “${over.title}”`}
              placeholder="Reason"
              action="Do it earlier"
              onCancel={() => setAsking(null)}
              onGive={(reason) => {
                onEdit((of) => ({
                  ...of,
                  moved: [...of.moved, { step: step.id, before: over.id, reason, ...stampNow() }],
                }))
                setAsking(null)
              }}
            />
          )}
        </div>
      ) : (
        <Ticked
          tick={tick}
          reads={step.reads ?? (step.phase === 'prove' || step.phase === 'tension' ? 'other' : undefined)}
          onEdit={onEdit}
          onTakeBack={takeBack}
        />
      )}
    </li>
  )
}

function HowTo({ step, torque, onEdit }: Pick<OneStepProps, 'step' | 'torque' | 'onEdit'>) {
  const lengths = useLengths()
  return (
    <>
      {step.because?.map((why) => (
        <p key={why}>
          <b>Because: {why}</b>
        </p>
      ))}
      {step.lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {step.slack !== undefined && (
        <p>
          It needs <b className="figures">{lengths.text(step.slack)}</b> of slack to go over the last rim.
        </p>
      )}
      {step.torque === true && (
        <Line
          label="Torque, from the service data"
          value={torque}
          max={60}
          onWrite={(value) =>
            onEdit((of) => ({
              ...of,
              torques: [
                ...of.torques.filter((each) => each.step !== step.id),
                ...(value === '' ? [] : [{ step: step.id, value }]),
              ],
            }))
          }
        />
      )}
      {step.cautions.map((caution) => (
        <Caution key={caution}>{caution}</Caution>
      ))}
    </>
  )
}

/** The run-in of its belt, which the drive keeps: the moment that ends this step ticks it. */
function RunInOf({ step, onDone }: { readonly step: JobStep; readonly onDone: () => void }) {
  const { settled } = useBench()
  const belt = settled.belts.find((each) => each.belt.id === step.belt)
  if (belt === undefined) return null
  // Until the belt is re-tensioned the run-in belongs to the one step, afterwards to the other.
  if ((belt.belt.runIn?.resetAt === undefined) !== (step.phase === 'run')) return null
  const ends = step.phase === 'run' ? 'resetAt' : 'checkedAt'
  return (
    <RunInThread
      belt={belt}
      onNoted={(moment) => {
        if (moment === ends) onDone()
      }}
    />
  )
}

interface TickedProps {
  readonly tick: JobTick
  /** What is read at this step; undefined for nothing. */
  readonly reads: StepReading | undefined
  readonly onEdit: (how: JobEdit) => void
  readonly onTakeBack: () => void
}

/** Who did it and when, what was read, and whether a lead has looked. */
function Ticked({ tick, reads, onEdit, onTakeBack }: TickedProps) {
  const lead = useMay('lead')
  const [reading, setReading] = useState<string | null>(null)
  const change = (how: Partial<JobTick>, restamp = false) =>
    onEdit((of) => ({
      ...of,
      ticks: of.ticks.map((each) =>
        each.step === tick.step ? { ...each, ...how, ...(restamp ? stampNow() : {}) } : each,
      ),
    }))
  const write = () => {
    // What was read is said again, by whoever read it.
    if (reading !== null && reading.trim() !== tick.reading) change({ reading: reading.trim() }, true)
    setReading(null)
  }
  return (
    <small>
      {tick.is === 'skipped' ? `skipped: ${tick.reason}, ` : tick.reason === '' ? '' : `done early: ${tick.reason}, `}
      {dayjs(tick.at).format('D MMM HH:mm')}
      {tick.by === '' ? '' : `, ${tick.by}`}
      {tick.statedAt !== undefined && ` (done ${dayjs(tick.statedAt).format('D MMM HH:mm')} by the device’s clock)`}
      {tick.review === 'given' && `; checked by ${tick.reviewedBy}`}
      {tick.review === 'wanted' && (
        <strong>
          {' '}
          needs a lead’s check{' '}
          {lead && (
            <Button type="primary" size="small" onClick={() => change({ review: 'given' })}>
              I have checked it
            </Button>
          )}
        </strong>
      )}
      {tick.is === 'skipped' && (
        <Button type="text" onClick={onTakeBack}>
          Ask again
        </Button>
      )}
      {reads !== undefined && tick.is === 'done' && (
        <Input
          size="small"
          aria-label={`Reading at “${tick.title}”`}
          placeholder={READING_WORDS[reads]}
          maxLength={120}
          value={reading ?? tick.reading}
          onChange={({ target }) => setReading(target.value)}
          onBlur={write}
          onPressEnter={write}
        />
      )}
    </small>
  )
}
