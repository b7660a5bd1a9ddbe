import type { SettledBelt } from '@emery/core/path'
import { MATCHED_SHARE, matchedSet } from '@emery/core/tension'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import styles from '../tension.module.css'
import { useUnits } from '../../ui/use-units.ts'

/** Whether the belts of a set pull alike, from the newest reading kept of each. */
export function Matched({ belt }: { readonly belt: SettledBelt }) {
  const units = useUnits()
  const { settled } = useBench()
  const { tensions, apart, matched } = matchedSet(belt, settled.drive.tensions ?? [])
  return (
    <div className={styles['answer']} role="group" aria-label="Matched set">
      <p>
        <VerdictMark verdict={matched === null ? 'unknown' : matched ? 'fine' : 'act'} label="" size={18} />
        <span>
          {tensions.map((tension, i) => (
            <span key={i} className={styles['strand']}>
              {i === 0 ? 'front' : `belt ${i + 1}`} {tension === null ? 'not read' : units.force.text(tension)}
            </span>
          ))}
          {matched === null || apart === null
            ? `Measure every belt of the set on the same span and save each reading. A matched set matches within ${100 * MATCHED_SHARE} %.`
            : matched
              ? `Matched: difference ${Math.round(100 * apart)} %.`
              : `Difference ${Math.round(100 * apart)} %, more than ${100 * MATCHED_SHARE} %: replace the whole set, never a single belt.`}
        </span>
      </p>
    </div>
  )
}
