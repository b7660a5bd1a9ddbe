import type { SettledBelt } from '@emery/core/path'
import { matchedSet, type MatchedSet } from '@emery/core/tension'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import styles from '../tension.module.css'
import { useUnits } from '../../ui/use-units.ts'

/** Whether the belts of a set pull alike, from the newest reading kept of each, by whichever way they were read. */
export function Matched({ belt }: { readonly belt: SettledBelt }) {
  const units = useUnits()
  const { settled } = useBench()
  const set = matchedSet(belt, settled.drive.tensions ?? [])
  const text = (value: number) => (set.by === 'twist' ? `${Math.round(value)}°` : units.force.text(value))
  return (
    <div className={styles['answer']} role="group" aria-label="Matched set">
      <p>
        <VerdictMark verdict={set.matched === null ? 'unknown' : set.matched ? 'fine' : 'act'} label="" size={18} />
        <span>
          {set.read.map((value, i) => (
            <span key={i} className={styles['strand']}>
              {strandName(i)} {value === null ? 'not read' : text(value)}
            </span>
          ))}
          {matchedWords(set)}
        </span>
      </p>
    </div>
  )
}

export function strandName(i: number): string {
  return i === 0 ? 'Front belt' : `Belt ${i + 1}`
}

function matchedWords({ by, apart, allowed, matched, slackest }: MatchedSet): string {
  const within = `${Math.round(100 * allowed)} %`
  if (apart === null)
    return `Read every belt of the set on the same span, the same way, and save each reading. A matched set agrees within ${within}.`
  const difference = `${Math.round(100 * apart)} %`
  const rough = by === 'twist' ? ' A twist is rough: pluck or press both before you buy.' : ''
  if (matched === true || slackest === null) return `Matched: difference ${difference}.${rough}`
  return `Difference ${difference}, more than ${within}. ${strandName(slackest)} is the slacker one: it is stretched, or its grooves are worn. Replace the whole set, never a single belt.${rough}`
}
