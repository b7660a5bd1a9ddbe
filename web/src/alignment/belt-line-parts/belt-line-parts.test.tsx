import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useStore } from 'zustand'
import type { BeltLinePart } from '@emery/core/api'
import { beltLineChoices, beltLineSets, lineChoiceOf, NOTHING_MORE_KNOWN } from '@emery/core/belt-line-parts'
import type { CheckedDrive } from '@emery/core/drive'
import { SIX_RIBS } from '../../../../core/src/testing/asked.ts'
import { usePreferences } from '../../ui/preferences.ts'
import { benchParts } from '../../testing/bench-parts.ts'
import { changed, demoDrive } from '../../testing/drives.ts'
import { FakeServer, show } from '../../testing/fake-server.tsx'
import { alignmentWork } from '../../workers/alignment-work.ts'
import { BenchContext } from '../../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../../bench/store/bench-store.ts'
import { SetsPicture } from './sets-picture.tsx'
import { SetsView } from './sets-view.tsx'

/** Two shafts are enough: the crank and the steering pump. */
const drive: CheckedDrive = changed(demoDrive('ketch-main'), (d) => {
  for (const belt of d.belts) belt.route = belt.route.filter(({ pulley }) => /^(crank|ps)/.test(pulley))
})
const part = (fields: Partial<BeltLinePart>): BeltLinePart => ({
  id: fields.name ?? '',
  version: 1,
  role: 'part',
  family: 'Plover',
  name: 'Part',
  fits: 'power-steering',
  length: 40,
  rear: null,
  bolt: null,
  ...NOTHING_MORE_KNOWN,
  ...fields,
})
const PARTS: readonly BeltLinePart[] = [
  part({ role: 'mount', name: 'Snout', fits: 'crank', length: 60 }),
  part({ role: 'pulley', name: 'Damper', fits: 'crank', length: 47 }),
  part({ role: 'mount', name: 'Bracket', length: 58, rear: 40, bolt: 18 }),
  part({ name: 'Pump', length: 38, bolt: 10 }),
  part({ name: 'Long pump', family: 'Sandling', length: 40.2, bolt: 10 }),
  part({ role: 'pulley', name: 'Six ribs', length: 11, rear: 12 }),
]

const server = new FakeServer()

/** A worker that answers with what the search finds, so that the view and the search meet. */
class Searching {
  static lines: Parameters<typeof alignmentWork.sets> | null = null
  private listeners: ((event: { data: unknown }) => void)[] = []
  postMessage(message: { id: string; type: string; argumentList?: { value: unknown }[] }) {
    if (message.type !== 'APPLY') return
    const [slots, within] = (message.argumentList ?? []).map(({ value }) => value) as Parameters<
      typeof alignmentWork.sets
    >
    const value = alignmentWork.sets(slots, within)
    queueMicrotask(() => this.listeners.forEach((listen) => listen({ data: { id: message.id, type: 'RAW', value } })))
  }
  addEventListener(_: string, listen: (event: { data: unknown }) => void) {
    this.listeners.push(listen)
  }
  removeEventListener(_: string, listen: (event: { data: unknown }) => void) {
    this.listeners = this.listeners.filter((each) => each !== listen)
  }
  terminate() {}
  start() {}
}

beforeEach(() => {
  Object.assign(globalThis, { Worker: Searching })
  usePreferences.setState({ units: 'mm' })
  server.install()
  server.answers = { 'GET /belt-line-parts': { status: 200, json: { parts: PARTS } } }
})
afterEach(cleanup)

function Shown({ store }: { readonly store: BenchStore }) {
  const now = useStore(store, (state) => state.drive)
  const parts = benchParts(now, store)
  return (
    <BenchContext.Provider value={parts}>
      {parts.belt !== undefined && <SetsView belt={parts.belt} />}
      <SetsPicture />
    </BenchContext.Provider>
  )
}

function open() {
  const store = createBenchStore(drive)
  show(<Shown store={store} />)
  return store
}
const sets = () => screen.findByRole('region', { name: 'Matching sets' })

describe('mixed parts', () => {
  test('the set that agrees is shown part by part with clearance and bolt, drawn, and put on the drive', async () => {
    const store = open()
    const found = await sets()
    await waitFor(() => expect(found.textContent).toContain('1 set matches'))
    const table = within(found).getByRole('table', { name: 'Selected set' })
    expect(within(table).getByRole('row', { name: /^Power steering pump/ }).textContent).toBe(
      'Power steering pumpPlover Bracket (to buy) + Plover Pump (to buy) + Plover Six ribs (to buy)Not known: its face, the way it has to turn.107.055.030',
    )
    expect(within(table).getByRole('row', { name: /^Crank/ }).textContent).toMatch(/107\.0\?\?$/)
    expect(
      screen.getByRole('img', { name: /^From above: Crank 107\.0 mm, Power steering pump 107\.0 mm/ }),
    ).toBeTruthy()
    await userEvent.click(within(found).getByRole('button', { name: 'Use these belt lines' }))
    const z = (id: string) => store.getState().drive.pulleys.find((each) => each.id === id)?.z ?? NaN
    expect(z('ps.1') - z('crank.1')).toBeCloseTo(0, 9)
  })

  test('nothing agrees with the long pump: how far the nearest lies apart is said, and another tolerance finds it', async () => {
    open()
    const found = await sets()
    await waitFor(() => expect(found.textContent).toContain('1 set matches'))
    await userEvent.click(screen.getByRole('combobox', { name: 'Parts that Power steering pump must use' }))
    await userEvent.click((await screen.findAllByTitle('Sandling Long pump')).at(-1) as HTMLElement)
    await waitFor(() => expect(found.textContent).toContain('None: the nearest is 2.20 mm apart'))
    const field = screen.getByRole('textbox', { name: /may differ/ })
    await userEvent.clear(field)
    await userEvent.type(field, '9{Enter}')
    expect(screen.getByRole('alert').textContent).toMatch(/must be from 0 to 5 mm/)
    await userEvent.clear(field)
    await userEvent.type(field, '1.1{Enter}')
    await waitFor(() => expect(found.textContent).toContain('1 set matches'))
  })

  test('a shaft without parts is named; an empty table says how to begin', async () => {
    server.answers = { 'GET /belt-line-parts': { status: 200, json: { parts: PARTS.slice(0, 2) } } }
    open()
    expect((await sets()).textContent).toContain('No set is possible for Power steering pump')
    cleanup()
    server.answers = { 'GET /belt-line-parts': { status: 200, json: { parts: [] } } }
    open()
    expect((await sets()).textContent).toContain('The parts table is empty')
    cleanup()
    server.answers = { 'GET /belt-line-parts': 'away' }
    open()
    expect(await screen.findByRole('button', { name: 'Try again' })).toBeTruthy()
  })

  test('a way that comes too near to the head is left out and counted', async () => {
    const near = PARTS.map((each) => (each.name === 'Bracket' ? { ...each, rear: 93 } : each))
    server.answers = { 'GET /belt-line-parts': { status: 200, json: { parts: near } } }
    open()
    const found = await sets()
    await waitFor(() => expect(found.textContent).toContain('1 choice was skipped: less than 3'))
  })

  test('what cannot carry the belt is never listed, and it is told why; what is on hand comes first', async () => {
    const belt = changed(drive, () => undefined).belts[0]
    const six = { face: 'grooved', section: 'PK', grooves: belt?.ribs ?? 6 } as const
    const known = PARTS.map((each) => ({
      ...each,
      ...(each.role === 'pulley' ? six : {}),
      ...(each.role === 'part' ? { turns: 'any' as const } : {}),
      onHand: each.role !== 'part',
    }))
    const more: readonly BeltLinePart[] = [
      part({ role: 'pulley', name: 'Four ribs', length: 11, ...six, grooves: 4, onHand: true }),
      part({ role: 'pulley', name: 'Smooth', length: 11, face: 'smooth', onHand: true }),
      // A little off the line, yet on hand.
      part({ name: 'Pump on the shelf', length: 38.4, turns: 'any', onHand: true }),
      part({ name: 'Mirrored pump', length: 38, turns: 'ccw', onHand: true }),
    ]
    server.answers = { 'GET /belt-line-parts': { status: 200, json: { parts: [...known, ...more] } } }
    open()
    const found = await sets()
    await waitFor(() => expect(found.textContent).toContain('2 sets match'))
    const [best, second] = within(screen.getByRole('list', { name: 'Best sets' })).getAllByRole('button')
    expect([best?.textContent, second?.textContent]).toEqual([
      expect.stringMatching(/^nothing to buy, no spacer/),
      expect.stringMatching(/^1 to buy, no spacer/),
    ])
    expect(within(found).getByRole('table').textContent).toContain('Plover Pump on the shelf +')
    expect(found.textContent).toMatch(/Power steering pump: .*too few grooves.*/)
    expect(found.textContent).toMatch(/wrong kind for this side of the belt/)
    expect(found.textContent).toMatch(/made to turn the other way/)
  })

  test('the worker seeks what the core finds', () => {
    const slots = (['crank', 'power-steering'] as const).map((kind) =>
      beltLineChoices(PARTS, kind).map((choice) => lineChoiceOf(choice, SIX_RIBS)),
    )
    expect(alignmentWork.sets(slots, 0.5)).toEqual(beltLineSets(slots, { within: 0.5 }))
  })
})

describe('the table of parts', () => {
  const openTable = async () => {
    open()
    await userEvent.click(await screen.findByRole('button', { name: 'Parts table (6)' }))
    return screen.findByRole('dialog')
  }

  test('takes a new part with the lengths its role has', async () => {
    await openTable()
    server.answers['POST /belt-line-parts'] = { status: 201, json: { parts: [part({ name: 'New' })] } }
    await userEvent.click(screen.getByRole('button', { name: /Add a part$/ }))
    const type = async (name: string | RegExp, text: string) =>
      userEvent.type(screen.getByRole('textbox', { name }), `${text}{Enter}`)
    await type('Name', 'Offset pump')
    expect(screen.getByRole('button', { name: 'Add to table' }).hasAttribute('disabled')).toBe(true)
    await type('Face to pulley seat', '1 1/2')
    expect(screen.queryByRole('textbox', { name: /Rim behind/ })).toBeNull()
    await type('Flange its bolts pass', '12')
    await userEvent.click(screen.getByRole('checkbox', { name: 'On hand' }))
    await userEvent.click(screen.getByRole('button', { name: 'Add to table' }))
    await waitFor(() =>
      expect(server.sent.at(-1)).toEqual({
        to: 'POST /belt-line-parts',
        body: {
          parts: [
            {
              role: 'part',
              family: '',
              name: 'Offset pump',
              fits: 'alternator',
              length: expect.closeTo(38.1, 9),
              rear: null,
              bolt: 12,
              ...NOTHING_MORE_KNOWN,
              onHand: true,
            },
          ],
        },
      }),
    )
  })

  test('says when someone else has changed a part, and keeps what was written', async () => {
    await openTable()
    server.answers['PUT /belt-line-parts/Pump'] = {
      status: 409,
      json: {
        error: {
          code: 'VERSION_CONFLICT',
          message: 'Someone else saved this.',
          conflict: { yours: { basedOn: 1 }, current: part({ name: 'Pump', version: 4 }) },
        },
      },
    }
    await userEvent.click(screen.getByRole('button', { name: 'Change Plover Pump, Accessory' }))
    await userEvent.type(screen.getByRole('textbox', { name: 'Name' }), ' two')
    const keep = screen.getByRole('button', { name: 'Save' })
    await userEvent.click(keep)
    expect((await screen.findByText(/Someone else has changed this part/)).textContent).toMatch(/still here/)
    await userEvent.click(keep)
    await waitFor(() => expect(server.sent.at(-1)?.body).toMatchObject({ basedOn: 4, name: 'Pump two' }))
  })

  test('reads a table, shows what could not be read, and stores only the rest', async () => {
    await openTable()
    server.answers['POST /belt-line-parts'] = { status: 201, json: { parts: [] } }
    const file = new File(['role,name,length_mm\nspacer,Washer,2\nwheel,Odd,3\n'], 'mine.csv', { type: 'text/csv' })
    await userEvent.upload(screen.getByLabelText('Import parts'), file)
    expect((await screen.findByText(/Row 3: role must be one of/)).textContent).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Add 1 to the table' }))
    await waitFor(() => expect(server.sent.at(-1)?.body).toMatchObject({ parts: [{ name: 'Washer', length: 2 }] }))
  })

  test('strikes a part out', async () => {
    await openTable()
    server.answers['DELETE /belt-line-parts/Pump'] = { status: 204, json: undefined }
    await userEvent.click(screen.getByRole('button', { name: 'Delete Plover Pump, Accessory' }))
    await waitFor(() => expect(server.asked).toContain('DELETE /belt-line-parts/Pump'))
  })
})
