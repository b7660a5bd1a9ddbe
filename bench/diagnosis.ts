import { NOMINAL_KNOWLEDGE, type NoiseTest } from '@emery/core/noise'
import {
  oneJob,
  patient,
  searcher,
  worldBeside,
  type Job,
  type Patient,
  type Searcher,
} from '../core/src/testing/workshop.ts'
import { randomFrom } from '../core/src/testing/random.ts'
import { oneCause } from './one-cause.ts'

/** A made-up workshop: one or two faults, outcomes from likelihoods up to a fifth beside the table's, a third of the symptoms unanswered; six tests. */
const SEED = Number(process.env['EMERY_SEED'] ?? 20261129)
const PATIENTS = Number(process.argv[2] ?? 2000)
const MOST_TESTS = 6
const UNANSWERED = 0.33
const TWO_FAULTS = 0.35
/** Share of its own questions that the drive answers, and what it has: one ribbed belt with a spring arm, as most cars that come in. */
const DRAWN = 0.5
const HAS = { arm: true, byHand: true, clutch: true, narrow: false, vee: false, teeth: false, pair: false } as const
const RARE = 0.002
const knowledge = NOMINAL_KNOWLEDGE

const random = randomFrom(SEED)
const patients = Array.from({ length: PATIENTS }, () =>
  patient({
    knowledge,
    world: worldBeside(knowledge, random),
    random,
    count: random() < TWO_FAULTS ? 2 : 1,
    unanswered: UNANSWERED,
    drawn: DRAWN,
    has: HAS,
  }),
)
// Each patient answers both searches alike: what a test shows does not hang on who asks.
const steady = patients.map((each): Patient => {
  const known = new Map(each.said.map((answer) => [answer.test, answer]))
  return {
    ...each,
    answer: (test) => {
      const answer = known.get(test.id) ?? each.answer(test)
      known.set(test.id, answer)
      return answer
    },
  }
})
const percent = (share: number) => `${(100 * share).toFixed(1)} %`
const share = (of: readonly Job[], is: (job: Job) => boolean) => percent(of.filter(is).length / Math.max(1, of.length))

/** The two minutes of looking that the page asks for before any test. */
const looks = knowledge.tests.filter(({ look, needs = [] }) => look === true && needs.every((need) => HAS[need]))

function told(name: string, search: Searcher, before: readonly NoiseTest[] = []) {
  const begun = performance.now()
  const jobs = steady.map((car) => oneJob({ knowledge, patient: car, search, max: MOST_TESTS, before }))
  const each = (performance.now() - begun) / (PATIENTS * (MOST_TESTS + 1))
  const [one, two] = [1, 2].map((count) => jobs.filter(({ faults }) => faults.length === count))
  const rare = jobs.flatMap(({ answers, causes, faults }) =>
    answers.flatMap(({ test, outcome }) =>
      (knowledge.tests.find(({ id }) => id === test)?.findings ?? [])
        .filter(
          (finding) => finding.outcome === outcome && finding.falseAlarm <= RARE && faults.includes(finding.cause),
        )
        .map(({ cause }) => causes.find(({ id }) => id === cause)?.probability ?? 0),
    ),
  )
  const outvoted = rare.filter((probability) => probability < 0.9).length
  const row = `| ${name} | ${share(one ?? [], ({ faults, named }) => faults.every((fault) => named.includes(fault)))} | ${share(two ?? [], ({ faults, named }) => faults.some((fault) => named.includes(fault)))} | ${share(two ?? [], ({ faults, causes, named }) => faults.every((fault) => named.includes(fault) || causes.slice(0, 2).some(({ id }) => id === fault)))} | ${outvoted} of ${rare.length} | ${each.toFixed(1)} |`
  return { jobs, row }
}

const now = told('sets of faults', searcher(knowledge, HAS))
const looked = told(`sets of faults, ${looks.length} looks first`, searcher(knowledge, HAS), looks)
const before = told('one cause at a time', oneCause(knowledge))
const bands = (jobs: readonly Job[]) => {
  const said = jobs.flatMap(({ causes, faults }) =>
    causes.map(({ id, probability }) => ({ probability, is: faults.includes(id) })),
  )
  return Array.from({ length: 10 }, (_, i) => {
    const these = said.filter(({ probability }) => probability >= i / 10 && (probability < (i + 1) / 10 || i === 9))
    const mean = these.reduce((sum, { probability }) => sum + probability, 0) / Math.max(1, these.length)
    return { count: these.length, mean, happened: these.filter(({ is }) => is).length / Math.max(1, these.length) }
  })
}
const [calibrated, old] = [bands(now.jobs), bands(before.jobs)]
const cell = ({ count, mean, happened }: (typeof calibrated)[number]) =>
  count === 0 ? ' | | ' : `${count} | ${percent(mean)} | ${percent(happened)}`
process.stdout.write(
  [
    `Seed ${SEED}, ${PATIENTS} patients, ${MOST_TESTS} tests each.`,
    '',
    '| search | of one fault: named | of two: one named | of two: both among those named or the first two | rare findings outvoted | ms a step |',
    '| --- | ---: | ---: | ---: | ---: | ---: |',
    now.row,
    looked.row,
    before.row,
    '',
    '| said | sets: causes | mean said | happened | one cause: causes | mean said | happened |',
    '| --- | ---: | ---: | ---: | ---: | ---: | ---: |',
    ...calibrated.map((each, i) => `| ${i * 10} to ${(i + 1) * 10} % | ${cell(each)} | ${cell(old[i] ?? each)} |`),
    '',
  ].join('\n'),
)
