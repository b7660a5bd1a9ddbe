import { NOMINAL_KNOWLEDGE } from '@emery/core/noise'
import { oneJob, worldBeside, type Job } from '../core/src/testing/workshop.ts'
import { randomFrom } from '../core/src/testing/random.ts'

/** A made-up workshop: faults drawn at random, outcomes from likelihoods up to a fifth beside the table's, tests as proposed or in a fixed order. */
const SEED = Number(process.env['EMERY_SEED'] ?? 20261125)
const JOBS = 2000
const knowledge = NOMINAL_KNOWLEDGE
const fixed = knowledge.tests.filter(({ ask }) => ask === 'test').map(({ id }) => id)

function jobs(order: 'proposed' | readonly string[], most: number, sureAt: number): readonly Job[] {
  const random = randomFrom(SEED)
  return Array.from({ length: JOBS }, () =>
    oneJob({ knowledge, world: worldBeside(random), random, order, max: most, sureAt }),
  )
}
const right = (of: readonly Job[]) => of.filter((job) => job.right).length / of.length
const mean = (of: readonly Job[]) => of.reduce((sum, { tests }) => sum + tests, 0) / of.length
const percent = (share: number) => `${(100 * share).toFixed(1)} %`

const six = jobs('proposed', 6, 2)
const stopped = jobs('proposed', 6, 0.95)
const proposed = jobs('proposed', 40, 0.95)
const inOrder = jobs(fixed, 40, 0.95)
process.stdout.write(
  [
    `Seed ${SEED}, ${JOBS} jobs each.`,
    '',
    '| tests | right cause first | mean tests |',
    '| --- | ---: | ---: |',
    `| six as proposed | ${percent(right(six))} | ${mean(six).toFixed(1)} |`,
    `| as proposed, until 95 in 100 or six | ${percent(right(stopped))} | ${mean(stopped).toFixed(1)} |`,
    `| as proposed, until 95 in 100 | ${percent(right(proposed))} | ${mean(proposed).toFixed(1)} |`,
    `| in a fixed order, until 95 in 100 | ${percent(right(inOrder))} | ${mean(inOrder).toFixed(1)} |`,
    '',
    `${percent(1 - mean(proposed) / mean(inOrder))} fewer tests than in a fixed order.`,
    '',
    '| given to the first cause after six | jobs | it was right |',
    '| --- | ---: | ---: |',
    ...Array.from({ length: 10 }, (_, i) => {
      const these = six.filter(({ given }) => given >= i / 10 && (given < (i + 1) / 10 || i === 9))
      return these.length === 0
        ? `| ${i * 10} to ${(i + 1) * 10} % | 0 | |`
        : `| ${i * 10} to ${(i + 1) * 10} % | ${these.length} | ${percent(right(these))} |`
    }),
    '',
  ].join('\n'),
)
