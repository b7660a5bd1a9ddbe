/** An exercise in finding a fault: a car, a complaint, a clock and a purse. docs/mechanics/practice.md */
import type { CheckedDrive } from '../drive/drive.ts'
import { diagnose, type Answer } from '../noise/diagnose.ts'
import { partsOfDrive } from '../noise/drive-parts.ts'
import type { Knowledge } from '../noise/knowledge.ts'
import type { NoiseTest } from '../noise/knowledge-file.ts'
import { inWordsOf, beltKindOf } from '../noise/other-words.ts'
import { randomFrom } from '../numerics/random.ts'
import { FAULTS, type FaultKind, type RunFault } from '../running/faults.ts'
import { practicePatient, type Patient } from './patient.ts'
import { isCured, remedyOf, type Remedy } from './remedies.ts'
import { PracticeTests, type Shown } from './tests.ts'
import { PracticeCar } from './car.ts'

export const GRADES = [1, 2, 3] as const
export type Grade = (typeof GRADES)[number]

/** Faults by grade: what shows at once, what takes a measurement, what hides behind something else. */
export const FAULTS_OF_GRADE: Readonly<Record<Grade, readonly FaultKind[]>> = {
  1: ['out-of-line', 'worn-belt', 'low-tension', 'bad-bearing', 'contaminated', 'glazed'],
  2: ['groove-off', 'weak-tensioner', 'bearing-play', 'damper', 'seized', 'tilted', 'wrong-belt'],
  3: ['worn-bush', 'stuck-tensioner', 'too-long', 'flexing', 'debris', 'decoupler', 'over-tension'],
}

/** What an exercise is made from; the same makes the same. */
export interface ExerciseKey {
  readonly grade: Grade
  readonly seed: number
  /** The one fault it is about; any of its grade when left out. */
  readonly fault?: FaultKind
}

/** The twelve that ship, four of each grade. */
export const EXERCISES: readonly (ExerciseKey & { readonly id: string; readonly title: string })[] = [
  { id: '1-1', title: 'Sings at the lights', grade: 1, seed: 101, fault: 'out-of-line' },
  { id: '1-2', title: 'Squeals with the lamps on', grade: 1, seed: 102, fault: 'worn-belt' },
  { id: '1-3', title: 'Rumbles on the way home', grade: 1, seed: 103, fault: 'bad-bearing' },
  { id: '1-4', title: 'After the oil change', grade: 1, seed: 104, fault: 'contaminated' },
  { id: '2-1', title: 'Chirps since the belt', grade: 2, seed: 201, fault: 'groove-off' },
  { id: '2-2', title: 'Pulls away loudly', grade: 2, seed: 202, fault: 'weak-tensioner' },
  { id: '2-3', title: 'Chirps with the cooling on', grade: 2, seed: 203, fault: 'bearing-play' },
  { id: '2-4', title: 'Something wobbles', grade: 2, seed: 204, fault: 'damper' },
  { id: '3-1', title: 'A third new belt', grade: 3, seed: 301, fault: 'worn-bush' },
  { id: '3-2', title: 'Only under load', grade: 3, seed: 302, fault: 'flexing' },
  { id: '3-3', title: 'Knocks, then flutters', grade: 3, seed: 303, fault: 'debris' },
  { id: '3-4', title: 'The forum said this one fits', grade: 3, seed: 304, fault: 'too-long' },
]

export interface Exercise {
  readonly key: ExerciseKey
  readonly patient: Patient
  /** What the owner says. */
  readonly complaint: string
  /** What the owner's words answer already. */
  readonly said: readonly Answer[]
  /** The clock and the purse: minutes and made-up money that a good day would need, and a half more. */
  readonly minutes: number
  readonly money: number
}

/** What somebody did to a practice car, in order. */
export type Doing =
  | { readonly is: 'test'; readonly test: string }
  | { readonly is: 'remedy'; readonly remedy: string; readonly at: string }
  | { readonly is: 'named'; readonly cause: string }

const DEFAULT_MINUTES = 15

/** An exercise on one of several drives. */
export function exerciseOf(key: ExerciseKey, drives: readonly CheckedDrive[]): Exercise {
  const random = randomFrom(key.seed)
  const kinds = key.fault === undefined ? FAULTS_OF_GRADE[key.grade] : [key.fault]
  // In whatever order they come, the same seed takes the same one.
  const inOrder = drives.toSorted((a, b) => (orderOf(a) < orderOf(b) ? -1 : 1))
  const patient = practicePatient(inOrder, Math.floor(random() * 2 ** 31), kinds)
  const asked = ['heard', 'damp', 'idle', 'throttle', 'load', 'new-belt', 'charge-light', 'thrown']
  // Nobody tells everything: what the owner has not noticed has to be tried.
  const told = asked.filter((id) => id === 'heard' || random() < 0.6)
  const said = told.flatMap((test) => {
    const shown = patient.tests.show(test)
    return shown === null ? [] : [{ test, outcome: shown.outcome }]
  })
  const best = bestRemedy(patient)
  return {
    key,
    patient,
    complaint: told.flatMap((test) => complaintOf(test, patient.tests.show(test))).join(' '),
    said,
    minutes: Math.round(1.5 * (best.minutes + DEFAULT_MINUTES)),
    money: Math.round(1.5 * Math.max(60, best.price)),
  }
}

const orderOf = ({ name, belts }: CheckedDrive) => JSON.stringify([name, belts.map(({ id, length }) => [id, length])])

/** The owner's words for what they noticed; nothing for what they did not. */
function complaintOf(test: string, shown: Shown | null): readonly string[] {
  if (shown === null) return []
  if (test === 'heard') return [HEARD[shown.outcome] ?? 'Something is not right.']
  if (shown.outcome === 'no') return test === 'new-belt' ? ['Nobody has touched it lately.'] : []
  return [NOTICED[test] ?? shown.words]
}

const HEARD: Readonly<Record<string, string>> = {
  chirp: '“It goes chirp, chirp, chirp under the bonnet.”',
  squeal: '“It squeals so that people turn round.”',
  whine: '“There is a whine that goes up with the engine.”',
  grind: '“There is a rough rumbling at the front of the engine.”',
  slap: '“Something slaps about in there.”',
  rattle: '“Something rattles.”',
  none: '“It does not pull as it should, and the lamp comes on.”',
}
const NOTICED: Readonly<Record<string, string>> = {
  damp: '“Worse in the rain.”',
  idle: '“Worst when I stand at the lights.”',
  throttle: '“Worse when I step on it.”',
  load: '“Worse with lamps and blower on.”',
  'new-belt': '“It has had a new belt lately.”',
  'charge-light': '“The battery lamp comes on.”',
  thrown: '“The belt came off once.”',
}

/** What should be done, cheapest first. */
function bestRemedy({ car, fault }: Patient): Remedy {
  const drive = car.whole.drive
  const cures = [
    'align',
    'straighten',
    'move-over',
    'set-tension',
    'clean',
    'fit-belt',
    'bracket',
    'clutch',
    'tensioner',
    'part',
    'damper',
  ]
    .map(remedyOf)
    .filter((remedy) => remedy.places(drive).some((place) => isCured(drive, fault, remedy, place)))
  const [best] = cures
  if (best === undefined) throw new Error(`Nothing mends ${fault.kind}.`)
  return best
}

/** How a car stands after what was done. */
export interface Standing {
  readonly minutes: number
  readonly money: number
  /** What every test showed, those done again too, in order. */
  readonly shown: readonly { readonly test: string; readonly shown: Shown }[]
  readonly faults: readonly RunFault[]
  /** Parts bought that the fault did not need. */
  readonly wrongParts: readonly string[]
  readonly named: string | null
  readonly isMended: boolean
  /** Tests of the car as it is now. */
  readonly tests: PracticeTests
}

/** Works out what came of what was done. Tests after a repair show the car as it is then. */
export function standingAfter(exercise: Exercise, knowledge: Knowledge, doings: readonly Doing[]): Standing {
  const { patient } = exercise
  const drive = patient.car.whole.drive
  let faults: readonly RunFault[] = [patient.fault]
  let tests = patient.tests
  let [minutes, money, named]: [number, number, string | null] = [0, 0, null]
  const shown: { test: string; shown: Shown }[] = []
  const wrongParts: string[] = []
  const best = bestRemedy(patient)
  for (const doing of doings) {
    if (doing.is === 'named') named = doing.cause
    else if (doing.is === 'test') {
      minutes += testOf(knowledge, doing.test)?.minutes ?? 0
      const found = tests.show(doing.test)
      if (found !== null) shown.push({ test: doing.test, shown: found })
    } else {
      const remedy = remedyOf(doing.remedy)
      minutes += remedy.minutes
      money += remedy.price
      const left = faults.filter((fault) => !isCured(drive, fault, remedy, doing.at))
      const helped = left.length < faults.length
      if (remedy.price > 0 && (!helped || remedy.price > best.price + 20)) wrongParts.push(remedy.id)
      if (helped) {
        faults = left
        tests = new PracticeTests(new PracticeCar(drive, left), exercise.key.seed, patient.newBelt)
      }
    }
  }
  return { minutes, money, shown, faults, wrongParts, named, isMended: faults.length === 0, tests }
}

const testOf = ({ tests }: Knowledge, id: string): NoiseTest | undefined => tests.find((each) => each.id === id)

/** What one test told: how sure one could be of the fault before and after it. */
export interface Told {
  readonly test: string
  readonly words: string
  readonly before: number
  readonly after: number
}

/** What is told at the end. */
export interface Telling {
  readonly fault: string
  readonly cause: string
  /** Whether what was written down is what it was. */
  readonly isNamedRight: boolean
  readonly told: readonly Told[]
  /** The tests that would have told it soonest, and what mends it. */
  readonly best: readonly {
    readonly test: string
    readonly minutes: number
    readonly words: string
    readonly after: number
  }[]
  readonly remedy: string
  readonly bestMinutes: number
}

/** How sure one should be before a part is bought. */
const SURE = 0.8
const MOST_TESTS = 8

/** What it was, what every test told, and the way that would have been shortest. */
export function tellingOf(exercise: Exercise, knowledge: Knowledge, doings: readonly Doing[]): Telling {
  const { patient, said } = exercise
  const drive = patient.car.whole.drive
  const words = inWordsOf(knowledge, beltKindOf(drive))
  const has = partsOfDrive(drive)
  const ranked = (answers: readonly Answer[]) => {
    const result = diagnose(words, answers, { has })
    return result.ok ? result.diagnosis : null
  }
  const sureOf = (answers: readonly Answer[]) =>
    ranked(answers)?.causes.find(({ cause }) => cause.id === patient.cause)?.probability ?? 0
  const told: Told[] = []
  let answers = said
  for (const doing of doings) {
    if (doing.is !== 'test' || answers.some(({ test }) => test === doing.test)) continue
    const shown = patient.tests.show(doing.test)
    if (shown === null) continue
    const before = sureOf(answers)
    answers = [...answers, { test: doing.test, outcome: shown.outcome }]
    told.push({ test: doing.test, words: shown.words, before, after: sureOf(answers) })
  }
  const best: { test: string; minutes: number; words: string; after: number }[] = []
  let way = said
  for (let i = 0; i < MOST_TESTS && sureOf(way) < SURE; i++) {
    // The one that tells most of this fault a minute: known only to whoever knows the end.
    const sure = sureOf(way)
    const next = knowledge.tests
      .filter(
        ({ id, ask, needs = [] }) =>
          ask === 'test' && needs.every((need) => has[need] !== false) && !way.some(({ test }) => test === id),
      )
      .flatMap((test) => {
        const shown = patient.tests.show(test.id)
        if (shown === null) return []
        const after = sureOf([...way, { test: test.id, outcome: shown.outcome }])
        return [{ test, shown, after, worth: (after - sure) / (test.minutes + AROUND_MINUTES) }]
      })
      .toSorted((a, b) => b.worth - a.worth)[0]
    if (next === undefined || next.worth <= 0) break
    way = [...way, { test: next.test.id, outcome: next.shown.outcome }]
    best.push({ test: next.test.id, minutes: next.test.minutes, words: next.shown.words, after: next.after })
  }
  const remedy = bestRemedy(patient)
  const named = doings.findLast(({ is }) => is === 'named')
  return {
    fault: FAULTS[patient.fault.kind].name,
    cause: patient.cause,
    isNamedRight: named?.is === 'named' && named.cause === patient.cause,
    told,
    best,
    remedy: remedy.name,
    bestMinutes: remedy.minutes + best.reduce((sum, { minutes }) => sum + minutes, 0),
  }
}

/** Minutes that go by around every test. */
const AROUND_MINUTES = 3
