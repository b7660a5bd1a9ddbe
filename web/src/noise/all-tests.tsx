import type { HasParts, Knowledge, NextTest, NoiseTest } from '@emery/core/noise'
import styles from './all-tests.module.css'
import rows from './noise.module.css'
import type { NoiseSearch } from './noise-store.ts'

interface AllTestsProps {
  readonly knowledge: Knowledge
  readonly search: NoiseSearch
  readonly has: HasParts
  readonly next: readonly NextTest[]
  readonly onOpen: (test: string) => void
}

/** Every test that fits this drive, with what it would tell: one that was done already is entered without going through the others. */
export function AllTests({ knowledge: { tests }, search, has, next, onOpen }: AllTestsProps) {
  const bits = new Map(next.map(({ test, information }) => [test.id, information]))
  const open = tests
    .filter(
      ({ ask, id, needs = [] }) => ask === 'test' && needs.every((need) => has[need] !== false) && !isDone(search, id),
    )
    .toSorted((a, b) => (bits.get(b.id) ?? 0) - (bits.get(a.id) ?? 0))
  if (open.length === 0) return null
  return (
    <details className={styles['allTests']}>
      <summary>Enter another test ({open.length})</summary>
      <ul className={rows['tests']}>
        {open.map((test) => (
          <li key={test.id}>
            <button type="button" onClick={() => onOpen(test.id)}>
              <b>{test.name}</b>
              <span>{[minutesOf(test), tellsWords(bits.get(test.id))].filter((each) => each !== '').join(', ')}</span>
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
}

function isDone({ answers }: NoiseSearch, id: string): boolean {
  return answers.some(({ test }) => test === id)
}

function minutesOf({ minutes }: NoiseTest): string {
  return minutes === 0 ? '' : `${minutes} min`
}

/** Bits from which a test tells much, and some. */
const TELLS = { much: 0.25, some: 0.05 } as const

/** What a test is expected to tell now; nothing is said of one that waits for another. */
function tellsWords(bits: number | undefined): string {
  if (bits === undefined) return ''
  return bits >= TELLS.much ? 'tells much' : bits >= TELLS.some ? 'tells something' : 'tells little now'
}
