import { afterEach, describe, expect, jest, test } from '@jest/globals'
import { act, cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { chainTo } from '../bench/drawing/chain.ts'
import { BenchContext } from '../bench/bench-context.ts'
import { createBenchStore } from '../bench/store/bench-store.ts'
import { benchParts } from '../testing/bench-parts.ts'
import { changed, demoDrive } from '../testing/drives.ts'
import { spread } from './chart-scale.ts'
import { Findings } from './speed-verdicts.tsx'
import { PartFigures } from './part-figures.tsx'

afterEach(cleanup)
jest.setTimeout(30_000)

const camera = { x: 400, y: 500, k: 2 }

describe('the way from the crank', () => {
  const kiln = settleDrive(demoDrive('kiln-blower'))

  test('one arrow a belt, the last with all of them together', () => {
    const links = chainTo(kiln, 'blow', camera)
    expect(links.map(({ belt }) => belt)).toEqual(['first', 'second'])
    const [first, second] = links.map(({ words }) => words)
    const factor = (words: string | undefined) => Number(/^× ([\d.]+)/.exec(words ?? '')?.[1])
    const total = Number(/= ([\d.]+)$/.exec(second ?? '')?.[1])
    // Each is written to a hundredth.
    expect(factor(first) * factor(second)).toBeCloseTo(total, 1)
    expect(first).not.toContain('=')
  })

  test('arrows begin and end inside the rims, and the crank has none', () => {
    const place = kiln.places.get('jack') ?? { x: 0, y: 0 }
    const [{ to } = { to: { x: 0, y: 0 } }] = chainTo(kiln, 'jack', camera)
    expect(Math.hypot(to.x - (camera.x + 2 * place.x), to.y - (camera.y - 2 * place.y))).toBeLessThan(2 * 60)
    expect(chainTo(kiln, 'crank', camera)).toEqual([])
  })
})

describe('names at the ends of lines', () => {
  test('keep apart, as near to where they belong as that lets them', () => {
    expect(spread([10, 12, 60], 15)).toEqual([10, 25, 60])
  })

  test('are pushed back up from the floor', () => {
    expect(spread([80, 90, 95], 15, 100)).toEqual([70, 85, 100])
  })
})

function show(drive: CheckedDrive, element: React.ReactElement) {
  const store = createBenchStore(drive)
  render(
    <>
      <MemoryRouter>
        <BenchContext.Provider value={benchParts(drive, store)}>{element}</BenchContext.Provider>
      </MemoryRouter>
    </>,
  )
  return store
}

test('what is wrong is said with the way to mend it; pressed, it is asked about', async () => {
  const store = show(demoDrive('skerry-rod'), <Findings />)
  await userEvent.click(screen.getByRole('button', { name: 'Change the size for Water pump' }))
  expect(store.getState().speeds).toMatchObject({ view: 'right', shaft: 'wp' })
})

test('belts that fight are told by how much, and the size that ends it is tried with a press', async () => {
  const fighting = changed(demoDrive('fenland-vee'), (d) => {
    const vee = { face: 'vee', section: 'V13', grooves: 1, diameterAt: 'outside', z: 60 } as const
    d.pulleys.push(
      { ...vee, id: 'fan.2', shaft: 'fan', diameter: 160 },
      { ...vee, id: 'crank.4', shaft: 'crank', diameter: 149 },
    )
    const route = [
      { pulley: 'crank.4', contact: 'ribs' as const },
      { pulley: 'fan.2', contact: 'ribs' as const },
    ]
    d.belts.push({ id: 'second', name: 'Second belt', section: 'V13', ribs: 1, length: null, adjuster: null, route })
  })
  const store = show(fighting, <Findings />)
  expect(screen.getByText(/Second belt would turn it \d+\.\d % slower/)).toBeTruthy()
  expect(screen.getByText(/m\/s of rubbing at cruise/)).toBeTruthy()
  await userEvent.click(screen.getByRole('button', { name: 'Try it' }))
  const fan = store.getState().drive.pulleys.find(({ id }) => id === 'fan.2')
  expect(fan?.face === 'vee' ? fan.diameter : null).toBeLessThan(160)
  expect(store.getState().past.at(-1)?.label).toBe('make belts agree')
})

test('a fan’s blades are asked for, and a figure that cannot be is refused beside its field', async () => {
  const drive = demoDrive('haulm-main')
  const store = show(drive, <PartFigures />)
  act(() => store.getState().setSpeeds({ shaft: 'fan' }))
  const highest = screen.getByRole('spinbutton', { name: /Maximum, rpm/ })
  expect(screen.getByText(/Measure across the blades/)).toBeTruthy()
  await userEvent.type(highest, '-5')
  await userEvent.tab()
  expect(screen.getByRole('alert').textContent).toContain('above zero')
  await userEvent.type(screen.getByRole('textbox', { name: 'Blade diameter' }), '450{Enter}')
  expect(store.getState().drive.shafts.find(({ id }) => id === 'fan')?.bladeDiameter).toBe(450)
})

test('a fan of which the blades are not measured is named among what is not known', async () => {
  const store = show(demoDrive('haulm-main'), <Findings />)
  expect(screen.getByText(/may turn is not known. Measure across its blades/)).toBeTruthy()
  await userEvent.click(screen.getByRole('button', { name: /^Enter the blade diameter of/ }))
  expect(store.getState().speeds.shaft).toBe('fan')
})
