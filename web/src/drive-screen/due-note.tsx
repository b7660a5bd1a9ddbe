import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { runInsDue } from '@emery/core/tension'
import { dueItems } from '@emery/core/wear'
import { fittingsQuery } from '../length/fittings-api.ts'
import { inspectionsQuery } from '../inspection/inspections-api.ts'
import { useNow } from '../ui/use-now.ts'
import { runInDueWords } from '../ui/run-in-words.ts'
import { useBench } from '../bench/bench-context.ts'
import styles from './drive-screen.module.css'

const SECOND = 1000
/** Worn parts named; the others are counted. */
const NAMED = 2

interface DueNoteProps {
  readonly driveId: string
  readonly onTension: () => void
  readonly onInspection: () => void
}

/** What is due on this drive, over its drawing; pressed, it goes where that is done. */
export function DueNote({ driveId, onTension, onInspection }: DueNoteProps) {
  const { store, settled } = useBench()
  const running = settled.drive.belts.some(({ runIn }) => runIn !== undefined && runIn.checkedAt === undefined)
  const now = useNow(running ? SECOND : null)
  const due = runInsDue(settled.drive, now)
  const worn = useWornOut(driveId)
  if (due.length === 0 && worn === null) return null
  return (
    <div className={styles['due']}>
      {due.map((each) => (
        <button
          key={each.belt}
          type="button"
          onClick={() => {
            store.getState().takeBelt(each.belt)
            store.getState().setTension({ view: 'set' })
            onTension()
          }}
        >
          Due: {runInDueWords(each, now)}
        </button>
      ))}
      {worn !== null && (
        <button type="button" onClick={onInspection}>
          Due: {worn}
        </button>
      )}
    </div>
  )
}

/** What has worn out or has to be looked at again, in a few words; null where nothing has. */
function useWornOut(driveId: string): string | null {
  const { settled, rules } = useBench()
  const { data: inspections } = useQuery(inspectionsQuery(driveId))
  const { data: fittings } = useQuery(fittingsQuery(driveId))
  const now = useNow(null)
  const { drive } = settled
  return useMemo(() => {
    if (inspections === undefined || fittings === undefined) return null
    const over = dueItems(drive, { inspections, fittings }, rules, { now }).filter(({ overdue }) => overdue)
    if (over.length === 0) return null
    const named = over
      .slice(0, NAMED)
      .map(({ part, what }) => `${what === 'replace' ? 'replace' : 'look at'} ${part.name}`)
    return `${named.join(', ')}${over.length > NAMED ? ` and ${over.length - NAMED} more` : ''}`
  }, [drive, inspections, fittings, rules, now])
}
