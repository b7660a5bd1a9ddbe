import { afterEach, expect, jest, test } from '@jest/globals'
import { act, cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { checkedSpans, deflectionFor, spanModels } from '@emery/core/tension'
import { KEPT_UNITS } from '@emery/core/units'
import { SettingLayer } from '../../bench/drawing/setting-layer.tsx'
import { createBenchStore } from '../../bench/store/bench-store.ts'
import { changed, demoDrive } from '../../testing/drives.ts'
import { field, Following, newest, showSet, showSetTo } from '../../testing/setting-panel.tsx'
import { usePreferences } from '../../ui/preferences.ts'

jest.setTimeout(30_000)
afterEach(() => {
  cleanup()
  usePreferences.setState({ shown: KEPT_UNITS })
})

const fenland = demoDrive('fenland-vee')

test('a new belt is set tighter than a used one, and every tool is told what it should show', async () => {
  showSet(fenland)
  expect(screen.getByText(/^Needed:/).textContent).toContain('300 N')
  expect(screen.getByRole('list', { name: 'What it should show' }).textContent).toMatch(
    /of a finger \(nominal\) should press it in by \d+\.\d mm/,
  )
  const tools = screen.getByRole('list', { name: 'What other tools should show' })
  expect(tools.textContent).toMatch(/it takes \d+ N/)
  expect(tools.textContent).toMatch(/it rings at 107 Hz/)
  expect(tools.textContent).toMatch(/a quarter turn and no more/)
  expect(tools.textContent).toMatch(/the gauge shows 300 N/)
  await userEvent.click(screen.getByText('New'))
  expect(screen.getByText(/^Needed:/).textContent).toContain('344 N')
})

test('too tight says which bearing carries how much more, and how far to let it back', async () => {
  showSet(
    changed(fenland, (d) => {
      for (const shaft of d.shafts) if (shaft.id === 'gen') shaft.maxSideLoad = 900
    }),
  )
  await userEvent.type(screen.getByRole('textbox', { name: 'Deflection' }), '3{Enter}')
  const answer = screen.getByRole('status')
  expect(answer.textContent).toMatch(/too tight by \d+ N\./)
  expect(answer.textContent).toMatch(/bearing of Generator then carries \d+ N, \d+ N too much; it is made for 900 N/)
  expect(answer.textContent).toMatch(
    /It lasts about .* as long\.Slacken the pivot and the clamp, and let it back by \d+\.\d\d mm at its shaft \(\d\.\d°\)/,
  )
})

test('a screw that gives more a turn takes fewer turns', async () => {
  const store = showSet(fenland)
  await userEvent.click(screen.getByText('Dial'))
  await userEvent.type(field('Reading, N'), '150')
  // A part that is levered has no turns, until somebody has read what its screw gives.
  expect(screen.getByRole('status').textContent).toMatch(/lever the part out by \d+\.\d\d mm/)
  expect(screen.getByRole('status').textContent).not.toMatch(/of its screw/)
  await userEvent.clear(field('One turn gives, mm'))
  await userEvent.type(field('One turn gives, mm'), '5')
  expect(screen.getByRole('status').textContent).toMatch(/about (half|two thirds of) a turn of its screw/)
  expect(store.getState().drive.adjusters[0]).toMatchObject({ perTurn: 5 })
})

test('a finger that was tried on a scale stands in for the nominal one', async () => {
  showSet(fenland)
  await userEvent.click(screen.getByRole('button', { name: 'Test it on a scale' }))
  await userEvent.type(field('Press 1, kg'), '6')
  await userEvent.type(field('Press 2, kg'), '6.2')
  await userEvent.click(screen.getByRole('button', { name: 'My finger presses with 60 N' }))
  expect((field('Pressed with, N') as HTMLInputElement).value).toBe('60')
  expect(screen.getByText(/of your finger/)).toBeTruthy()
  expect(usePreferences.getState().fingers['Wren']?.force).toBeCloseTo(59.8, 1)
})

test('forces are read and shown in pounds by whoever chose them, kept in newtons, and a unit behind the number wins', async () => {
  usePreferences.setState({ shown: { force: 'lbf', torque: 'lb·ft', distance: 'miles' } })
  const store = showSet(fenland)
  await userEvent.click(screen.getByText('Dial'))
  // 70 lbf · 4.448 = 311.4 N.
  await userEvent.type(field('Reading, lbf'), '70')
  expect(screen.getByRole('status').textContent).toContain('70 lbf')
  await userEvent.click(screen.getByRole('button', { name: 'Save 70 lbf as its setting' }))
  expect(newest(store)).toMatchObject({ how: 'dial', tension: 70 * 4.4482216152605 })
  await userEvent.clear(field('Reading, lbf'))
  await userEvent.type(field('Reading, lbf'), '300 N')
  expect(screen.getByText('300 N = 67.4 lbf')).toBeTruthy()
})

test('the school that somebody has chosen stays theirs, for the next belt, too, and where it cannot serve the finger does', async () => {
  showSet(fenland)
  await userEvent.click(screen.getByText('Twist'))
  const asked = (name: string, drive: CheckedDrive) => {
    cleanup()
    showSetTo(name, drive)
    return screen.queryByLabelText('Twist, degrees', { selector: 'input' }) === null ? 'something else' : 'a twist'
  }
  expect(asked('Wren', fenland)).toBe('a twist')
  expect(asked('Teal', fenland)).toBe('something else')
  expect(asked('Wren', demoDrive('skerry-rod'))).toBe('something else')
})

test('what the book asks for is entered as it is stated: a deflection under a thumb becomes the one tension behind all tools', async () => {
  const store = showSet(fenland)
  const book = screen.getByText('What the vehicle’s book asks for').closest('details') as HTMLElement
  await userEvent.click(within(book).getByText('Deflection'))
  await userEvent.type(within(book).getByLabelText('From'), '6{Enter}')
  await userEvent.type(within(book).getByLabelText('To'), '8{Enter}')
  await userEvent.click(within(book).getByRole('button', { name: /^Set used belts to \d+ N/ }))
  const { used, stated } = store.getState().drive.belts[0]?.book ?? {}
  const [span] = checkedSpans(settleDrive(fenland).belts[0] as never).toSorted((a, b) => b.length - a.length)
  if (span === undefined || used === undefined) throw new Error('nothing was set')
  // Set to that, the finger goes in by the middle of what was asked for.
  expect(deflectionFor(span, used, 45, spanModels(span).likely)).toBeCloseTo(7, 1)
  expect(stated).toMatch(/^6.0 mm to 8.0 mm under 45 N on /)
  expect(screen.getByText(/^Needed:/).textContent).toMatch(/as entered: 6.0 mm to 8.0 mm under 45 N/)
})

test('a gauge in pounds typed as newtons is asked about, and taken as it was meant', async () => {
  showSet(fenland)
  await userEvent.click(screen.getByText('Dial'))
  await userEvent.type(field('Reading, N'), '67')
  await userEvent.click(
    within(screen.getByRole('group', { name: 'Unit of the gauge' })).getByRole('button', { name: /lbf/ }),
  )
  expect(screen.getByRole('status').textContent).toMatch(/298 N.*correct/)
})

test('a pitch an octave off is asked about; nothing rings at no hertz', async () => {
  showSet(fenland)
  await userEvent.click(screen.getByText('Pluck'))
  await userEvent.type(field('Frequency, Hz'), '0')
  expect(screen.getByRole('alert').textContent).toContain('must be above zero')
  await userEvent.clear(field('Frequency, Hz'))
  await userEvent.type(field('Frequency, Hz'), '214')
  await userEvent.click(within(screen.getByRole('group', { name: 'Octave' })).getByRole('button', { name: /107/ }))
  expect(screen.getByRole('status').textContent).toContain('correct')
})

test('a twist says which way and roughly how far, keeps no setting, and is kept', async () => {
  const store = showSet(fenland)
  await userEvent.click(screen.getByText('Twist'))
  await userEvent.type(field('Twist, degrees'), '130')
  expect(screen.getByRole('status').textContent).toMatch(/too loose.*Roughly 69 %.*lever the part out by/)
  await userEvent.click(screen.getByRole('button', { name: 'Save this reading' }))
  expect(newest(store)).toMatchObject({ how: 'twist', angle: 130, belt: 'fanbelt' })
  expect(store.getState().drive.belts[0]?.installTension).toBe(320)
})

test('a kept reading is the belt’s setting, in one step that can be undone', async () => {
  const store = showSet(fenland)
  await userEvent.click(screen.getByText('Dial'))
  await userEvent.type(field('Reading, N'), '290')
  await userEvent.click(screen.getByRole('button', { name: 'Save 290 N as its setting' }))
  expect(newest(store)).toMatchObject({ how: 'dial', tension: 290 })
  expect(store.getState().drive.belts[0]?.installTension).toBe(290)
  act(() => store.getState().undo())
  expect(store.getState().drive.belts[0]?.installTension).toBe(320)
  expect(newest(store)).toBeUndefined()
})

test('a reading that no document would hold is refused in a sentence, and nothing is kept', async () => {
  const store = showSet(fenland)
  await userEvent.click(screen.getByText('Dial'))
  await userEvent.type(field('Reading, N'), '30000')
  await userEvent.click(screen.getByRole('button', { name: /^Save 30000 N/ }))
  expect(screen.getByRole('alert').textContent).toMatch(/cannot be saved: a value must be a number from/)
  expect(newest(store)).toBeUndefined()
})

test('the drawing shows where to press and what to expect there', () => {
  const store = createBenchStore(fenland)
  const camera = { x: 300, y: 300, k: 1 }
  const { container } = render(
    <Following store={store}>
      <svg>
        <SettingLayer camera={camera} />
      </svg>
    </Following>,
  )
  expect(container.textContent).toMatch(/45 N: 7\.\d mm.*pluck: 107 Hz/)
  act(() => store.getState().setTension({ age: 'new' }))
  expect(container.textContent).toMatch(/pluck: 115 Hz/)
  // A shorter span, picked, rings higher.
  const [, other] = checkedSpans(settleDrive(fenland).belts[0] as never)
  act(() => store.getState().setTension({ span: `${other?.from ?? ''} ${other?.to ?? ''}` }))
  expect(container.textContent).not.toMatch(/pluck: 115 Hz/)
})

test('a multi-rib belt is offered no quarter turn', () => {
  showSet(demoDrive('skerry-rod'))
  expect(screen.queryByText(/quarter turn/)).toBeNull()
  expect(screen.queryByText('Twist')).toBeNull()
})

test('belts of a set are read one by one and held against each other', async () => {
  showSet(
    changed(fenland, (d) => {
      const [belt] = d.belts
      if (belt !== undefined) belt.count = 2
    }),
  )
  await userEvent.click(screen.getByText('Dial'))
  await userEvent.type(field('Reading, N'), '300')
  await userEvent.click(screen.getByRole('button', { name: /Save 300 N/ }))
  await userEvent.click(screen.getByText('Belt 2'))
  await userEvent.type(field('Reading, N'), '250')
  await userEvent.click(screen.getByRole('button', { name: /Save 250 N/ }))
  expect(screen.getByRole('group', { name: 'Matched set' }).textContent).toMatch(
    /300 N.*250 N.*Difference 20 %, more than 10 %.*Belt 2 is the slacker one.*Replace the whole set/,
  )
})
