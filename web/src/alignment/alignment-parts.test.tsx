import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { act, cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useStore } from 'zustand'
import { fixPlan, takeMoves, usualMoves } from '@emery/core/alignment'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { usePreferences } from '../ui/preferences.ts'
import { benchParts } from '../testing/bench-parts.ts'
import { changed, demoDrive } from '../testing/drives.ts'
import { alignmentWork } from '../workers/alignment-work.ts'
import { BenchContext } from '../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'
import { FromAbove } from './from-above.tsx'
import { moveWords } from './alignment-words.ts'
import { AlignmentStep } from './alignment-step.tsx'

/** A worker that never answers: the step itself is looked at here, its plan in Chromium. */
class Silent {
  postMessage() {}
  addEventListener() {}
  removeEventListener() {}
  terminate() {}
}

beforeEach(() => {
  Object.assign(globalThis, { Worker: Silent })
  usePreferences.setState({ units: 'mm' })
})
afterEach(cleanup)

function Shown({ store }: { readonly store: BenchStore }) {
  const drive = useStore(store, (state) => state.drive)
  return (
    <>
      <BenchContext.Provider value={benchParts(drive, store)}>
        <AlignmentStep />
        <FromAbove />
      </BenchContext.Provider>
    </>
  )
}

function show(drive: CheckedDrive) {
  const store = createBenchStore(drive)
  render(<Shown store={store} />)
  return store
}

/** The van with every pulley in line and none leaning. */
const ketch = changed(demoDrive('ketch-main'), (d) => {
  for (const pulley of d.pulleys) {
    pulley.z = 0
    delete pulley.tilt
  }
})
const read = async (name: string, written: string) =>
  userEvent.type(screen.getByRole('textbox', { name }), `{Control>}a{/Control}${written}{Enter}`)

describe('alignment', () => {
  test('a pulley that sits back is named, with what that does, on the panel and from above', async () => {
    const store = show(ketch)
    expect(screen.getByRole('region', { name: 'Alignment' }).textContent).toContain('Aligned')
    await read('Power steering pump', '42.8')
    expect(screen.getByRole('alert').textContent).toContain('Crank has not been measured')
    await read('Crank, the reference', '41.2')
    const result = screen.getByRole('region', { name: 'Alignment' })
    expect(result.textContent).toMatch(/Power steering pump is 1\.60 mm too far back/)
    expect(result.textContent).toMatch(/entry angle is 0\.\d\d°: the belt may chirp/)
    expect(
      screen.getByRole('img', {
        name: /^From above: Power steering pump 1\.60 mm back; \d of 6 spans outside the quiet limit/,
      }),
    ).toBeTruthy()
    const plan = fixPlan(settleDrive(store.getState().drive), { unsaid: usualMoves })
    act(() => store.getState().setAlignment({ moves: plan.moves, mended: true }))
    expect(screen.getByRole('img', { name: /; 0 of 6 spans outside the quiet limit/ })).toBeTruthy()
    expect(alignmentWork.plan(store.getState().drive, [])).toEqual(plan)
  })

  test('before anything is placed who is out is told, and over a span that is typed what it does', async () => {
    const bare = changed(ketch, (d) => {
      for (const shaft of d.shafts) if (shaft.kind !== 'crank') Object.assign(shaft, { x: null, y: null })
      for (const pulley of d.pulleys) delete pulley.z
      d.adjusters = []
      for (const belt of d.belts) belt.adjuster = null
    })
    show(bare)
    const result = screen.getByRole('region', { name: 'Alignment' })
    expect(result.textContent).toContain('Nothing read yet')
    await read('Crank, the reference', '40')
    await read('Power steering pump', '44')
    expect(result.textContent).toContain('Power steering pump is 4.00 mm too far back')
    // atan(4 / 150) = 1.53°, beyond the 1.5° of a multi-rib belt.
    await read('Shorter span of Power steering pump', '150')
    expect(result.textContent).toMatch(/1\.53°.*chirps/)
  })

  test('a belt one groove off is asked about before anything is pressed', async () => {
    const store = show(ketch)
    await read('Crank, the reference', '41.2')
    await read('Alternator', '44.7')
    const ask = screen.getByRole('region', { name: 'Check first' })
    expect(ask.textContent).toMatch(
      /Is the belt one groove off on Alternator\? 3\.50 mm is close to one groove \(3\.56 mm\)/,
    )
    await userEvent.click(within(ask).getByRole('button', { name: /^Yes/ }))
    expect(store.getState().drive.alignment?.map(({ pulley }) => pulley)).toEqual(['crank.1'])
    await read('Alternator', '44.7')
    await userEvent.click(screen.getByRole('button', { name: 'No, I counted' }))
    expect(screen.queryByRole('region', { name: 'Check first' })).toBeNull()
  })

  test('more ribs than grooves are asked about: one of them was miscounted', async () => {
    const five = changed(ketch, (d) => {
      for (const pulley of d.pulleys) if (pulley.id === 'alt.1' && pulley.face === 'ribbed') pulley.grooves = 5
    })
    const first = show(five)
    const ask = screen.getByRole('region', { name: 'Check first' })
    expect(ask.textContent).toContain('6 ribs, but Alternator has 5 grooves')
    await userEvent.click(within(ask).getByRole('button', { name: 'The belt has 5' }))
    expect(first.getState().drive.belts[0]?.ribs).toBe(5)
    expect(screen.queryByRole('region', { name: 'Check first' })).toBeNull()
    cleanup()
    const second = show(five)
    await userEvent.click(screen.getByRole('button', { name: 'Alternator has 6' }))
    expect(second.getState().drive.pulleys.find(({ id }) => id === 'alt.1')).toMatchObject({ grooves: 6 })
  })

  test('a depth in the wrong unit is asked about, and taken as it was meant or when it is right', async () => {
    const store = show(ketch)
    await read('Crank, the reference', '1')
    await read('Power steering pump', '45')
    const alert = screen.getByRole('alert')
    expect(alert.textContent).toMatch(/44(\.0)? mm behind the reference.*Is the unit right/)
    expect(store.getState().drive.alignment).toHaveLength(1)
    await userEvent.click(within(alert).getByRole('button', { name: 'Measure it again' }))
    await read('Power steering pump', '45')
    await userEvent.click(screen.getByRole('button', { name: '1.14 mm was meant' }))
    expect(store.getState().drive.alignment?.at(-1)).toMatchObject({ pulley: 'ps.1', value: expect.closeTo(1.143, 9) })
    // Typed over, it is replaced; read once more, it stands beside the first.
    await read('Power steering pump', '1.2')
    expect(store.getState().drive.alignment).toHaveLength(2)
    await userEvent.click(screen.getByRole('button', { name: 'Read Power steering pump once more' }))
    await read('Power steering pump', '1.1')
    // Two readings of one thing are shown as two.
    const [crank] = store.getState().drive.alignment ?? []
    if (crank?.how !== 'depth') throw new Error('the crank was read by depth')
    const both = [1.2, 1.1].map((value) => `−${(value - crank.value).toFixed(2)} mm`).join(' and ')
    expect(screen.getByText(new RegExp(both.replaceAll('.', '\\.')))).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Delete the readings of Power steering pump' }))
    expect(store.getState().drive.alignment).toHaveLength(1)
  })

  test('a laser that is not square is refused; both marks are kept as one reading', async () => {
    const store = show(ketch)
    await userEvent.click(screen.getByText('Laser'))
    await read('Crank, the reference, near', '6')
    expect(store.getState().drive.alignment ?? []).toEqual([])
    await read('Crank, the reference, far', '7')
    expect(screen.getByRole('alert').textContent).toMatch(/Square the laser first/)
    await read('Crank, the reference, far', '6')
    await read('Power steering pump, near', '7.5')
    await read('Power steering pump, far', '7.7')
    expect(store.getState().drive.alignment?.map(({ how }) => how)).toEqual(['laser', 'laser'])
    expect(screen.getByRole('list', { name: 'Readings, engine stopped' }).textContent).toContain('−1.60 mm')
    // The far rim lies the further back: the face leans.
    const pulley = store.getState().drive.pulleys.find(({ id }) => id === 'ps.1')
    expect(Math.hypot(pulley?.tilt?.x ?? 0, pulley?.tilt?.y ?? 0)).toBeCloseTo(
      (Math.atan(0.2 / 142.74) * 180) / Math.PI,
      3,
    )
  })

  test('what a made-up laser shows is read off its target', async () => {
    const store = show(ketch)
    await userEvent.click(screen.getByText('Laser'))
    await userEvent.click(screen.getByRole('button', { name: 'Simulated laser on Crank' }))
    const dialog = screen.getByRole('dialog')
    const words =
      within(dialog)
        .getByRole('img', { name: /^The line crosses/ })
        .getAttribute('aria-label') ?? ''
    const [near = '', far = ''] = [...words.matchAll(/at ([\d.]+) mm/g)].map(([, mark]) => mark)
    // Clamped six millimetres in front of the first rib, seen within a line’s width.
    expect(Math.abs(Number(near) - 6)).toBeLessThan(0.5)
    expect(within(dialog).getByRole('button', { name: 'Save this reading' }).hasAttribute('disabled')).toBe(true)
    await read('Near edge', near)
    await read('Far edge', far)
    await userEvent.click(within(dialog).getByRole('button', { name: 'Save this reading' }))
    expect(store.getState().drive.alignment).toMatchObject([{ how: 'laser', near: Number(near), far: Number(far) }])
  })

  test('a pulley that gives under load is named, and stands on the drawing where it stood', async () => {
    const store = show(ketch)
    await read('Crank, the reference', '41')
    await read('Alternator', '41')
    await userEvent.click(screen.getByText('Running, under load'))
    expect(screen.getByRole('note').textContent).toMatch(/Keep hands, sleeves and tools away/)
    // No straightedge comes near a running engine: the laser is what is left, and it is asked what pulls.
    expect(screen.queryByText('Straightedge')).toBeNull()
    expect(screen.getByRole('combobox', { name: 'Load' })).toBeTruthy()
    await read('Alternator, near', '-0.8')
    await read('Alternator, far', '-0.8')
    expect(screen.getByRole('alert').textContent).toMatch(/Crank has not been measured/)
    await read('Crank, the reference, near', '0')
    await read('Crank, the reference, far', '0')
    expect(store.getState().drive.alignment?.at(-1)).toMatchObject({ how: 'laser', while: 'revving', load: 'throttle' })
    expect(screen.getByRole('region', { name: 'Other observations' }).textContent).toMatch(
      /Alternator moves forward 0\.80 mm under load.*bracket flexes or its bearing has play/,
    )
    expect(store.getState().drive.pulleys.find(({ id }) => id === 'alt.1')?.z).toBeCloseTo(0, 9)
  })

  test('a tensioner that leans and a belt off its middle are read and said', async () => {
    const store = show(ketch)
    const choose = async (name: string, option: string) => {
      await userEvent.click(screen.getByRole('combobox', { name }))
      await userEvent.click((await screen.findAllByTitle(option)).at(-1) as HTMLElement)
    }
    await choose('Pulley', 'Tensioner')
    await read('In front', '2')
    await read('Behind', '8')
    await userEvent.click(screen.getByRole('button', { name: 'Save this reading' }))
    const seen = screen.getByRole('region', { name: 'Other observations' })
    expect(seen.textContent).toMatch(/The belt runs 3\.00 mm forward of the middle on Tensioner/)
    await choose('Measurement', 'Left and right edge')
    await read('Left', '40')
    await read('Right', '41.4')
    await userEvent.click(screen.getByRole('button', { name: 'Save this reading' }))
    expect(seen.textContent).toMatch(/Tensioner is tilted by 1\.0°.*worn bush/)
    await userEvent.click(screen.getByRole('button', { name: /^Delete the readings of Tensioner/ }))
    expect(store.getState().drive.alignment).toEqual([])
  })

  test('what may be moved is said part by part, and taken back to as usual', async () => {
    const store = show(ketch)
    const of = (id: string) => store.getState().drive.shafts.find((shaft) => shaft.id === id)?.moves
    const section = screen.getByRole('region', { name: 'Allowed moves' })
    // Nobody presses an alternator unless somebody says so: it stands on its bracket.
    await userEvent.click(within(section).getByText('Alternator'))
    await userEvent.click(within(section).getByRole('checkbox', { name: 'Shims behind it' }))
    expect(of('alt')).toEqual([])
    await userEvent.click(within(section).getByRole('checkbox', { name: 'Shims behind it' }))
    await read('Away from it', '3')
    await read('Toward the block', '4')
    expect(within(section).getByRole('alert').textContent).toMatch(/must not be beyond the outer limit/)
    await userEvent.keyboard('{Escape}')
    expect(of('alt')).toEqual([{ kind: 'shim', step: 0.5, min: -2, max: 3 }])
    await userEvent.click(within(section).getByRole('checkbox', { name: /One of these spacers/ }))
    const spacers = within(section).getByRole('textbox', { name: /Thicknesses/ })
    await userEvent.clear(spacers)
    await userEvent.type(spacers, '1; 1/8 in; ten{Enter}')
    expect(section.textContent).toMatch(/“ten” is not a length/)
    await userEvent.clear(spacers)
    await userEvent.type(spacers, '1; 1/8 in{Enter}')
    expect(of('alt')?.at(-1)).toEqual({ kind: 'spacer', thicknesses: [1, 3.175] })
    await userEvent.click(within(section).getByRole('button', { name: 'Default' }))
    expect(of('alt')).toBeUndefined()
  })

  test('after the work, what was moved is read again and compared', async () => {
    const store = show(ketch)
    await read('Crank, the reference', '41.2')
    await read('Power steering pump', '42.8')
    const { drive } = store.getState()
    const moves = [{ kind: 'press', shaft: 'ps', by: 1.6 }] as const
    act(() => {
      store
        .getState()
        .edit(
          'align pulleys',
          takeMoves(settleDrive(drive), moves, { id: 'w', by: 'Wren', at: '2026-11-25T10:00:00Z' }),
        )
    })
    const compared = screen.getByRole('region', { name: 'Before and after' })
    expect(compared.textContent).toMatch(/Power steering pump−1\.60 mm0\.00 mmnot measured again/)
    expect(screen.getByRole('region', { name: 'Alignment' }).textContent).toContain(
      'Aligned, if the moves went as planned',
    )
    await read('Power steering pump', '41.3')
    expect(within(compared).getByRole('img', { name: 'in line' })).toBeTruthy()
    expect(compared.textContent).toMatch(/Power steering pump−1\.60 mm0\.00 mm−0\.10 mmLargest angle0\.\d\d°0\.\d\d°/)
    expect(compared.textContent).toContain('Adjusted on 2026-11-25 by Wren.')
    // Less than planned: said, and the next plan begins from there.
    await read('Power steering pump', '42')
    expect(within(compared).getByRole('img', { name: 'still out' })).toBeTruthy()
    expect(compared.textContent).toContain('Power steering pump did not come as far as planned')
  })

  test.each([
    [{ kind: 'press', shaft: 's', by: 1.6 }, 'Pull the pulley of the pump out by 1.60'],
    [{ kind: 'press', shaft: 's', by: -1.6 }, 'Press the pulley of the pump in by 1.60'],
    [{ kind: 'shim', shaft: 's', by: 0.5 }, 'Put 0.50 of shims behind the pump'],
    [{ kind: 'shim', shaft: 's', by: -0.5 }, 'Take 0.50 of shims out behind the pump'],
    [{ kind: 'spacer', shaft: 's', by: 2 }, 'Put the spacer of 2.00 behind the pump'],
    [{ kind: 'straighten', shaft: 's', by: 0.4 }, 'Straighten the bracket of the pump: its rim is out by 0.40'],
    [
      { kind: 'groove', shaft: 's', pulley: 'p', belt: 'b', groove: 2, by: 3.56 },
      'Put the belt into groove 2 of the pump, counted from the front',
    ],
  ] as const)('a move %j is said as it is done', (move, words) => {
    expect(moveWords(move, 'the pump', (mm) => mm.toFixed(2))).toBe(words)
  })
})
