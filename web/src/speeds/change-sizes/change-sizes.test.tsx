import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useStore } from 'zustand'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { describeSettled } from '@emery/core/solution'
import { usePreferences } from '../../ui/preferences.ts'
import { benchParts } from '../../testing/bench-parts.ts'
import { demoDrive } from '../../testing/drives.ts'
import { BenchContext } from '../../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../../bench/store/bench-store.ts'
import { TimeBars } from '../time-bars.tsx'
import { CheckSum } from '../check-sum.tsx'
import { Candidates } from './candidates.tsx'
import { Compare } from './compare.tsx'
import { WantedForm } from './wanted-form.tsx'

jest.setTimeout(60_000)
beforeEach(() => {
  usePreferences.setState({ units: 'mm', person: 'Wren' })
})
afterEach(cleanup)

/** The bench follows its store, as it does on the page. */
function Following({ store, children }: { readonly store: BenchStore; readonly children: React.ReactNode }) {
  const drive = useStore(store, (state) => state.drive)
  const settled = settleDrive(drive)
  const parts = { ...benchParts(drive, store), settled, shown: settled, solution: describeSettled(settled) }
  return <BenchContext.Provider value={parts}>{children}</BenchContext.Provider>
}

function show(drive: CheckedDrive, element: React.ReactNode): BenchStore {
  const store = createBenchStore(drive)
  render(
    <>
      <Following store={store}>{element}</Following>
    </>,
  )
  return store
}

const skerry = demoDrive('skerry-rod')
const wanted = () =>
  show(
    skerry,
    <>
      <WantedForm />
      <Candidates />
    </>,
  )

describe('a speed wanted', () => {
  test('what would end it is suggested, and gives pulleys with their belts', async () => {
    const store = wanted()
    await userEvent.click(screen.getByRole('button', { name: /6175 maximum: its limit with 5 % to spare/ }))
    expect(store.getState().speeds.wanted).toEqual({ rpm: 6175, engineRpm: 5500 })
    const [card] = within(await screen.findByRole('group', { name: 'Another pulley on Crank' })).getAllByRole(
      'listitem',
    )
    expect(card?.textContent).toMatch(/Ø 127.0 mm.*6PK1450.*to buy: good/)
    // What turns differently besides is told with it, and what cannot give the speed says why.
    expect(card?.textContent).toMatch(/Alternator14644 → 11189/)
    expect(screen.getByText(/Crank and Water pump overlap/)).toBeTruthy()
  })

  test('sixteenths of an inch are as good as millimetres', async () => {
    wanted()
    await userEvent.click(screen.getByRole('button', { name: /6175 maximum/ }))
    await userEvent.click(screen.getByText('1/16 in'))
    const group = await screen.findByRole('group', { name: 'Another pulley on Crank' })
    const sizes = within(group)
      .getAllByRole('button', { name: /^Fit this belt/ })
      .map((button) => Number(/Ø ([\d.]+) mm/.exec(button.getAttribute('aria-label') ?? '')?.[1]))
    // Written to a tenth of a millimetre.
    for (const size of sizes) expect(Math.abs((size * 16) / 25.4 - Math.round((size * 16) / 25.4))).toBeLessThan(0.05)
  })

  test('looked at it is held up, put on it is one step with its belt and its reading', async () => {
    const store = wanted()
    await userEvent.click(screen.getByRole('button', { name: /6175 maximum/ }))
    const put = await screen.findByRole('button', { name: 'Fit this belt Ø 127.0 mm on Crank' })
    await userEvent.hover(put)
    expect(store.getState().speeds.trying?.settled.drive.belts[0]?.length).toBe(1450)
    await userEvent.click(put)
    const { drive, past, speeds } = store.getState()
    expect(drive.pulleys.find(({ id }) => id === 'crank.1')).toMatchObject({ diameter: 127 })
    expect(drive.belts[0]?.length).toBe(1450)
    expect(drive.readings?.at(-1)).toMatchObject({ pulley: 'crank.1', value: 127, by: 'Wren' })
    expect([past.length, past.at(-1)?.label]).toEqual([1, 'other pulleys: Crank Ø 127.0 mm'])
    expect(speeds.trying?.base === drive).toBe(false)
    store.getState().undo()
    expect(store.getState().drive).toEqual(skerry)
  })
})

describe('side by side', () => {
  const sizes = [[{ pulley: 'crank.1', size: 127 }], [{ pulley: 'crank.1', size: 300 }]]

  test('the drive as it is stands first; one that is not possible cannot be kept; the other can', async () => {
    const closed = jest.fn()
    const store = show(skerry, <Compare onClose={closed} />)
    store.getState().setSpeeds({ compared: sizes })
    const dialog = within(await screen.findByRole('dialog', { name: 'Side by side' }))
    await dialog.findByText('Version 2')
    const row = (name: RegExp) =>
      within(dialog.getByRole('row', { name }))
        .getAllByRole('cell')
        .map((cell) => cell.textContent)
    expect(row(/^Crank pulley/)).toEqual(['Ø 167.2 mm', 'Ø 127.0 mm', 'Ø 300.0 mm'])
    expect(row(/^Main belt/)[1]).toContain('6PK1450')
    expect(dialog.getByRole('button', { name: 'Use version 2' }).hasAttribute('disabled')).toBe(true)
    await userEvent.click(dialog.getByRole('button', { name: 'Remove version 2' }))
    expect(store.getState().speeds.compared).toHaveLength(1)
    await userEvent.click(dialog.getByRole('button', { name: 'Use version 1' }))
    expect(closed).toHaveBeenCalled()
    expect(store.getState().drive.belts[0]?.length).toBe(1450)
  })
})

describe('how long at what speed', () => {
  test('a bar moved makes the use one of its own, of which the shares add up again', async () => {
    const store = show(skerry, <TimeBars />)
    expect(store.getState().drive.use).toEqual({ of: 'hill-climb' })
    const [idle] = screen.getAllByRole('slider')
    idle?.focus()
    await userEvent.keyboard('{PageUp}{ArrowDown}')
    const { use } = store.getState().drive
    if (use?.of !== 'own') throw new Error('not an own use')
    // 12 % and 5 more, of which a hundredth of the whole is taken again.
    const whole = use.bins.reduce((sum, { share }) => sum + share, 0)
    expect((use.bins[0]?.share ?? 0) / whole).toBeCloseTo((0.17 / 1.05 - 0.01) / 0.99, 3)
    expect(store.getState().past).toHaveLength(2)
  })

  test('what a bar says is written while it is looked at', async () => {
    show(skerry, <TimeBars />)
    await userEvent.hover(screen.getByRole('slider', { name: 'Time at 900 rpm' }))
    expect(screen.getByText('at 900 rpm: 12.0 % of the time')).toBeTruthy()
  })
})

test('a speed worked out upside down is recognised as such', async () => {
  show(skerry, <CheckSum />)
  await userEvent.click(screen.getByText('Speed'))
  // The water pump turns 1.47 times; 2100 divided by it in place of times it.
  await userEvent.type(screen.getByRole('spinbutton', { name: 'Your speed, rpm' }), '1432')
  expect(screen.getByRole('status').textContent).toContain('divided by the ratio')
})
