/** The search as it was: naive Bayes, one cause at a time. Kept to be held against the one there is. */
import type { Answer, Knowledge, NoiseTest } from '@emery/core/noise'
import type { Searcher } from '../core/src/testing/workshop.ts'

const BY_HAZARD = [1, 0.7, 0.4] as const
const AROUND_MINUTES = 3

/** Ranks the causes of an edition by its rows alone. */
export function oneCause({ causes, tests }: Pick<Knowledge, 'causes' | 'tests'>): Searcher {
  const row = (test: NoiseTest, cause: string) =>
    test.rows.find((each) => each.causes.includes(cause))?.p ?? test.otherwise
  const entropy = (p: readonly number[]) => -p.reduce((sum, each) => (each > 0 ? sum + each * Math.log2(each) : sum), 0)
  const information = (test: NoiseTest, p: readonly number[]) =>
    test.outcomes.reduce((sum, _, at) => {
      const joint = causes.map(({ id }, c) => (row(test, id)[at] ?? 0) * (p[c] ?? 0))
      const likely = joint.reduce((total, each) => total + each, 0)
      return likely <= 0 ? sum : sum - likely * entropy(joint.map((each) => each / likely))
    }, entropy(p))
  const worth = (test: NoiseTest, p: readonly number[]) =>
    ((BY_HAZARD[test.hazard ?? 0] ?? 1) * information(test, p)) / (AROUND_MINUTES + test.minutes)
  return (answers: readonly Answer[]) => {
    const logs = causes.map(({ id, prior }) =>
      answers.reduce((sum, { test: asked, outcome }) => {
        const test = tests.find((each) => each.id === asked)
        const at = test?.outcomes.findIndex((each) => each.id === outcome) ?? -1
        return test === undefined ? sum : sum + Math.log(row(test, id)[at] ?? 1)
      }, Math.log(prior)),
    )
    const most = Math.max(...logs)
    const weights = logs.map((log) => Math.exp(log - most))
    const all = weights.reduce((sum, each) => sum + each, 0)
    const p = weights.map((each) => each / all)
    const ordered = causes
      .map(({ id }, c) => ({ id, probability: p[c] ?? 0 }))
      .toSorted((a, b) => b.probability - a.probability)
    return {
      causes: ordered,
      next: tests
        .filter(({ id, ask }) => ask === 'test' && !answers.some(({ test }) => test === id))
        .map((test) => ({ id: test.id, worth: worth(test, p) }))
        .toSorted((a, b) => b.worth - a.worth)
        .map(({ id }) => id),
      // It names one; the second stands for what else it would have looked at.
      named: ordered.slice(0, 1).map(({ id }) => id),
    }
  }
}
