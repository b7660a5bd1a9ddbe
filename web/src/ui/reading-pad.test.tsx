import { afterEach, expect, jest, test } from '@jest/globals'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { EditResult } from './edit-result.ts'
import { ReadingPad, withFraction, withUnit, type PadReading } from './reading-pad.tsx'

afterEach(cleanup)

test.each([
  ['', '1/16', '1/16'],
  ['6', '1/16', '6 1/16'],
  ['6 11', '1/16', '6 11/16'],
  ['6 1/16', '1/16', '6 2/16'],
  ['6 15/16', '1/16', '6 15/16'],
  ['6 3/16', '1/32', '6 1/32'],
  ['12 ', '1/2', '12 1/2'],
])('“%s” and the key %s is “%s”', (before, key, after) => {
  expect(withFraction(before, key)).toBe(after)
})

test.each([
  ['45', 'thou', '45 thou'],
  ['45 mm', 'thou', '45 thou'],
  ['6 1/2 in', 'mm', '6 1/2 mm'],
])('“%s” and the unit %s is “%s”', (before, unit, after) => {
  expect(withUnit(before, unit)).toBe(after)
})

function pad(counts: boolean, answer: EditResult = { ok: true }) {
  const onRead = jest.fn<(reading: PadReading) => EditResult>(() => answer)
  const onSkip = jest.fn()
  render(
    <ReadingPad
      label="Fan, across the outside"
      counts={counts}
      next="next: Crank"
      now={null}
      ready
      onRead={onRead}
      onSkip={onSkip}
    />,
  )
  return { onRead, onSkip }
}

test('by its own keys: what was written is kept beside what it comes to', async () => {
  const { onRead } = pad(false)
  for (const key of ['4', '5']) await userEvent.click(screen.getByRole('button', { name: key }))
  await userEvent.click(screen.getByRole('button', { name: 'thou' }))
  await userEvent.click(screen.getByRole('button', { name: 'Take it; next: Crank' }))
  expect(onRead.mock.calls[0]?.[0].written).toBe('45 thou')
  expect(onRead.mock.calls[0]?.[0].value).toBeCloseTo(1.143, 9)
  expect(screen.getByRole('textbox')).toHaveProperty('value', '')
})

test('Enter on an empty pad goes on without a reading', async () => {
  const { onRead, onSkip } = pad(false)
  await userEvent.type(screen.getByRole('textbox'), '{Enter}')
  expect([onRead.mock.calls.length, onSkip.mock.calls.length]).toEqual([0, 1])
})

test('a count is a whole number, and a refusal stays with what was written', async () => {
  const { onRead } = pad(true, { ok: false, message: 'must be a whole number from 6 to 400' })
  await userEvent.type(screen.getByRole('textbox'), '6.5{Enter}')
  expect(screen.getByRole('alert').textContent).toContain('“6.5” is not a count')
  await userEvent.clear(screen.getByRole('textbox'))
  await userEvent.type(screen.getByRole('textbox'), '4{Enter}')
  expect(onRead).toHaveBeenCalledTimes(1)
  expect(screen.getByRole('alert').textContent).toBe('This reading must be a whole number from 6 to 400.')
  expect(screen.getByRole('textbox')).toHaveProperty('value', '4')
})
