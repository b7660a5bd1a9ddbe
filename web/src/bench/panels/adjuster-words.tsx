import { isAssumed, kindOf, type Adjuster } from '@emery/core/adjusters'
import type { SettledBelt } from '@emery/core/path'
import type { BeltSolution } from '@emery/core/solution'
import { Caution } from '../../ui/caution.tsx'
import { Term } from '../../ui/term.tsx'
import { useLengths } from '../../ui/use-lengths.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import styles from './adjuster-words.module.css'

const FIXED_CAUTION = 'Engine off, key out. Turn the engine by hand, never with the starter, to roll a belt on.'

/** What can hurt when a belt is changed, by what takes it up; null for fixed centres. */
export function AdjusterCaution({ adjuster }: { readonly adjuster: Adjuster | null }) {
  return <Caution>{adjuster === null ? FIXED_CAUTION : kindOf(adjuster).caution}</Caution>
}

/** Where the adjuster sits, in words and in what can be read off the part itself. */
export function AdjusterWords({ belt, answer }: { readonly belt: SettledBelt; readonly answer: BeltSolution }) {
  const lengths = useLengths()
  const { adjuster } = belt
  if (adjuster === null) return <p>No adjuster on the drawing: fixed centres, or not added yet.</p>
  if (adjuster.u === null) {
    const unfinished = !belt.path.ok && belt.path.why !== 'overlap'
    const why = unfinished
      ? 'Known once the belt has a path.'
      : belt.belt.length === null
        ? 'Enter the belt’s length to see the adjuster position.'
        : 'The adjuster cannot reach this belt length.'
    return (
      <p className={styles['where']}>
        <VerdictMark verdict={unfinished || belt.belt.length === null ? 'unknown' : 'act'} /> {why}
      </p>
    )
  }
  if (isAssumed(adjuster.adjuster))
    return (
      <p className={styles['where']}>
        <VerdictMark verdict="unknown" /> Not known: the adjuster’s dimensions are not read. Read or confirm them in
        Measure.
      </p>
    )
  return (
    <p className={styles['where']}>
      <strong className="figures">{Math.round(100 * adjuster.u)} %</strong> of <Term of="travel">travel</Term>
      <small>
        {kindOf(adjuster.adjuster).readingText(adjuster.adjuster, answer.adjuster?.value ?? 0, lengths.text)}
      </small>
    </p>
  )
}
