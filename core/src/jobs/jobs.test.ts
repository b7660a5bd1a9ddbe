import { describe, expect, test } from '@jest/globals'
import { jobFieldsSchema, newJob, type JobFields, type JobStatus, type JobTick } from '../api/job-records.ts'
import { vehicleFieldsSchema, distanceRefusal } from '../api/records.ts'
import { PLAN_PHASES } from '../belt-change/plan-step.ts'
import { settleDrive } from '../path/settle.ts'
import { changed } from '../testing/drives.ts'
import { jobTick as tick } from '../testing/jobs.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { readVectors } from '../testing/vectors.ts'
import { jobChange } from './job-change.ts'
import { jobPlan, moveRefusal } from './job-plan.ts'
import { jobStatus } from './job-status.ts'

const stamp = { by: 'Isla', at: '2026-11-28T09:00:00Z' }
const job = (fields: Partial<JobFields> = {}): JobFields => ({ ...newJob('d1'), ...fields })

describe('the plan of a job', () => {
  const drives = [
    ...readVectors().map(({ file, drive }) => ({ name: file, drive })),
    ...DEMO_DRIVES.map((name) => ({ name, drive: demoDrive(name) })),
  ]

  test(`on every drive, no addition and no move breaks the order of the work (seed ${SEED})`, () => {
    const random = randomFrom(SEED)
    const pick = <Item>(items: readonly Item[]) => items[Math.floor(random() * items.length)] as Item
    for (const { drive, name } of drives) {
      const settled = settleDrive(drive)
      const added = ['a1', 'a2'].map((id) => ({ id, phase: pick(PLAN_PHASES), title: `Own ${id}`, ...stamp }))
      const ids = jobPlan(settled, job({ added })).steps.map(({ id }) => id)
      const moved = Array.from({ length: 30 }, () => ({ step: pick(ids), before: pick(ids), reason: 'ours', ...stamp }))
      const { steps, order } = jobPlan(settled, job({ added, moved }))
      // Nothing is lost and nothing comes twice.
      expect([name, steps.map(({ id }) => id).toSorted()]).toEqual([name, ids.toSorted()])
      const phases = steps.map(({ phase }) => PLAN_PHASES.indexOf(phase))
      expect(phases).toEqual(phases.toSorted((a, b) => a - b))
      const at = (id: string) => steps.findIndex((step) => step.id === id)
      for (const { belt, inTheWayOf } of order.inTheWay) {
        expect(at(`off.take.${belt}`)).toBeLessThan(at(`off.take.${inTheWayOf}`))
        expect(at(`on.lay.${inTheWayOf}`)).toBeLessThan(at(`on.lay.${belt}`))
      }
      for (const { id } of drive.belts) {
        expect(at(`off.release.${id}`)).toBeLessThan(at(`off.take.${id}`))
        expect(at(`on.lay.${id}`)).toBeLessThan(at(`tension.${id}`))
      }
      expect(at('before.data')).toBeLessThan(at('before.safe'))
    }
  })

  test('a move says why it cannot be, or stands with its reason', () => {
    const settled = settleDrive(demoDrive('fenland-vee'))
    const plan = jobPlan(settled, job())
    expect(moveRefusal(plan, 'on.lay.fanbelt', 'on.lay.airbelt')).toMatch(
      /^“Fit (Air pump|Power steering) belt” must come before “Fit Fan belt”\.$/,
    )
    expect(moveRefusal(plan, 'tension.fanbelt', 'on.lay.fanbelt')).toContain('nothing is tensioned before it is fitted')
    expect(moveRefusal(plan, 'prove.road', 'no such step')).toBe('There is no such step.')
    const moved = [{ step: 'prove.road', before: 'prove.load', reason: 'the ferry leaves', ...stamp }]
    const { steps } = jobPlan(settled, job({ moved }))
    const road = steps.findIndex(({ id }) => id === 'prove.road')
    expect([steps[road]?.movedBecause, steps[road + 1]?.id]).toEqual(['the ferry leaves', 'prove.load'])
  })
})

describe('a job moves by what is done', () => {
  const fenland = demoDrive('fenland-vee')
  const settled = settleDrive(fenland)
  const { steps } = jobPlan(settled, job())
  const doneTo = (phase: (typeof PLAN_PHASES)[number]) =>
    steps.filter((step) => PLAN_PHASES.indexOf(step.phase) <= PLAN_PHASES.indexOf(phase)).map(({ id }) => tick(id))
  const stageOf = (fields: Partial<JobFields>, drive = fenland) => jobStatus(settleDrive(drive), job(fields)).stage

  test('measured, belt chosen, parts here, fitted, run in, signed off, looked at again', () => {
    const unmeasured = changed(fenland, (draft) => {
      const [pulley] = draft.pulleys
      if (pulley !== undefined && 'diameter' in pulley) pulley.diameter = null
    })
    expect(stageOf({}, unmeasured)).toBe('measure')
    const noLength = changed(fenland, (draft) => {
      for (const belt of draft.belts) belt.length = null
    })
    expect(stageOf({}, noLength)).toBe('belt')
    expect(stageOf({ sameBelts: true }, noLength)).toBe('belt-change')
    const part = { id: 'p1', what: 'Fan belt', number: 'B-17', count: 1, backBy: '' } as const
    expect(stageOf({ parts: [{ ...part, place: 'ordered' }] })).toBe('parts')
    expect(stageOf({ parts: [{ ...part, place: 'here' }] })).toBe('belt-change')
    expect(stageOf({ ticks: doneTo('check') })).toBe('belt-change')
    expect(stageOf({ ticks: [...doneTo('check'), tick('run.first')] })).toBe('run-in')
    expect(stageOf({ ticks: doneTo('prove') })).toBe('sign-off')
    // The car goes home; its second look comes when it has run for a while.
    expect(stageOf({ ticks: doneTo('prove'), closedAt: stamp.at })).toBe('re-check')
    expect(stageOf({ ticks: doneTo('re-check'), closedAt: stamp.at })).toBe('done')
  })

  test('the second check is due by distance and by day, a belt on trial by the day it has to be back', () => {
    const run = doneTo('prove').map((each) =>
      each.step.startsWith('run.') ? { ...each, at: '2026-11-20T10:00:00Z' } : each,
    )
    // 14 days after the 20th of November, and 200 km after what was read.
    const closedAt = stamp.at
    expect(jobStatus(settled, job({ ticks: run, distance: 61_000, closedAt }))).toMatchObject({
      stage: 're-check',
      dueOn: '2026-12-04',
      dueKm: 61_200,
    })
    expect(jobStatus(settled, job({ ticks: run, closedAt })).dueKm).toBeNull()
    const sent = { id: 'p3', what: 'Arm', number: '', count: 1, place: 'returned', backBy: '', work: 'w' } as const
    // A part that was sent back holds the job until another is there for the same work.
    expect(jobStatus(settled, job({ parts: [sent] })).stage).toBe('parts')
    expect(jobStatus(settled, job({ parts: [sent, { ...sent, id: 'p4', place: 'here' }] })).stage).toBe('belt-change')
    const parts = [
      { id: 'p1', what: 'Belt', number: '', count: 1, place: 'on trial', backBy: '2026-12-01' } as const,
      { id: 'p2', what: 'Belt', number: '', count: 1, place: 'returned', backBy: '2026-11-01' } as const,
    ]
    expect(jobStatus(settled, job({ parts })).dueOn).toBe('2026-12-01')
  })
})

describe('who may change what', () => {
  const status: JobStatus = {
    stage: 'sign-off',
    stepsDone: 9,
    stepsAll: 9,
    reviewsWaiting: 0,
    dueOn: null,
    dueKm: null,
  }
  const now = '2026-11-28T09:01:00.000Z'
  const tobias = { name: 'Tobias', role: 'apprentice', at: now } as const
  const isla = { name: 'Isla', role: 'mechanic', at: now } as const
  const wren = { name: 'Wren', role: 'lead', at: now } as const
  const kept = (change: ReturnType<typeof jobChange>): JobFields => {
    if (!change.ok) throw new Error(change.message)
    return change.job
  }

  test('a new tick carries the name of who made it, an old one keeps its own', () => {
    const before = job({ ticks: [tick('before.safe')] })
    const after = {
      ...before,
      ticks: [...before.ticks, tick('off.take.main', { by: 'Wren', reviewedBy: 'Wren', review: 'given' })],
    }
    expect(kept(jobChange(before, after, tobias, status)).ticks).toEqual([
      tick('before.safe'),
      // Its time is the server's; what the device said is a minute off, which is no matter.
      tick('off.take.main', { by: 'Tobias', at: now }),
    ])
  })

  test('an apprentice asks for a look, only a lead gives it', () => {
    const before = job({ ticks: [tick('tension.main', { by: 'Tobias', review: 'wanted' })] })
    const given = { ...before, ticks: [tick('tension.main', { by: 'Tobias', review: 'given' })] }
    expect(jobChange(before, given, isla, status)).toMatchObject({ ok: false, path: '$.ticks[0].review' })
    expect(kept(jobChange(before, given, wren, status)).ticks[0]).toMatchObject({
      by: 'Tobias',
      reviewedBy: 'Wren',
    })
  })

  test('a check that was asked for is unasked by nobody but a lead', () => {
    const before = job({ ticks: [tick('tension.main', { by: 'Tobias', review: 'wanted' })] })
    const without = { ...before, ticks: [tick('tension.main', { by: 'Tobias' })] }
    expect(jobChange(before, without, tobias, status)).toMatchObject({ ok: false, path: '$.ticks[0].review' })
    expect(jobChange(before, without, isla, status).ok).toBe(false)
    expect(jobChange(before, without, wren, status).ok).toBe(true)
  })

  test('an apprentice takes back their own ticks, not those of others', () => {
    const before = job({ ticks: [tick('a', { by: 'Tobias' }), tick('b', { by: 'Wren' })] })
    const only = (step: string) => ({ ...before, ticks: before.ticks.filter((each) => each.step === step) })
    expect(jobChange(before, only('b'), tobias, status).ok).toBe(true)
    expect(jobChange(before, only('a'), tobias, status)).toMatchObject({ ok: false, path: '$.ticks' })
    expect(jobChange(before, only('a'), isla, status).ok).toBe(true)
    // Saying the reading again would be taking the tick over.
    const reread = {
      ...before,
      ticks: [before.ticks[0] as JobTick, tick('b', { reading: '5', at: '2026-11-28T10:00:00Z' })],
    }
    expect(jobChange(before, reread, tobias, status).ok).toBe(false)
  })

  test('nobody backdates: the time is the server’s, what an offline device says stands beside it', () => {
    const after = job({
      ticks: [tick('a', { at: '2026-11-27T16:00:00Z' })],
      time: [{ id: 't', minutes: 30, by: 'x', at: '2026-11-27T16:00:00Z' }],
    })
    const { ticks, time } = kept(jobChange(null, after, isla, status))
    expect(ticks[0]).toMatchObject({ at: now, statedAt: '2026-11-27T16:00:00Z', by: 'Isla' })
    expect(time[0]).toMatchObject({ at: now, statedAt: '2026-11-27T16:00:00Z', by: 'Isla' })
  })

  test('signing off wants a mechanic, every step, and every look that was asked for', () => {
    const closed = job({ closedAt: stamp.at, signedBy: 'someone' })
    const refusal = (who: typeof tobias | typeof isla, how: Partial<JobStatus> = {}) => {
      const change = jobChange(job(), closed, who, { ...status, ...how })
      return change.ok ? null : change.message
    }
    expect(refusal(tobias)).toContain('Apprentices cannot sign')
    expect(refusal(isla, { stepsDone: 7 })).toBe('2 steps are neither done nor skipped.')
    expect(refusal(isla, { reviewsWaiting: 1 })).toContain('lead’s check')
    expect(kept(jobChange(job(), closed, isla, status)).signedBy).toBe('Isla')
  })

  test('what is signed off stands until it is opened again', () => {
    const before = job({ closedAt: stamp.at, signedBy: 'Isla' })
    expect(jobChange(before, { ...before, complaint: 'other' }, wren, status).ok).toBe(false)
    expect(jobChange(before, { ...before, closedAt: null }, tobias, status).ok).toBe(false)
    expect(kept(jobChange(before, { ...before, closedAt: null }, isla, status)).signedBy).toBe('')
  })
})

describe('what is written of a vehicle and a job', () => {
  const vehicle = { name: 'Ketch', plate: 'HB-114', engine: '', distance: null, notes: '' }
  test.each(['HB-114', 'Ø 12·34', 'ÄÖ 1/2 (H)', ''])('the plate %j is taken', (plate) => {
    expect(vehicleFieldsSchema.isValidSync({ ...vehicle, plate }, { strict: true })).toBe(true)
  })
  test.each(['HB<114>', 'HB\u0000', 'HB\n114', '🚐', "x'; --"])('the plate %j is refused in a sentence', (plate) => {
    expect(() => vehicleFieldsSchema.validateSync({ ...vehicle, plate }, { strict: true })).toThrow(
      /as it stands on the plate/,
    )
  })
  test('a distance goes up', () => {
    expect(distanceRefusal(48_200, 48_199)).toContain('lower than the 48,200 km of last time')
    for (const [before, after] of [
      [48_200, 48_200],
      [null, 5],
      [5, null],
    ] as const)
      expect(distanceRefusal(before, after)).toBeUndefined()
  })
  test.each([
    ['a tick that is neither', { ticks: [tick('a', { is: 'maybe' as 'done' })] }],
    ['a move without a reason', { moved: [{ step: 'a', before: 'b', reason: ' ', ...stamp }] }],
    ['a part of no name', { parts: [{ id: 'p', what: '', number: '', count: 1, place: 'here' as const, backBy: '' }] }],
    ['half a minute', { time: [{ id: 't', minutes: 0.5, ...stamp }] }],
  ])('%s is refused', (_, fields) => {
    expect(jobFieldsSchema.isValidSync(job(fields), { strict: true })).toBe(false)
  })
})
