import { describe, expect, test } from '@jest/globals'
import type { Diagnosis } from '../api/diagnosis-records.ts'
import { jobFieldsSchema, newJob, type JobFields, type JobTick, type JobWork } from '../api/job-records.ts'
import { PLAN_PHASES } from '../belt-change/plan-step.ts'
import { CONDITIONS, WORK_KINDS, type Condition } from '../belt-change/work-kinds.ts'
import { NOMINAL_KNOWLEDGE } from '../noise/knowledge.ts'
import { settleDrive } from '../path/settle.ts'
import { randomAccessoryDrive } from '../testing/accessory-drives.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import { jobTick as tick } from '../testing/jobs.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { wearParts } from '../wear/parts.ts'
import {
  conditionsOf,
  withDiagnosis,
  withoutDiagnosis,
  proofStep,
  withoutWork,
  withWork,
  workId,
  workOfDiagnosis,
  workOfInspection,
  workStep,
  workThatGoesWith,
} from './found-work.ts'
import { jobPlan, stepBefore, type JobPlan } from './job-plan.ts'

const ketch = demoDrive('ketch-main')
const diagnosis = (cause: string, answers: Diagnosis['answers'] = []): Diagnosis => ({
  id: 'd',
  at: '2026-11-29T09:00:00Z',
  answers,
  cause,
  causeName: NOMINAL_KNOWLEDGE.causes.find(({ id }) => id === cause)?.name ?? cause,
  probability: 0.9,
  edition: '',
  actions: ['Do it'],
  prove: 'Quiet.',
  note: '',
  distance: null,
  by: '',
})
const heardAt = (part: string) => [{ test: 'where', outcome: 'one-part', words: `Where it is heard: ${part}` }]
const workOf = (cause: string, answers: Diagnosis['answers'] = []) =>
  workOfDiagnosis(ketch, NOMINAL_KNOWLEDGE, diagnosis(cause, answers))

describe('work because of what was found', () => {
  test('the only tensioner is the one that is replaced, with its part wanted and its step while the belt is off', () => {
    const [work] = workOf('weak-tensioner')
    expect(work).toMatchObject({ does: 'replace', from: 'diagnosis', prove: 'Quiet.' })
    expect(work?.part).toMatch(/^tensioner\./)
    const job = withWork(newJob('d1'), workOf('weak-tensioner'))
    expect(job.parts).toMatchObject([{ what: work?.what, place: 'wanted', count: 1, work: work?.id }])
    const { steps } = jobPlan(settleDrive(ketch), job)
    const step = steps.find(({ id }) => id === workStep(work?.id ?? ''))
    expect(step).toMatchObject({ phase: 'while off', torque: true, because: ['Weak tensioner'] })
    expect(step?.cautions.join(' ')).toContain('trap fingers')
    expect(steps.some(({ id }) => id === proofStep(work?.id ?? ''))).toBe(true)
  })

  test('of several pulleys the one where it was heard; where nobody said which, none is named', () => {
    expect(workOf('bad-bearing', heardAt('Water pump'))[0]?.part).toMatch(/^pulley\./)
    expect(workOf('bad-bearing', heardAt('Water pump'))[0]?.what).toBe('Water pump')
    expect(workOf('bad-bearing')[0]).toMatchObject({ part: '', what: 'Pulley that was found' })
  })

  test('a part that somebody has written down by its name is the one for it', () => {
    const part = { id: 'p', what: 'main belt', number: 'OWN-3', count: 1, place: 'here', backBy: '' } as const
    const { parts } = withWork({ ...newJob('d1'), parts: [part] }, workOf('worn-belt'))
    expect(parts).toEqual([{ ...part, work: 'replace.belt.main' }])
  })

  test('a belt is replaced by the plan’s own steps, which then say why; it comes off though it was to stay on', () => {
    const before: JobFields = { ...newJob('d1'), without: ['main'], sameBelts: true }
    const job = withWork(before, workOf('worn-belt'))
    expect([job.without, job.sameBelts]).toEqual([[], false])
    const { steps } = jobPlan(settleDrive(ketch), job)
    expect(steps.find(({ id }) => id === 'on.lay.main')?.because).toEqual(['Ribs worn or hardened'])
    expect(steps.filter(({ id }) => id.startsWith('work.'))).toEqual([])
  })

  test('every cause that ships has work of a job, and a cause that nobody knows is at least looked at', () => {
    for (const { id } of NOMINAL_KNOWLEDGE.causes) expect([id, workOf(id).length]).toEqual([id, expect.any(Number)])
    expect(NOMINAL_KNOWLEDGE.causes.filter(({ mends = [] }) => mends.length === 0)).toEqual([])
    expect(workOf('ghosts')).toMatchObject([{ does: 'check', what: 'ghosts', lines: ['Do it'] }])
  })

  test('conditions are those in which it was heard; “no” is none', () => {
    const answers = [
      { test: 'warm', outcome: 'yes', words: '' },
      { test: 'cold', outcome: 'no', words: '' },
      { test: 'new-belt', outcome: 'yes', words: '' },
    ]
    expect(conditionsOf(NOMINAL_KNOWLEDGE, { answers })).toEqual(['warm'])
  })

  test('an inspection replaces what it said to, once a part, and cleans what was dirty', () => {
    const check = { value: null, note: '', photos: [] }
    const work = workOfInspection([
      {
        ...check,
        part: 'pulley.i1',
        partName: 'Idler',
        check: 'rock',
        state: null,
        verdict: 'act',
        reason: 'It rocks.',
      },
      {
        ...check,
        part: 'pulley.i1',
        partName: 'Idler',
        check: 'bearing',
        state: 'grinding',
        verdict: 'act',
        reason: 'It grinds.',
      },
      {
        ...check,
        part: 'pulley.c',
        partName: 'Crank',
        check: 'grooves',
        state: 'dirty',
        verdict: 'watch',
        reason: 'Dust.',
      },
      {
        ...check,
        part: 'belt.main',
        partName: 'Belt',
        check: 'glaze',
        state: 'polished',
        verdict: 'watch',
        reason: 'Polished.',
      },
    ])
    expect(work.map(({ id, because }) => [id, because])).toEqual([
      ['replace.pulley.i1', 'It rocks. It grinds.'],
      ['clean.pulley.c', 'Dust.'],
    ])
  })

  test('a finding that does not belong to the job takes its work along, and leaves what else led to some', () => {
    const found = diagnosis('weak-tensioner')
    const before = withWork(newJob('d1'), workOfInspection([]))
    const with1 = withDiagnosis(before, ketch, NOMINAL_KNOWLEDGE, found)
    expect(with1).toMatchObject({ diagnoses: ['d'], noise: true, complaint: 'Weak tensioner' })
    const [proposed] = workThatGoesWith(ketch, with1.work)
    if (proposed === undefined) throw new Error('nothing goes with it')
    const left = withoutDiagnosis(withWork(with1, [proposed]), found)
    expect([left.diagnoses, left.work]).toEqual([[], [proposed]])
  })

  test('what goes with it is proposed once, with its reason, and not when it is planned', () => {
    const planned = workOf('weak-tensioner')
    const proposed = workThatGoesWith(ketch, planned)
    expect(proposed.map(({ id }) => id)).toEqual(['replace.belt.main', 'align.pulleys'])
    expect(proposed.every(({ because, from }) => because !== '' && from === 'together')).toBe(true)
    const all = [...planned, ...proposed]
    expect(workThatGoesWith(ketch, all).filter(({ id }) => all.some((each) => each.id === id))).toEqual([])
  })

  test('only a belt that ran on what is replaced is said to have run on it', () => {
    const fenland = demoDrive('fenland-vee')
    const fan = fenland.belts.find(({ id }) => id === 'fanbelt')
    const [first] = fan?.route.filter(({ pulley }) => pulley.startsWith('fan')) ?? []
    const parts = wearParts(fenland)
    const pulley = parts.find(({ of }) => of === (first?.pulley ?? fan?.route[1]?.pulley))
    const others = fenland.belts.filter(({ route }) => route.every((entry) => entry.pulley !== pulley?.of))
    const work = { ...(workOf('ghosts')[0] as JobWork), does: 'replace' as const, part: pulley?.id ?? '' }
    const proposed = workThatGoesWith(fenland, [work]).map(({ part }) => part)
    expect(proposed).toContain('belt.fanbelt')
    expect(others.length).toBeGreaterThan(0)
    for (const { id } of others) expect(proposed).not.toContain(`belt.${id}`)
  })

  test('taken out again, it takes the part that was only wanted with it; one that is ordered stays', () => {
    const planned = withWork(newJob('d1'), workOf('weak-tensioner'))
    const [work] = planned.work
    expect(withoutWork(planned, work?.id ?? '')).toEqual(newJob('d1'))
    const ordered = { ...planned, parts: planned.parts.map((part) => ({ ...part, place: 'ordered' as const })) }
    expect(withoutWork(ordered, work?.id ?? '').parts).toHaveLength(1)
  })
})

describe(`the order of work on random drives (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  const pick = <Item>(items: readonly Item[]) => items[Math.floor(random() * items.length)] as Item
  const some = <Item>(items: readonly Item[]) => items.filter(() => random() < 0.4)

  /** A job with any work on any parts, in any conditions. */
  const anyJob = (drive: typeof ketch): JobFields => {
    const work = some(wearParts(drive)).map((part): JobWork => {
      const does = pick(WORK_KINDS)
      const id = workId(does, part.id, part.name)
      return {
        id,
        does,
        part: random() < 0.8 ? part.id : '',
        what: part.name,
        because: `Because of ${part.name}`,
        lines: [],
        prove: random() < 0.5 ? 'Quiet.' : '',
        from: 'inspection',
      }
    })
    const base = { ...newJob('d1'), noise: random() < 0.7, sameBelts: random() < 0.5, complaint: 'Chirps' }
    return withWork(base, work, { shows: some(CONDITIONS) })
  }

  test('nothing is tensioned before it is on, cranked before the check, found and left without a step, or proved otherwise than it shows', () => {
    for (let i = 0; i < 300; i++) {
      const drive = randomAccessoryDrive(random)
      const job = anyJob(drive)
      expect(jobFieldsSchema.isValidSync({ ...job, driveId: 'd1' }, { strict: true })).toBe(true)
      const plan = jobPlan(settleDrive(drive), job)
      const { steps } = plan
      expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
      const at = (id: string) => steps.findIndex((step) => step.id === id)
      const phases = steps.map(({ phase }) => PLAN_PHASES.indexOf(phase))
      expect(phases).toEqual(phases.toSorted((a, b) => a - b))
      for (const { id } of drive.belts) {
        expect(at(`on.lay.${id}`)).toBeLessThan(at(`tension.${id}`))
        expect(at(`tension.${id}`)).toBeLessThan(at(`check.seated.${id}`))
        expect(at(`check.seated.${id}`)).toBeLessThan(at('run.first'))
      }
      for (const { because } of job.work)
        expect([because, steps.some((step) => step.because?.includes(because))]).toEqual([because, true])
      const when = steps.flatMap((step): readonly Condition[] => (step.when === undefined ? [] : [step.when]))
      expect(when.toSorted()).toEqual(job.shows.toSorted())
      // A splash of water proves nothing of what comes when it is warm.
      expect(at('prove.water') >= 0).toBe(job.noise && job.shows.length === 0)
      inItsOrder(plan)
    }
  })

  /** Ticked as they come, no step is ever too early; the last of them is, as long as the check is not done. */
  function inItsOrder(plan: JobPlan): void {
    const ticks: JobTick[] = []
    for (const { id } of plan.steps) {
      expect([id, stepBefore(plan, ticks, id)?.id]).toEqual([id, undefined])
      ticks.push(tick(id))
    }
    const unchecked = ticks.filter(({ step }) => step !== 'check.seated')
    for (const { id, phase } of plan.steps)
      if (phase === 'run' || phase === 'prove') expect(stepBefore(plan, unchecked, id)?.id).toBe('check.seated')
    const notOn = ticks.filter(({ step }) => !step.startsWith('on.lay.'))
    for (const { id, phase, belt } of plan.steps)
      if (phase === 'tension' && belt !== undefined) expect(stepBefore(plan, notOn, id)?.id).toBe(`on.lay.${belt}`)
  }
})
