import { checkOf, type PartJudged } from '@emery/core/wear'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { WORD } from './inspection-words.ts'
import styles from './inspection.module.css'

interface PartListProps {
  readonly parts: readonly PartJudged[]
  readonly inHand: string
  readonly beltOff: boolean
  readonly onTake: (part: string) => void
}

/** Every part in the order of the walk, with how much of it was read and what that comes to. */
export function PartList({ parts, inHand, beltOff, onTake }: PartListProps) {
  return (
    <ol className={styles['parts']} aria-label="Parts" data-scrolls>
      {parts.map(({ part, verdict, checks }) => {
        const read = checks.filter((each) => each.verdict !== 'unknown').length
        const now = checks.filter(
          ({ check, verdict: of }) => of === 'unknown' && check !== 'age' && canBeSeen(checkOf(check).belt, beltOff),
        ).length
        return (
          <li key={part.id}>
            <button type="button" aria-current={part.id === inHand} onClick={() => onTake(part.id)}>
              <VerdictMark verdict={verdict} label={WORD[verdict]} size={16} />
              <span>{part.name}</span>
              <span className={styles['count']} title={`${read} of ${checks.length} known`} data-open={now > 0}>
                {read}/{checks.length}
              </span>
            </button>
          </li>
        )
      })}
    </ol>
  )
}

/** Whether a check can be done as the belt is. */
export function canBeSeen(belt: 'on' | 'off' | 'any', beltOff: boolean): boolean {
  return belt === 'any' || (belt === 'off') === beltOff
}
