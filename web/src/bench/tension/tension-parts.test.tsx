import { afterEach, describe, expect, jest, test } from '@jest/globals'
import { act, cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { App as AntApp } from 'antd'
import { settleDrive, spanTensions, type CheckedDrive } from '@emery/core'
import { usePreferences } from '../../app/preferences.ts'
import { benchParts } from '../../testing/bench-parts.ts'
import { changed, demoDrive } from '../../testing/drives.ts'
import { BenchContext } from '../bench-context.ts'
import { createBenchStore } from '../store/bench-store.ts'
import { reserveVerdict } from './reserve.ts'
import { Running } from './running.tsx'
import { SetIt } from './set-it.tsx'
import { useTension } from './use-tension.ts'

jest.setTimeout(30_000)
afterEach(cleanup)

/** The panel of one belt of a drive, as the Tension step has it. */
function RunningOf({ id }: { readonly id: string }) {
  const { belts } = useTension()
  const running = belts.find(({ belt }) => belt === id)
  const settled = settleDrive(benchDrive).belts.find(({ belt }) => belt.id === id)
  return running === undefined || settled === undefined ? (
    <p>nothing runs</p>
  ) : (
    <Running belt={settled} running={running} />
  )
}

let benchDrive: CheckedDrive

function show(drive: CheckedDrive, element: React.ReactElement) {
  usePreferences.setState({ units: 'mm' })
  benchDrive = drive
  const store = createBenchStore(drive)
  render(
    <AntApp>
      <BenchContext.Provider value={benchParts(drive, store)}>{element}</BenchContext.Provider>
    </AntApp>,
  )
  return store
}

const fenland = demoDrive('fenland-vee')
const beltOf = (drive: CheckedDrive, i = 0) => {
  const belt = settleDrive(drive).belts[i]
  if (belt === undefined) throw new Error('no belt')
  return belt
}

describe('a reserve', () => {
  test.each([
    [Infinity, 'fine'],
    [1.3, 'fine'],
    [1.29, 'watch'],
    [1, 'watch'],
    [0.99, 'act'],
    [0, 'act'],
  ] as const)('of %d is %s', (reserve, verdict) => {
    expect(reserveVerdict(reserve)).toBe(verdict)
  })
})

describe('under way', () => {
  test('every pulley has its span, its grip and its bearing, as the core has them', () => {
    show(fenland, <RunningOf id="fanbelt" />)
    const [belt] = spanTensions(settleDrive(fenland), { rpm: fenland.engine.cruiseRpm, load: 1 })
    const rows = within(screen.getByRole('region', { name: 'Spans and bearings' }))
      .getAllByRole('row')
      .slice(1)
    expect(rows).toHaveLength(belt?.pulleys.length ?? NaN)
    for (const [i, row] of rows.entries()) {
      expect(row.textContent).toContain(String(Math.round(belt?.spans[i] ?? NaN)))
      expect(row.textContent).toContain(String(Math.round(belt?.pulleys[i]?.hubLoad ?? NaN)))
    }
  })

  test('a bearing that carries more than it may says by how much', () => {
    const weak = changed(fenland, (d) => {
      for (const shaft of d.shafts) if (shaft.id === 'gen') shaft.maxSideLoad = 200
    })
    show(weak, <RunningOf id="fanbelt" />)
    expect(screen.getByRole('img', { name: /its bearing takes 200 N: \d+ % too much/ })).toBeTruthy()
  })

  test('what holds the belt is said: a setting, or the nominal one where nobody has said', () => {
    show(fenland, <RunningOf id="fanbelt" />)
    expect(screen.getByText('It was set to 320 N.')).toBeTruthy()
    cleanup()
    const unset = changed(fenland, (d) => {
      for (const belt of d.belts) belt.installTension = null
    })
    show(unset, <RunningOf id="fanbelt" />)
    expect(screen.getByText(/Nobody has said how tight it was set: 300 N stand for a used belt/)).toBeTruthy()
  })

  test('a condition that is only looked at can be kept as the belt’s own', async () => {
    const store = show(fenland, <RunningOf id="fanbelt" />)
    act(() => store.getState().setTension({ condition: 'oily' }))
    expect(screen.getByText(/slips\./)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'This belt is oily: keep it so' }))
    expect(store.getState().drive.belts[0]?.condition).toBe('oily')
    expect(store.getState().tension.condition).toBeNull()
  })

  test('a toothed belt cannot slip, and a belt that runs too fast throws itself off', () => {
    show(demoDrive('linnet-toothed'), <RunningOf id="main" />)
    expect(screen.getByText(/Its teeth hold it|times the grip it needs/)).toBeTruthy()
    cleanup()
    const loose = changed(fenland, (d) => {
      d.engine.maxRpm = 9000
      for (const belt of d.belts) belt.installTension = 150
    })
    const store = show(loose, <RunningOf id="fanbelt" />)
    act(() => store.getState().setTension({ engineRpm: 9000 }))
    expect(screen.getByText(/at this speed the belt throws itself off/)).toBeTruthy()
  })
})

describe('setting by hand', () => {
  test('a spring sets its own belt', () => {
    const ketch = demoDrive('ketch-main')
    show(ketch, <SetIt belt={beltOf(ketch)} />)
    expect(screen.getByText(/Nothing is set by hand/)).toBeTruthy()
  })

  test('a new belt is set tighter than a used one', async () => {
    show(fenland, <SetIt belt={beltOf(fenland)} />)
    expect(screen.getByText('300 N')).toBeTruthy()
    await userEvent.click(screen.getByText('New'))
    expect(screen.getByText('344 N')).toBeTruthy()
  })

  test('too tight says what the bearings carry, and how far to let it back', async () => {
    show(fenland, <SetIt belt={beltOf(fenland)} />)
    await userEvent.type(screen.getByRole('textbox', { name: 'It went in by' }), '3{Enter}')
    const answer = screen.getByRole('status')
    expect(answer.textContent).toMatch(/too tight by \d+ N; bearings carry about \d+ % more/)
    expect(answer.textContent).toMatch(/Let the adjuster back by/)
  })

  test('a multi-rib belt is offered no quarter turn', () => {
    const skerry = demoDrive('skerry-rod')
    show(skerry, <SetIt belt={beltOf(skerry)} />)
    expect(screen.queryByText(/quarter turn/)).toBeNull()
    expect(screen.getByText(/45 N of a finger/)).toBeTruthy()
  })
})
