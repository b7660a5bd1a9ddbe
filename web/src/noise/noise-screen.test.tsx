import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { usePreferences } from '../ui/preferences.ts'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { useNoise } from './noise-store.ts'
import { NoiseScreen } from './noise-screen.tsx'

const server = new FakeServer()
const record = {
  id: 'k1',
  version: 1,
  vehicle: { id: 'v', name: 'Ketch 2.2 van', plate: 'HB-114' },
  document: demoDrive('ketch-main'),
  savedAt: '2026-11-25T09:00:00Z',
}
const diagnosis = {
  id: 'f1',
  at: '2026-11-20T09:00:00.000Z',
  cause: 'worn-belt',
  causeName: 'Ribs worn or hardened',
  answers: [{ test: 'heard', outcome: 'squeal', words: 'What is heard: Squeal' }],
  probability: 0.7,
  edition: 'x',
  actions: ['Fit a new belt'],
  prove: 'Quiet.',
  note: '',
  distance: null,
  by: 'Wren',
}

beforeEach(() => {
  useNoise.setState({ searches: {} })
  usePreferences.setState({ units: 'mm', person: 'Wren' })
  server.install()
  server.answers = {
    'GET /drives': { status: 200, json: { drives: [record], total: 1 } },
    'GET /drives/k1': { status: 200, json: record },
    'GET /drives/k1/fittings': { status: 200, json: { fittings: [] } },
    'GET /drives/k1/diagnoses': { status: 200, json: { diagnoses: [diagnosis] } },
  }
})
afterEach(cleanup)

const open = (at: string) => show(<NoiseScreen />, { path: '/noise/:driveId?', at })
const press = async (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }))
describe('the search for a noise', () => {
  test('begins with what is heard, proposes a test, and is moved by its outcome', async () => {
    open('/noise')
    expect(screen.queryByRole('region', { name: 'Next test' })).toBeNull()
    await press(/^Squeal/)
    await press('Worst when damp or in rain: yes')
    await press('Worst at idle: no')
    await press('Continue')
    expect(screen.getByRole('region', { name: 'Heard' }).textContent).toContain(
      'Squeal, worst when damp or in rain; not worst at idle.',
    )
    const next = screen.getByRole('region', { name: 'Next test' })
    const name = within(next).getByRole('heading', { level: 3 }).textContent
    await userEvent.keyboard('1')
    expect(screen.getByRole('region', { name: 'Done' }).textContent).toContain(name)
    await press(`Undo: ${name}`)
    expect(screen.queryByRole('region', { name: 'Done' })).toBeNull()
    await press(/^Not possible or not sure/)
    expect(screen.getByRole('region', { name: 'Done' }).textContent).toContain('left out')
    const other = within(screen.getByRole('region', { name: 'Next test' })).getByRole('heading', { level: 3 })
    expect(other.textContent).not.toBe(name)
  })

  test('a sign that is not pressed is not known; pressed twice it is taken back', async () => {
    open('/noise')
    await press('Worst at idle: yes')
    expect(useNoise.getState().searches['']?.answers).toEqual([{ test: 'idle', outcome: 'yes' }])
    // No is another answer than none.
    await press('Worst at idle: no')
    expect(useNoise.getState().searches['']?.answers).toEqual([{ test: 'idle', outcome: 'no' }])
    await press('Worst at idle: no')
    expect(useNoise.getState().searches['']?.answers).toEqual([])
    // Kinds exclude each other.
    await press(/^Chirp/)
    await press(/^Whine/)
    expect(useNoise.getState().searches['']?.answers).toEqual([{ test: 'heard', outcome: 'whine' }])
  })

  test('on a drive whose parts have no places yet, the part is chosen from the list alone', async () => {
    const begun = demoDrive('ketch-main')
    const document = {
      ...begun,
      shafts: begun.shafts.map((shaft, i) => (i === 0 ? shaft : { ...shaft, x: null, y: null })),
    }
    server.answers['GET /drives/k1'] = { status: 200, json: { ...record, document } }
    open('/noise/k1')
    await screen.findByRole('region', { name: 'What the drive data shows' })
    expect(screen.queryByRole('img', { name: 'The drive from the front' })).toBeNull()
    await press('At one part')
    await userEvent.click(screen.getByRole('combobox', { name: 'Which part or belt' }))
    expect((await screen.findAllByTitle('Water pump')).length).toBeGreaterThan(0)
  })

  test('a test that was done already is entered without going through the others, and what was found stands on top', async () => {
    open('/noise/k1')
    await screen.findByRole('region', { name: 'What the drive data shows' })
    await press(/^Chirp/)
    // Pressed on the drawing, the part is named.
    const drawing = screen.getByRole('img', { name: 'The drive from the front' })
    await userEvent.click(drawing.querySelectorAll('circle')[0] as Element)
    expect(useNoise.getState().searches['k1']?.answers.at(-1)).toMatchObject({ outcome: 'one-part', detail: 'Crank' })
    await userEvent.click(screen.getByRole('combobox', { name: 'Which part or belt' }))
    await userEvent.click((await screen.findAllByTitle('Water pump')).at(-1) as HTMLElement)
    expect(useNoise.getState().searches['k1']?.answers.at(-1)).toEqual({
      test: 'where',
      outcome: 'one-part',
      detail: 'Water pump',
    })
    await press('Continue')
    // Two minutes of looking come before anything that takes a tool.
    const next = () => screen.getByRole('region', { name: 'Next test' })
    expect(next().textContent).toContain('two minutes of looking')
    await userEvent.click(screen.getByText(/^Enter another test/))
    await press(/^Rock each pulley/)
    expect(within(next()).getByRole('heading', { level: 3 }).textContent).toMatch(/^Rock each pulley/)
    expect(next().textContent).toContain('as you asked')
    await press(/^One has play/)
    const first = screen.getByRole('region', { name: 'Put right first' })
    expect(first.textContent).toMatch(/A bearing with play found, 9\d in 100/)
    expect(first.textContent).toContain('Replace that bearing')
    // This drive has a spring arm on ribs: nothing is asked of teeth or of a belt that is twisted.
    expect(screen.queryByRole('button', { name: /^Look at the belt’s teeth/ })).toBeNull()
    expect(screen.queryByRole('button', { name: /^Twist the longest span/ })).toBeNull()
  })

  test('a drive of V belts is spoken of in their words', async () => {
    server.answers['GET /drives/v1'] = {
      status: 200,
      json: { ...record, id: 'v1', document: demoDrive('fenland-vee') },
    }
    server.answers['GET /drives/v1/fittings'] = { status: 200, json: { fittings: [] } }
    open('/noise/v1')
    await screen.findByRole('region', { name: 'What the drive data shows' })
    await press(/^Squeal/)
    await press('Continue')
    await userEvent.click(screen.getByText(/^Enter another test/))
    expect(screen.getByRole('button', { name: /^Feel where the belt’s top stands against the rim/ })).toBeTruthy()
    expect(document.body.textContent).not.toMatch(/\bribs?\b/i)
  })

  test('what the drive itself says stands beside it, with what is not known', async () => {
    open('/noise/k1')
    const itself = await screen.findByRole('region', { name: 'What the drive data shows' })
    expect(itself.textContent).toMatch(/Entry anglesenters its grooves at \d\.\d\d°/)
    expect(itself.textContent).toMatch(/Belt fitted recentlynot known/)
    expect(await screen.findByRole('region', { name: 'Earlier diagnoses' })).toBeTruthy()
  })

  test('the finding goes to the drive with what it rests on; where that fails, nothing is lost', async () => {
    open('/noise/k1')
    await screen.findByRole('region', { name: 'What the drive data shows' })
    await press(/^Chirp/)
    await press('Save the diagnosis')
    const form = screen.getByRole('dialog')
    await userEvent.type(within(form).getByRole('textbox', { name: 'Note' }), 'only on the left')
    server.answers['POST /drives/k1/diagnoses'] = 'away'
    await userEvent.click(within(form).getByRole('button', { name: 'Save to the drive' }))
    expect((await within(form).findByRole('alert')).textContent).toContain('still here')
    server.answers['POST /drives/k1/diagnoses'] = { status: 201, json: diagnosis }
    await userEvent.click(await within(form).findByRole('button', { name: 'Save to the drive' }))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    expect(server.sent.at(-1)?.body).toMatchObject({
      note: 'only on the left',
      distance: null,
      by: 'Wren',
      answers: [{ test: 'heard', outcome: 'chirp', words: 'What is heard: Chirp' }],
    })
    // The next search begins with nothing.
    expect(useNoise.getState().searches['k1']?.answers).toEqual([])
  })

  test('answers to questions that are no longer asked are said to be so', async () => {
    useNoise.setState({ searches: { '': { answers: [{ test: 'gone', outcome: 'yes' }], skipped: [] } } })
    open('/noise')
    expect(screen.getByRole('alert').textContent).toContain('belong to an earlier list')
    await press('Start a new search')
    expect(screen.queryByRole('heading', { level: 3 })).toBeNull()
    expect(screen.getByText('What do you hear?')).toBeTruthy()
  })
})
