import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { newJob, type Diagnosis, type Job, type JobFields, type JobTick, type Role } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { usePreferences } from '../../ui/preferences.ts'
import { benchParts } from '../../testing/bench-parts.ts'
import { changed, demoDrive } from '../../testing/drives.ts'
import { FakeServer, show } from '../../testing/fake-server.tsx'
import { BenchContext, type BenchParts } from '../../bench/bench-context.ts'
import { BeltChangeStep } from './belt-change-step.tsx'

const server = new FakeServer()
const empty: Job = {
  ...newJob('d1'),
  id: 'j1',
  number: 7,
  version: 1,
  openedAt: '2026-11-25T09:00:00Z',
  status: { stage: 'belt-change', stepsDone: 0, stepsAll: 9, reviewsWaiting: 0, dueOn: null, dueKm: null },
}

beforeEach(() => {
  usePreferences.setState({ units: 'mm', person: 'Isla' })
  server.install()
  server.sent.length = 0
  server.answers = {
    'GET /jobs': { status: 200, json: { jobs: [] } },
    'GET /drives/d1/diagnoses': { status: 200, json: { diagnoses: [] } },
    'POST /jobs': { status: 201, json: empty },
  }
})
afterEach(cleanup)

async function open(drive: CheckedDrive): Promise<BenchParts> {
  const parts = benchParts(drive)
  show(
    <BenchContext.Provider value={parts}>
      <BeltChangeStep />
    </BenchContext.Provider>,
    { path: '/drives/:driveId/:step?', at: '/drives/d1/belt-change' },
  )
  await screen.findByRole('region', { name: 'The job' })
  return parts
}
const titles = (name: string) =>
  within(screen.getByRole('region', { name }))
    .getAllByRole('checkbox')
    .map((box) => box.closest('label')?.textContent)
const tick = (step: string, title: string, more: Partial<JobTick> = {}): JobTick => ({
  step,
  title,
  is: 'done',
  reason: '',
  reading: '',
  review: 'none',
  reviewedBy: '',
  by: 'Tobias',
  at: '2026-11-25T10:00:00Z',
  ...more,
})
const signedInAs = (role: Role) => {
  server.answers['GET /session'] = {
    status: 200,
    json: { person: { id: 'p1', name: 'Isla', role, version: 1 }, first: false, oneTap: [] },
  }
}
const lastSent = () => server.sent.at(-1)?.body as JobFields & { basedOn: number }

test('belts come off from the outermost and go on from the innermost; what is in the way comes along', async () => {
  await open(demoDrive('fenland-vee'))
  expect(titles('Removal, outermost belt first').filter((title) => title?.startsWith('Remove'))).toEqual([
    'Remove Fan belt',
    'Remove Power steering belt',
    'Remove Air pump belt',
  ])
  expect(titles('Installation, innermost belt first')).toEqual([
    'Fit Air pump belt',
    'Fit Power steering belt',
    'Fit Fan belt',
  ])
  const without = (...belts: string[]) => ({ status: 200, json: { ...empty, version: 2, without: belts } })
  server.answers['POST /jobs'] = without('airbelt')
  server.answers['PUT /jobs/j1'] = without('airbelt', 'psbelt')
  await userEvent.click(screen.getByRole('checkbox', { name: 'Air pump belt' }))
  await userEvent.click(screen.getByRole('checkbox', { name: 'Power steering belt' }))
  expect(titles('Installation, innermost belt first')).toEqual(['Fit Fan belt'])
  expect(screen.queryByText('Water test')).toBeNull()
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...empty, version: 3, noise: true } }
  await userEvent.click(screen.getByRole('checkbox', { name: 'Complaint is a noise' }))
  expect(await screen.findByText('Water test')).toBeTruthy()
})

test('the first tick begins a job, with time and name; a step is left out only with a reason', async () => {
  await open(demoDrive('ketch-main'))
  await userEvent.click(screen.getByRole('checkbox', { name: 'Have the service data ready' }))
  await waitFor(() => expect(server.sent).toHaveLength(1))
  expect(server.sent[0]?.body).toMatchObject({
    driveId: 'd1',
    ticks: [{ step: 'before.data', is: 'done', by: 'Isla', at: expect.stringMatching(/^\d{4}-/) }],
  })
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...empty, version: 2 } }
  await userEvent.click(screen.getByRole('button', { name: 'Skip …' }))
  const why = screen.getByRole('textbox', { name: /^Reason for skipping/ })
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Skip' }).disabled).toBe(true)
  await userEvent.type(why, 'done by the owner{Enter}')
  await waitFor(() =>
    expect(lastSent()).toMatchObject({ basedOn: 1, ticks: [{ is: 'skipped', reason: 'done by the owner' }] }),
  )
})

test('someone else ticked at the same time: both ticks stand', async () => {
  const theirs = tick('before.safe', 'Make it safe')
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [empty] } }
  await open(demoDrive('ketch-main'))
  await waitFor(() => expect(screen.getByText(/steps left/)).toBeTruthy())
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [{ ...empty, version: 2, ticks: [theirs] }] } }
  const conflict = { yours: { basedOn: 1 }, current: { ...empty, version: 2, ticks: [theirs] } }
  server.answers['PUT /jobs/j1'] = {
    status: 409,
    json: { error: { code: 'VERSION_CONFLICT', message: 'late', conflict } },
  }
  await userEvent.click(screen.getByRole('checkbox', { name: 'Have the service data ready' }))
  await waitFor(() =>
    expect(lastSent()).toMatchObject({ basedOn: 2, ticks: [{ step: 'before.safe' }, { step: 'before.data' }] }),
  )
  // Refused for good, it says so.
  expect((await screen.findByRole('alert')).textContent).toBe('late')
})

test('the run-in that the drive keeps is a step of the job, and its last moment ticks the step', async () => {
  const drive = changed(demoDrive('fenland-vee'), (draft) => {
    for (const belt of draft.belts)
      if (belt.id === 'fanbelt')
        belt.runIn = {
          setAt: '2026-11-25T08:00:00Z',
          startedAt: '2026-11-25T08:10:00Z',
          stoppedAt: '2026-11-25T08:15:00Z',
        }
  })
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [{ ...empty, without: ['airbelt', 'psbelt'] }] } }
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...empty, version: 2 } }
  const { store } = await open(drive)
  await userEvent.click(await screen.findByRole('button', { name: 'Re-tensioned' }))
  expect(store.getState().drive.belts.find(({ id }) => id === 'fanbelt')?.runIn?.resetAt).toMatch(/^2\d{3}-/)
  await waitFor(() => expect(lastSent()).toMatchObject({ ticks: [{ step: 'run.in.fanbelt', is: 'done', by: 'Isla' }] }))
})

test('a torque is the maker’s and is kept as written; belts that nobody has placed are said to be so', async () => {
  const parts = await open(
    changed(demoDrive('fenland-vee'), (draft) => {
      for (const pulley of draft.pulleys) delete pulley.z
    }),
  )
  // One tap says which is nearer, and the drive keeps it.
  const question = within(screen.getByRole('region', { name: 'Which belt is nearest to you?' }))
  expect(question.getByText(/^Nobody has said yet/)).not.toBeNull()
  const { belts } = parts.settled.drive
  await userEvent.click(question.getByRole('button', { name: `Nearer: ${belts[1]?.name ?? ''}` }))
  const said = parts.store.getState().drive.belts.map(({ id, fromFront }) => [id, fromFront])
  expect(said).toEqual([
    [belts[0]?.id, 2],
    [belts[1]?.id, 1],
    [belts[2]?.id, 3],
  ])
  const [torque] = screen.getAllByRole('textbox', { name: 'Torque, from the service data' })
  if (torque === undefined) throw new Error('no torque is asked for')
  await userEvent.type(torque, '45 Nm, then 90°{Enter}')
  await waitFor(() =>
    expect((server.sent[0]?.body as JobFields).torques).toEqual([
      { step: 'while-off.brackets', value: '45 Nm, then 90°' },
    ]),
  )
})

test('an apprentice asks for a lead’s look at what holds the belt; the lead gives it', async () => {
  const asked = tick('tension.main', 'Let the arm take Main belt up', { review: 'wanted' })
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [{ ...empty, ticks: [asked] }] } }
  signedInAs('apprentice')
  await open(demoDrive('ketch-main'))
  expect((await screen.findByText(/^needs a lead’s check/)).textContent).not.toContain('I have checked it')
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Sign off' }).disabled).toBe(true)
  cleanup()
  signedInAs('lead')
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...empty, version: 2 } }
  await open(demoDrive('ketch-main'))
  await userEvent.click(await screen.findByRole('button', { name: 'I have checked it' }))
  await waitFor(() =>
    expect(lastSent()).toMatchObject({ ticks: [{ step: 'tension.main', review: 'given', by: 'Tobias' }] }),
  )
})

test('a server that is away is said to be so, and the tick is sent when it is back', async () => {
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [empty] } }
  server.answers['PUT /jobs/j1'] = 'away'
  await open(demoDrive('ketch-main'))
  await screen.findByText('Job 7')
  await userEvent.click(screen.getByRole('checkbox', { name: 'Have the service data ready' }))
  expect((await screen.findByRole('alert')).textContent).toContain('leave this page open')
  const ticks = [tick('before.data', 'Have the service data ready')]
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...empty, version: 2, ticks } }
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull(), { timeout: 5000 })
  expect(lastSent()).toMatchObject({ basedOn: 1, ticks: [{ step: 'before.data' }] })
})

test('parts, an own step and time are kept with the job', async () => {
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [empty] } }
  server.answers['PUT /jobs/j1'] = { status: 200, json: empty }
  await open(demoDrive('ketch-main'))
  await screen.findByText('Job 7')
  await userEvent.type(screen.getByRole('textbox', { name: 'Part' }), 'Main belt')
  await userEvent.type(screen.getByRole('textbox', { name: 'Part number' }), 'B-17{Enter}')
  await waitFor(() =>
    expect(lastSent()).toMatchObject({ parts: [{ what: 'Main belt', number: 'B-17', count: 1, place: 'wanted' }] }),
  )
  await userEvent.click(screen.getByRole('button', { name: 'Add a step …' }))
  await userEvent.type(screen.getByRole('textbox', { name: 'Actions' }), 'Grease the pivot{Enter}')
  await waitFor(() => expect(lastSent()).toMatchObject({ added: [{ phase: 'while off', title: 'Grease the pivot' }] }))
  await userEvent.type(screen.getByRole('spinbutton', { name: 'Minutes' }), '85{Enter}')
  await waitFor(() => expect(lastSent()).toMatchObject({ time: [{ minutes: 85, by: 'Isla' }] }))
})

test('what the job says is read at a glance and changed when asked for; the next step is one tap away', async () => {
  const said = {
    ...empty,
    complaint: 'squeals',
    asked: 'new belt',
    distance: 48_200,
    without: ['airbelt'],
    noise: true,
  }
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [said] } }
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...said, version: 2, asked: 'two belts' } }
  await open(demoDrive('fenland-vee'))
  const job = within(screen.getByRole('region', { name: 'The job' }))
  expect((await job.findByText('squeals')).parentElement?.textContent).toBe(
    'squealsrequested: new belt · 48,200 km · stays on: Air pump belt · complaint is a noise',
  )
  expect(job.queryByRole('textbox')).toBeNull()
  await userEvent.click(job.getByRole('button', { name: /^Next, 0 of \d+ done/ }))
  expect(document.activeElement).toBe(screen.getByRole('checkbox', { name: 'Have the service data ready' }))
  await userEvent.click(job.getByRole('button', { name: 'Edit' }))
  const asked = job.getByRole('textbox', { name: 'Requested' })
  await userEvent.clear(asked)
  await userEvent.type(asked, 'two belts{Enter}')
  await waitFor(() => expect(lastSent()).toMatchObject({ basedOn: 1, asked: 'two belts' }))
  await userEvent.click(job.getByRole('button', { name: 'Done' }))
  expect(await job.findByText(/requested: two belts/)).toBeTruthy()
})

test('a finding of the drive leads to the job: what is to be done and how it is proved stand there', async () => {
  const diagnosis: Diagnosis = {
    id: 'f1',
    at: '2026-11-20T09:00:00Z',
    by: 'Isla',
    distance: null,
    cause: 'worn',
    causeName: 'Ribs worn',
    probability: 0.7,
    edition: '1',
    actions: ['Fit a new belt'],
    prove: 'Quiet, wet and dry.',
    note: '',
    answers: [],
  }
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [empty] } }
  server.answers['GET /drives/d1/diagnoses'] = { status: 200, json: { diagnoses: [diagnosis] } }
  const led = { ...empty, version: 2, diagnoses: ['f1'], noise: true, complaint: 'Ribs worn' }
  server.answers['PUT /jobs/j1'] = { status: 200, json: led }
  await open(demoDrive('ketch-main'))
  await userEvent.click(await screen.findByRole('button', { name: 'Ribs worn is the reason for this job' }))
  await waitFor(() => expect(lastSent()).toMatchObject({ diagnoses: ['f1'], noise: true, complaint: 'Ribs worn' }))
  const found = within(screen.getByRole('region', { name: 'Found' }))
  expect(await found.findByText('Fit a new belt. Proof of repair: Quiet, wet and dry.')).toBeTruthy()
  expect(found.getByRole('link', { name: 'Ribs worn, 20 Nov' }).getAttribute('href')).toBe('/noise/d1/sheet/f1')
  server.answers['PUT /jobs/j1'] = { status: 200, json: { ...led, version: 3, diagnoses: [] } }
  await userEvent.click(found.getByRole('button', { name: 'Ribs worn does not belong to this job' }))
  await waitFor(() => expect(lastSent()).toMatchObject({ basedOn: 2, diagnoses: [], complaint: 'Ribs worn' }))
})

test('a picture of routing before work is kept with the job, beside one that somebody else has added meanwhile', async () => {
  const photo = (id: string) => ({ id, width: 800, height: 600, marks: [] })
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [empty] } }
  server.answers['POST /photos'] = { status: 201, json: photo('ph1') }
  const theirs = { ...empty, version: 2, pictures: [photo('ph0')] }
  const conflict = { yours: { basedOn: 1 }, current: theirs }
  server.answers['PUT /jobs/j1'] = {
    status: 409,
    json: { error: { code: 'VERSION_CONFLICT', message: 'late', conflict } },
  }
  await open(demoDrive('ketch-main'))
  await screen.findByText('Job 7')
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [theirs] } }
  const before = within(screen.getByRole('region', { name: 'Before removal' }))
  await userEvent.upload(
    before.getByLabelText('Photo of routing before work'),
    new File(['jpeg'], 'front.jpg', { type: 'image/jpeg' }),
  )
  await waitFor(() => expect(lastSent()).toMatchObject({ basedOn: 2, pictures: [{ id: 'ph0' }, { id: 'ph1' }] }))
})

test('prices are asked for once the workshop has chosen a currency; what is none is said not to be', async () => {
  await open(demoDrive('ketch-main'))
  expect(screen.queryByLabelText('Price of labour')).toBeNull()
  cleanup()
  const rule = { key: 'shop.currency', value: 978, version: 1, by: 'Wren', at: '2026-11-25T09:00:00Z' }
  server.answers['GET /rules'] = { status: 200, json: { rules: [rule] } }
  await open(demoDrive('ketch-main'))
  const price = await screen.findByLabelText('Price of labour')
  await userEvent.type(price, '-1{Enter}')
  expect((await screen.findByRole('alert')).textContent).toContain('“-1” is no price')
  await userEvent.clear(price)
  await userEvent.type(price, '80,50{Enter}')
  await waitFor(() => expect(lastSent()).toMatchObject({ labourPrice: 80.5 }))
})

test('a promise for a moment that has passed is kept, and said to be late', async () => {
  server.answers['GET /jobs'] = { status: 200, json: { jobs: [{ ...empty, promisedFor: '2001-01-01T08:00' }] } }
  await open(demoDrive('ketch-main'))
  expect(screen.getByText(/^That has passed/)).toBeTruthy()
})
