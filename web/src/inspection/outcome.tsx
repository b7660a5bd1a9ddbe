import { useQueryClient } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState, type ReactNode } from 'react'
import { workOfInspection, withWork } from '@emery/core/jobs'
import { checkOf } from '@emery/core/wear'
import { useToJob } from '../job-edits/put-into-job.tsx'
import type { Verdict } from '@emery/core/verdict'
import { usePreferences } from '../ui/preferences.ts'
import { addInspection, inspectionsKey } from './inspections-api.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { finishedWalk, type WalkJudged } from './use-inspection-judged.ts'
import { useWalks, type Walk } from './inspection-store.ts'
import { untilText } from './inspection-words.ts'
import styles from './inspection.module.css'

interface OutcomeProps {
  readonly driveId: string
  readonly walk: Walk
  readonly judged: WalkJudged
  readonly onTake: (part: string) => void
}

/** What the walk comes to so far: replace now, watch and until when, do together, what is not known; and keeping it. */
export function Outcome({ driveId, walk, judged, onTake }: OutcomeProps) {
  const { replace, watch, together, open, fine, untouched } = judged.sum
  const nothing = replace.length + watch.length + open.length + fine.length === 0
  const part = (id: string, name: string) => (
    <button type="button" className={styles['link']} onClick={() => onTake(id)}>
      {name}
    </button>
  )
  return (
    <>
      <h2 className="heading">Summary</h2>
      {nothing && (
        <p className="soft">
          Go through the parts and record what you see. A part that was not checked is “not known”, never “fine”.
        </p>
      )}
      <Group title="Replace now" verdict="act">
        {replace.map(({ part: { id, name }, reasons }) => (
          <li key={id}>
            {part(id, name)} <span>{reasons.join(' ')}</span>
          </li>
        ))}
      </Group>
      <Group title="Watch" verdict="watch">
        {watch.map(({ part: { id, name }, reasons, until }) => (
          <li key={id}>
            {part(id, name)} <b>{untilText(until, walk.distance)}.</b> <span>{reasons.join(' ')}</span>
          </li>
        ))}
      </Group>
      <Group title="Do at the same time" verdict={null}>
        {together.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Group>
      <Group title="Not known" verdict="unknown">
        {open.map(({ part: { id, name }, missing }) => (
          <li key={id}>
            {part(id, name)} <span>{missing.map((check) => checkOf(check).name.toLowerCase()).join(', ')}</span>
          </li>
        ))}
      </Group>
      <Group title="Fine" verdict="fine">
        {fine.map(({ id, name }) => (
          <li key={id}>{part(id, name)}</li>
        ))}
      </Group>
      {!nothing && untouched.length > 0 && (
        <p className="soft">Not checked: {untouched.map(({ name }) => name).join(', ')}.</p>
      )}
      {!nothing && <Keep driveId={driveId} walk={walk} judged={judged} />}
    </>
  )
}

interface GroupProps {
  readonly title: string
  readonly verdict: Verdict | null
  readonly children: readonly ReactNode[]
}

function Group({ title, verdict, children }: GroupProps) {
  if (children.length === 0) return null
  return (
    <section className={styles['group']} aria-label={title}>
      <h3>
        {verdict !== null && <VerdictMark verdict={verdict} label="" size={16} />} {title}
      </h3>
      <ul>{children}</ul>
    </section>
  )
}

function Keep({ driveId, walk, judged }: Omit<OutcomeProps, 'onTake'>) {
  const queries = useQueryClient()
  const { change, begin } = useWalks()
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const { put, where } = useToJob(driveId)
  const kept = finishedWalk(walk, judged, '')
  const work = workOfInspection(kept.checks)
  const keep = async (andThen: () => void = () => undefined) => {
    setSending(true)
    setFailure(null)
    try {
      await addInspection(driveId, finishedWalk(walk, judged, usePreferences.getState().person))
      await queries.invalidateQueries({ queryKey: inspectionsKey(driveId) })
      begin(driveId)
      andThen()
    } catch (error) {
      setFailure(error instanceof Error ? error.message : 'That failed. Try again.')
    } finally {
      setSending(false)
    }
  }
  return (
    <div className={styles['keep']}>
      <Input.TextArea
        aria-label="Note on the inspection"
        placeholder="Note on the inspection"
        value={walk.note}
        maxLength={2000}
        autoSize
        onChange={({ target }) => change(driveId, (before) => ({ ...before, note: target.value }))}
      />
      <Button type="primary" size="large" block loading={sending} onClick={() => void keep()}>
        Save the inspection
      </Button>
      {work.length > 0 && (
        <Button
          size="large"
          block
          disabled={sending}
          onClick={() =>
            void keep(() =>
              put((job) => ({
                ...withWork(job, work),
                distance: job.distance ?? walk.distance,
                asked: job.asked === '' ? 'What the inspection found' : job.asked,
              })),
            )
          }
        >
          Save, and add {work.length === 1 ? 'it' : `all ${work.length}`} to {where}
        </Button>
      )}
      {walk.distance === null && (
        <p className="soft">Without an odometer reading, this inspection does not count for wear over distance.</p>
      )}
      {failure !== null && <p role="alert">{failure} Your entries are still here.</p>}
    </div>
  )
}
