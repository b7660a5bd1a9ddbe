import { runInsDue } from '@emery/core'
import { useNow } from '../app/use-now.ts'
import { runInDueWords } from '../readings/run-in-words.ts'
import { useBench } from './bench-context.ts'
import styles from './bench.module.css'

const SECOND = 1000

/** What is due on this drive, over its drawing; pressed, it goes where that is done. */
export function DueNote({ onOpen }: { readonly onOpen: () => void }) {
  const { store, settled } = useBench()
  const running = settled.drive.belts.some(({ runIn }) => runIn !== undefined && runIn.checkedAt === undefined)
  const now = useNow(running ? SECOND : null)
  const due = runInsDue(settled.drive, now)
  if (due.length === 0) return null
  return (
    <div className={styles['due']}>
      {due.map((each) => (
        <button
          key={each.belt}
          type="button"
          onClick={() => {
            store.getState().takeBelt(each.belt)
            store.getState().setTension({ view: 'set' })
            onOpen()
          }}
        >
          Due: {runInDueWords(each, now)}
        </button>
      ))}
    </div>
  )
}
