import { useQueryClient } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState, type ReactNode } from 'react'
import { checkOf } from '@emery/core'
import { usePreferences } from '../app/preferences.ts'
import { addWalkround, walkroundsKey } from '../api/walkrounds.ts'
import { VerdictMark, type Verdict } from '../readings/verdict-mark.tsx'
import { finishedWalk, type WalkJudged } from './use-walk-judged.ts'
import { useWalks, type Walk } from './walk-store.ts'
import { untilText } from './walk-words.ts'
import styles from './walkround.module.css'

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
      <h2 className="heading">What it comes to</h2>
      {nothing && (
        <p className={styles['soft']}>
          Go through the parts; answer what you see. What nobody has looked at is not known, and never counts as fine.
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
      <Group title="Do together" verdict={null}>
        {together.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Group>
      <Group title="Not known" verdict="none">
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
        <p className={styles['soft']}>Not looked at: {untouched.map(({ name }) => name).join(', ')}.</p>
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
  const keep = async () => {
    setSending(true)
    setFailure(null)
    try {
      await addWalkround(driveId, finishedWalk(walk, judged, usePreferences.getState().person))
      await queries.invalidateQueries({ queryKey: walkroundsKey(driveId) })
      begin(driveId)
    } catch (error) {
      setFailure(error instanceof Error ? error.message : 'That did not work.')
    } finally {
      setSending(false)
    }
  }
  return (
    <div className={styles['keep']}>
      <Input.TextArea
        aria-label="Note on the whole walk"
        placeholder="Note on the whole walk"
        value={walk.note}
        maxLength={2000}
        autoSize
        onChange={({ target }) => change(driveId, (before) => ({ ...before, note: target.value }))}
      />
      <Button type="primary" size="large" block loading={sending} onClick={() => void keep()}>
        Keep the walkround
      </Button>
      {walk.distance === null && (
        <p className={styles['soft']}>Without a distance, nothing of it counts for wear over distance.</p>
      )}
      {failure !== null && <p role="alert">{failure} What you saw is still here.</p>}
    </div>
  )
}
