/** A workshop that nobody runs: faults drawn at random, outcomes drawn from other likelihoods than the table's. */
import { diagnose, type Answer } from '../noise/diagnose.ts'
import type { Knowledge, NoiseTest } from '../noise/knowledge.ts'

/** Likelihoods of one world: those of a table, each changed by up to `by` of itself, and evened out again. */
export type World = (test: NoiseTest, cause: string) => readonly number[]

export function worldBeside(random: () => number, by = 0.2): World {
  const known = new Map<string, readonly number[]>()
  return (test, cause) => {
    const key = `${test.id} ${cause}`
    const before = known.get(key)
    if (before !== undefined) return before
    const p = test.rows.find(({ causes }) => causes.includes(cause))?.p ?? test.otherwise
    const changed = p.map((each) => each * (1 + by * (2 * random() - 1)))
    const sum = changed.reduce((total, each) => total + each, 0)
    const made = changed.map((each) => each / sum)
    known.set(key, made)
    return made
  }
}

export function drawn<Item>(items: readonly Item[], weights: readonly number[], random: () => number): Item {
  let left = random() * weights.reduce((sum, each) => sum + each, 0)
  for (const [i, item] of items.entries()) {
    left -= weights[i] ?? 0
    if (left <= 0) return item
  }
  return items.at(-1) as Item
}

export interface Job {
  readonly cause: string
  /** Whether the cause was first in the end, and what it was given. */
  readonly right: boolean
  readonly given: number
  readonly tests: number
}

export interface JobOptions {
  readonly knowledge: Knowledge
  readonly world: World
  readonly random: () => number
  /** The next test: the one proposed, or in a fixed order. */
  readonly order: 'proposed' | readonly string[]
  readonly max: number
  /** Probability at which the work stops. */
  readonly sureAt: number
}

/** A car comes in: what is heard and when is asked, then one test at a time until somebody is sure. */
export function oneJob({ knowledge, world, random, order, max: most, sureAt }: JobOptions): Job {
  const cause = drawn(
    knowledge.causes.map(({ id }) => id),
    knowledge.causes.map(({ prior }) => prior),
    random,
  )
  const answer = (test: NoiseTest): Answer => ({
    test: test.id,
    outcome: drawn(
      test.outcomes.map(({ id }) => id),
      world(test, cause),
      random,
    ),
  })
  const answers = knowledge.tests.filter(({ ask }) => ['heard', 'when', 'since', 'sign'].includes(ask)).map(answer)
  let tests = 0
  for (;;) {
    const result = diagnose(knowledge, answers)
    if (!result.ok) throw new Error('A made-up answer was refused.')
    const { causes, next } = result.diagnosis
    const [first] = causes
    const proposed = next[0]?.test
    const following =
      order === 'proposed'
        ? proposed
        : knowledge.tests.find(({ id }) => id === order.find((each) => next.some(({ test }) => test.id === each)))
    if ((first?.probability ?? 0) >= sureAt || tests >= most || following === undefined)
      return { cause, right: first?.cause.id === cause, given: first?.probability ?? 0, tests }
    answers.push(answer(following))
    tests++
  }
}
