import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { act, cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { Inspection } from '@emery/core/api'
import type { InspectionCheck, InspectionFields } from '@emery/core/wear'
import { usePreferences } from '../ui/preferences.ts'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { useWalks } from './inspection-store.ts'
import { InspectionSheetScreen } from './inspection-sheet-screen.tsx'
import { InspectionScreen } from './inspection-screen.tsx'

const server = new FakeServer()
const record = {
  id: 'h1',
  version: 1,
  vehicle: { id: 'v', name: 'Haulm 3.4 recovery truck', plate: 'HB-009' },
  document: demoDrive('haulm-main'),
  updatedAt: '2026-11-25T09:00:00Z',
}
const check = (change: Partial<InspectionCheck>): InspectionCheck => ({
  part: 'belt.main',
  partName: 'Main belt',
  check: 'rib-depth',
  value: 0.2,
  state: null,
  verdict: 'fine',
  reason: '0.20 mm of rib depth lost; fine below 0.30 mm (nominal).',
  note: '',
  photos: [],
  ...change,
})
const earlier: Inspection = {
  id: 'w1',
  at: '2026-02-09T10:00:00.000Z',
  distance: 140_000,
  beltOff: true,
  renewed: [],
  note: '',
  by: 'Isla',
  checks: [
    check({}),
    check({
      part: 'pulley.i2.1',
      partName: 'Lower idler',
      check: 'rock',
      value: 1.3,
      verdict: 'act',
      reason: 'It rocks.',
    }),
  ],
  sum: ['Replace now: Lower idler. It rocks.'],
}
const fitting = {
  id: 'f',
  belt: 'main',
  mark: '8PK2185',
  length: 2185,
  fittedOn: '2024-02-12',
  distance: 96_300,
  reason: '',
  spare: '',
  by: '',
}

beforeEach(() => {
  useWalks.setState({ walks: {}, before: {} })
  usePreferences.setState({ units: 'mm', person: 'Wren' })
  server.install()
  server.sent.length = 0
  server.answers = {
    'GET /drives': { status: 200, json: { drives: [record], total: 1 } },
    'GET /rules': { status: 200, json: { rules: [] } },
    'GET /drives/h1': { status: 200, json: record },
    'GET /drives/h1/fittings': { status: 200, json: { fittings: [fitting] } },
    'GET /drives/h1/inspections': { status: 200, json: { inspections: [earlier] } },
    'POST /drives/h1/inspections': { status: 201, json: earlier },
  }
})
afterEach(cleanup)

const open = async () => {
  show(<InspectionScreen />, { path: '/inspection/:driveId?', at: '/inspection/h1' })
  await screen.findByRole('list', { name: 'Parts' })
}
const card = () => screen.getByRole('region', { name: /^(Main belt|Crank|Upper idler|Lower idler|Tensioner)/ })
const press = async (name: string | RegExp) => userEvent.click(await screen.findByRole('button', { name }))
const pad = async (text: string) =>
  userEvent.type(within(card()).getByRole('textbox', { name: /Rib depth|Cracks|Rock/ }), `${text}{Enter}`)
const side = () => screen.getByRole('complementary', { name: 'Summary' })

describe('a walk round a drive', () => {
  test('begins with the belt, says how and where to look, and goes on to what was not answered', async () => {
    await open()
    expect(card().getAttribute('aria-label')).toBe('Main belt: Rib depth lost')
    expect(card().textContent).toContain('In three grooves')
    expect(card().textContent).toContain('Last time, 9 Feb 2026 at 140,000 km: 0.20 mm')
    await pad('0.7')
    expect(card().getAttribute('aria-label')).toBe('Main belt: Cracks')
    expect(within(side()).getByRole('region', { name: 'Replace now' }).textContent).toMatch(
      /Main belt 0\.70 mm of rib depth lost; replace beyond 0\.60 mm \(nominal\)/,
    )
    expect(within(side()).getByRole('region', { name: 'Do at the same time' }).textContent).toContain(
      'through its travel',
    )
    // 0 is can’t tell, and is an answer; it is not fine.
    await userEvent.click(document.body)
    await userEvent.keyboard('0')
    expect(card().getAttribute('aria-label')).toBe('Main belt: Damage')
    await userEvent.keyboard('1')
    expect(card().getAttribute('aria-label')).toBe('Main belt: Flanks')
    // Ctrl Z is the shell’s; its command is this.
    act(() => useWalks.getState().undo('h1'))
    await waitFor(() => expect(useWalks.getState().walks['h1']?.seen['belt.main/damage']).toBeUndefined())
  })

  test('what waits for the belt to be off cannot be answered while it is on', async () => {
    await open()
    await press(/Upper idler/)
    await userEvent.click(within(screen.getByRole('list', { name: 'Checks' })).getByRole('button', { name: /Bearing/ }))
    expect(card().textContent).toContain('the belt must be off')
    expect(within(card()).queryByRole('button', { name: /It grinds/ })).toBeNull()
    await userEvent.click(screen.getByText('Belt off'))
    await userEvent.click(within(card()).getByRole('button', { name: /It grinds/ }))
    expect(within(side()).getByRole('region', { name: 'Replace now' }).textContent).toContain('Upper idler')
    expect(within(side()).queryByRole('region', { name: 'Not known' })).toBeNull()
    expect(side().textContent).toMatch(/Not checked: Main belt/)
  })

  test('a second reading at a distance makes a trend, and says until when', async () => {
    await open()
    await userEvent.type(screen.getByRole('textbox', { name: 'Odometer, km' }), '160000')
    await pad('0.4')
    expect(within(side()).getByRole('region', { name: 'Watch' }).textContent).toMatch(
      /Main belt until about 180,000 km, 20,000 km from here/,
    )
    await userEvent.click(
      within(screen.getByRole('list', { name: 'Checks' })).getByRole('button', { name: /Rib depth/ }),
    )
    expect(within(card()).getByRole('img', { name: /^Wear over distance\. Replace at 0\.60 mm/ })).toBeTruthy()
    // Its age is worked out from the fitting: 63 700 km of EPDM’s 150 000.
    await userEvent.click(within(screen.getByRole('list', { name: 'Checks' })).getByRole('button', { name: /Age/ }))
    expect(card().textContent).toContain('63,700 km')
  })

  test('the tool says how far a trend is trusted: by eye there is none yet; it is kept with the reading', async () => {
    await open()
    await userEvent.type(screen.getByRole('textbox', { name: 'Odometer, km' }), '160000')
    expect(card().textContent).toContain('± 0.03 mm')
    await userEvent.click(within(card()).getByRole('combobox', { name: 'Read with' }))
    await userEvent.click(await screen.findByTitle('By eye'))
    expect(card().textContent).toContain('± 0.30 mm')
    await pad('0.4')
    await userEvent.click(
      within(screen.getByRole('list', { name: 'Checks' })).getByRole('button', { name: /Rib depth/ }),
    )
    expect(within(card()).getByRole('img', { name: /no wear trend yet/ })).toBeTruthy()
    await press('Save the inspection')
    await waitFor(() =>
      expect(server.sent.at(-1)?.body).toMatchObject({
        checks: expect.arrayContaining([expect.objectContaining({ check: 'rib-depth', value: 0.4, tool: 'eye' })]),
      }),
    )
  })

  test('a distance below the last is asked about; a figure out of this world is refused', async () => {
    await open()
    await userEvent.type(screen.getByRole('textbox', { name: 'Odometer, km' }), '9000')
    expect(screen.getByRole('alert').textContent).toContain('Less than the 140,000 km of last time')
    await pad('60')
    expect(within(card()).getByRole('alert').textContent).toContain('must be from 0 to 5.00 mm')
    expect(useWalks.getState().walks['h1']?.seen).toEqual({})
  })

  test('is kept with what it came to then; where that fails, nothing is lost', async () => {
    await open()
    await pad('0.7')
    await userEvent.type(screen.getByRole('textbox', { name: 'Note on the inspection' }), 'cold engine')
    server.answers['POST /drives/h1/inspections'] = 'away'
    await press('Save the inspection')
    expect((await within(side()).findByRole('alert')).textContent).toContain('Your entries are still here.')
    server.answers['POST /drives/h1/inspections'] = { status: 201, json: earlier }
    await press('Save the inspection')
    await waitFor(() => expect(useWalks.getState().walks['h1']?.seen).toEqual({}))
    const sent = server.sent.at(-1)?.body as InspectionFields
    expect(sent).toMatchObject({ note: 'cold engine', by: 'Wren', distance: null, beltOff: false })
    expect(sent.checks.map(({ check: of, value, verdict }) => [of, value, verdict])).toEqual([
      ['rib-depth', 0.7, 'act'],
    ])
    expect(sent.sum[0]).toMatch(/^Replace now: Main belt\. 0\.70 mm/)
  })

  test('what is due stands beside it; a part that was renewed is said to be new', async () => {
    await open()
    const due = within(side()).getByRole('region', { name: 'Due on this drive' })
    expect(due.textContent).toMatch(/Replace Lower idler now\. It rocks\./)
    await userEvent.click(within(due).getByRole('button', { name: 'Renewed' }))
    await waitFor(() =>
      expect(server.sent.at(-1)?.body).toMatchObject({ checks: [], renewed: ['pulley.i2.1'], distance: 140_000 }),
    )
  })

  test('pictures: one too large is refused in a sentence, one that is taken can be marked', async () => {
    await open()
    const input = screen.getByLabelText<HTMLInputElement>(/^Photo of Main belt/)
    const large = new File([new Uint8Array(1)], 'huge.jpg', { type: 'image/jpeg' })
    Object.defineProperty(large, 'size', { value: 40_000_000 })
    await userEvent.upload(input, large)
    expect((await within(card()).findByRole('alert')).textContent).toBe(
      'huge.jpg: This photo is larger than 15 MB. Save it smaller and load it again.',
    )
    server.answers['POST /photos'] = { status: 201, json: { id: 'p1', width: 800, height: 600, by: '', addedAt: '' } }
    await userEvent.upload(input, new File([new Uint8Array(3)], 'rib.jpg', { type: 'image/jpeg' }))
    const dialog = await screen.findByRole('dialog')
    await userEvent.click(within(dialog).getByRole('img', { name: /tap to mark/ }))
    await userEvent.type(within(dialog).getByRole('textbox', { name: 'Mark 1' }), 'crack')
    await userEvent.click(within(dialog).getByRole('button', { name: 'Done' }))
    expect(useWalks.getState().walks['h1']?.seen['belt.main/rib-depth']?.photos).toEqual([
      { id: 'p1', width: 800, height: 600, marks: [{ x: 0, y: 0, words: 'crack' }] },
    ])
    // A picture alone is no answer.
    expect(screen.queryByRole('region', { name: 'Not known' })).toBeNull()
  })

  test('without a drive, or with one that is gone, says what to do', async () => {
    show(<InspectionScreen />, { path: '/inspection/:driveId?', at: '/inspection' })
    expect(screen.getByRole('heading', { name: 'Inspect a drive' })).toBeTruthy()
    cleanup()
    show(<InspectionScreen />, { path: '/inspection/:driveId?', at: '/inspection/gone' })
    expect(await screen.findByText('The inspection cannot start')).toBeTruthy()
  })
})

test('an inspection on paper: what it came to, what was seen, the drive', async () => {
  show(<InspectionSheetScreen />, { path: '/inspection/:driveId/sheet/:inspectionId', at: '/inspection/h1/sheet/w1' })
  const sheet = await screen.findByRole('article')
  expect(sheet.textContent).toContain('Haulm 3.4 recovery truck')
  expect(sheet.textContent).toContain('Replace now: Lower idler. It rocks.')
  expect(within(sheet).getByRole('row', { name: /replace Lower idler/ })).toBeTruthy()
  expect(sheet.textContent).toContain('Main belt: rib depth lost.')
  cleanup()
  show(<InspectionSheetScreen />, { path: '/inspection/:driveId/sheet/:inspectionId', at: '/inspection/h1/sheet/none' })
  expect(await screen.findByText('Inspection not found')).toBeTruthy()
})
