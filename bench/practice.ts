/**
 * The diagnosis on cars that run: a thousand simulated drives with one fault, of which what is heard, seen and measured comes from the running drive and not
 * from the diagnosis's own table. Half of them may be looked at when something is mended; the other half only counts.
 */
import { NOMINAL_KNOWLEDGE, partsOfDrive, type Answer, type NoiseTest } from '@emery/core/noise'
import { practicePatient } from '@emery/core/practice'
import { DEMO_DRIVES, demoDrive } from '../core/src/testing/demo-drives.ts'
import { searcher } from '../core/src/testing/workshop.ts'

const PATIENTS = Number(process.argv[2] ?? 1000)
const SEED = 20261130
const MOST_TESTS = 8
const isShown = process.argv.includes('--looked-at')
const drives = DEMO_DRIVES.map(demoDrive)
const knowledge = NOMINAL_KNOWLEDGE
/** The order of somebody who always begins in the same place. */
const FIXED = [
  'look-belt',
  'tension-reading',
  'straightedge',
  'number',
  'water',
  'wrench',
  'spin',
  'rock',
  'grooves-look',
  'watch-damper',
]

interface Outcome {
  readonly fault: string
  readonly cause: string
  readonly right: boolean
  readonly tests: number
  readonly minutes: number
  readonly first: string
  readonly path: string
}

const lookedAt: Outcome[][] = [[], []]
const keptBack: Outcome[][] = [[], []]
for (let i = 0; i < PATIENTS; i++) {
  const patient = practicePatient(drives, SEED + i)
  const has = partsOfDrive(patient.car.whole.drive)
  const search = searcher(knowledge, has)
  const answer = ({ id }: NoiseTest): Answer | null => {
    const shown = patient.tests.show(id)
    return shown === null ? null : { test: id, outcome: shown.outcome }
  }
  const said = knowledge.tests
    .filter(({ ask }) => ask !== 'test' && ask !== 'drive' && ask !== 'sound')
    .flatMap((test) => answer(test) ?? [])
  const possible = knowledge.tests.filter(
    ({ ask, needs = [] }) => ask === 'test' && needs.every((need) => has[need] !== false),
  )
  const through = (next: (untold: readonly string[], can: (id: string) => boolean) => string | undefined): Outcome => {
    const answers = [...said]
    let minutes = 0
    let rightAfter: number | null = null
    let rightMinutes = 0
    let causes: ReturnType<typeof search>['causes'] = []
    for (let k = 0; k <= MOST_TESTS; k++) {
      const ranked = search(answers)
      ;({ causes } = ranked)
      const right = causes[0]?.id === patient.cause && causes[0].probability > 0.5
      if (right && rightAfter === null) [rightAfter, rightMinutes] = [k, minutes]
      if (!right) rightAfter = null
      const can = (id: string) => possible.some((each) => each.id === id) && !answers.some(({ test }) => test === id)
      const asked = k === MOST_TESTS ? undefined : next(ranked.next, can)
      const test = possible.find(({ id }) => id === asked)
      const shown = test === undefined ? null : answer(test)
      if (test === undefined || shown === null) break
      answers.push(shown)
      minutes += test.minutes
    }
    return {
      fault: patient.fault.kind,
      cause: patient.cause,
      right: causes[0]?.id === patient.cause,
      tests: rightAfter ?? MOST_TESTS,
      minutes: rightAfter === null ? minutes : rightMinutes,
      first: causes[0]?.id ?? '',
      path: answers.map(({ test, outcome }) => `${test}=${outcome}`).join(' '),
    }
  }
  const into = i % 2 === 0 ? lookedAt : keptBack
  into[0]?.push(through((next, can) => next.find(can)))
  into[1]?.push(through((_, can) => FIXED.find(can)))
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`
const row = (name: string, outcomes: readonly Outcome[]) => {
  const right = outcomes.filter(({ right: is }) => is)
  const minutes = right.map((each) => each.minutes).toSorted((a, b) => a - b)
  return `| ${name} | ${outcomes.length} | ${percent(right.length / outcomes.length)} | ${minutes[Math.floor(minutes.length / 2)]} | ${minutes[Math.floor(0.9 * minutes.length)]} |`
}
const [searched, fixed] = lookedAt
const [searchedBack, fixedBack] = keptBack
process.stdout.write(
  [
    `Seed ${SEED}, ${PATIENTS} cars with one fault, up to ${MOST_TESTS} tests.`,
    '',
    '| way of testing | cars | right | minutes until it is surely named, median | 90 % |',
    '| --- | ---: | ---: | ---: | ---: |',
    row('what tells most next, cars looked at', searched ?? []),
    row('what tells most next, cars kept back', searchedBack ?? []),
    row('always the same order, cars looked at', fixed ?? []),
    row('always the same order, cars kept back', fixedBack ?? []),
    '',
    '| fault, cars looked at | cars | right | taken for |',
    '| --- | ---: | ---: | --- |',
    ...[...new Set((searched ?? []).map(({ fault }) => fault))].toSorted().map((fault) => {
      const these = (searched ?? []).filter((each) => each.fault === fault)
      const wrong = these.filter(({ right }) => !right).map(({ first }) => first)
      const counted = [...new Set(wrong)].map((first) => `${first} ${wrong.filter((each) => each === first).length}`)
      return `| ${fault} | ${these.length} | ${percent(these.filter(({ right }) => right).length / these.length)} | ${counted.join(', ')} |`
    }),
    '',
  ].join('\n'),
)
if (isShown)
  for (const each of searched ?? [])
    if (!each.right) process.stdout.write(`${each.fault} → ${each.first}: ${each.path}\n`)
