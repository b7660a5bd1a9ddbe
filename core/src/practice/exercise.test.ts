import { describe, expect, test } from '@jest/globals'
import { NOMINAL_KNOWLEDGE } from '../noise/knowledge.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { EXERCISES, exerciseOf, FAULTS_OF_GRADE, GRADES, standingAfter, tellingOf, type Doing } from './exercise.ts'
import { CAUSE_OF } from './patient.ts'
import { isCured, REMEDIES } from './remedies.ts'
import { PRACTICE_TESTS } from './tests.ts'

const drives = DEMO_DRIVES.map(demoDrive)
const knowledge = NOMINAL_KNOWLEDGE

/** The remedies that mend a fault, each where it does. */
const curing = (exercise: ReturnType<typeof exerciseOf>) => {
  const { drive } = exercise.patient.car.whole
  return REMEDIES.flatMap((remedy) =>
    remedy
      .places(drive)
      .filter((at) => isCured(drive, exercise.patient.fault, remedy, at))
      .map((at): Doing => ({ is: 'remedy', remedy: remedy.id, at })),
  )
}

test('twelve exercises, four of each grade, each with a fault that the knowledge has a name for', () => {
  expect(EXERCISES).toHaveLength(12)
  for (const grade of GRADES) expect(EXERCISES.filter((each) => each.grade === grade)).toHaveLength(4)
  const causes = new Set(knowledge.causes.map(({ id }) => id))
  for (const kind of Object.values(FAULTS_OF_GRADE).flat()) expect(causes).toContain(CAUSE_OF[kind])
})

describe.each(EXERCISES.map((each) => [each.id, each] as const))('exercise %s', (_, key) => {
  const exercise = exerciseOf(key, drives)

  test('is the same every time, has a complaint, and can be mended and proved', () => {
    const again = exerciseOf(key, drives)
    expect(again.complaint).toBe(exercise.complaint)
    expect(again.patient.fault).toEqual(exercise.patient.fault)
    expect(exercise.complaint).toMatch(/[“A-Z]/)
    const [cure] = curing(exercise)
    expect(cure).toBeDefined()
    const mended = standingAfter(exercise, knowledge, [cure as Doing, { is: 'test', test: 'heard' }])
    expect(mended.isMended).toBe(true)
    expect(mended.shown[0]?.shown.outcome).toBe('none')
  })

  test('can be found: the best way ends sure of the fault', () => {
    const telling = tellingOf(exercise, knowledge, [{ is: 'named', cause: exercise.patient.cause }])
    expect(telling.isNamedRight).toBe(true)
    expect({ key, sure: telling.best.at(-1)?.after ?? 1 }).toMatchObject({ sure: expect.any(Number) })
    expect(telling.best.at(-1)?.after ?? 1).toBeGreaterThan(0.5)
    expect(telling.best.length).toBeLessThanOrEqual(8)
  })
})

test('the wrong part costs its price and its minutes, mends nothing, and is told', () => {
  const exercise = exerciseOf(EXERCISES[0] as (typeof EXERCISES)[number], drives)
  const { drive } = exercise.patient.car.whole
  const belt = drive.belts[0]?.id ?? ''
  const after = standingAfter(exercise, knowledge, [{ is: 'remedy', remedy: 'fit-belt', at: belt }])
  expect(after).toMatchObject({ isMended: false, wrongParts: ['fit-belt'], money: 45, minutes: 20 })
  expect(after.faults).toEqual([exercise.patient.fault])
})

test('endless more by seed: every one has a fault that can be mended, and tests that say something', () => {
  for (let i = 0; i < runs(12, 200); i++) {
    const seed = SEED + i
    const grade = GRADES[i % 3] ?? 1
    const exercise = exerciseOf({ grade, seed }, drives)
    expect({ seed, cures: curing(exercise).length > 0 }).toEqual({ seed, cures: true })
    expect(FAULTS_OF_GRADE[grade]).toContain(exercise.patient.fault.kind)
    const random = randomFrom(seed)
    const id = PRACTICE_TESTS[Math.floor(random() * PRACTICE_TESTS.length)] ?? 'water'
    const asked = knowledge.tests.find((each) => each.id === id)
    const shown = exercise.patient.tests.show(id)
    if (shown === null) continue
    // What practice calls an outcome is one that the knowledge knows.
    expect({ id, outcome: asked?.outcomes.map((each) => each.id).includes(shown.outcome) }).toEqual({
      id,
      outcome: true,
    })
    expect(shown.words).toMatch(/\S/)
  }
})
