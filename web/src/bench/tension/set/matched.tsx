import { MATCHED_SHARE, matchedSet, type SettledBelt } from '@emery/core'
import { VerdictMark } from '../../../readings/verdict-mark.tsx'
import { useBench } from '../../bench-context.ts'
import styles from '../tension.module.css'

/** Whether the belts of a set pull alike, from the newest reading kept of each. */
export function Matched({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const { tensions, apart, matched } = matchedSet(belt, settled.drive.tensions ?? [])
  return (
    <div className={styles['answer']} role="group" aria-label="The set against itself">
      <p>
        <VerdictMark verdict={matched === null ? 'none' : matched ? 'fine' : 'act'} label="" size={18} />
        <span>
          {tensions.map((tension, i) => (
            <span key={i} className={styles['strand']}>
              {i === 0 ? 'front' : `belt ${i + 1}`} {tension === null ? 'not read' : `${Math.round(tension)} N`}
            </span>
          ))}
          {matched === null || apart === null
            ? `Read every belt of the set on the same span, and keep each reading: a set pulls within ${100 * MATCHED_SHARE} %.`
            : matched
              ? `Matched: they differ by ${Math.round(100 * apart)} %.`
              : `They differ by ${Math.round(100 * apart)} %, more than ${100 * MATCHED_SHARE} %: replace the whole set, never one belt of it.`}
        </span>
      </p>
    </div>
  )
}
