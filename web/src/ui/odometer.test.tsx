import { afterEach, expect, jest, test } from '@jest/globals'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { KEPT_UNITS } from '@emery/core/units'
import { Odometer } from './odometer.tsx'
import { usePreferences } from './preferences.ts'

afterEach(() => {
  cleanup()
  usePreferences.setState({ shown: KEPT_UNITS })
})

const show = (value: number | null) => {
  const onRead = jest.fn<(km: number | null) => void>()
  render(<Odometer value={value} onRead={onRead} />)
  return { onRead, field: screen.getByRole('textbox', { name: /^Odometer/ }) }
}

test('what is no distance is said, and takes nothing away', async () => {
  const { onRead, field } = show(61_900)
  await userEvent.clear(field)
  onRead.mockClear()
  await userEvent.type(field, 'far')
  expect(screen.getByRole('alert').textContent).toContain('“far” is not a figure in km')
  expect(onRead).not.toHaveBeenCalled()
  await userEvent.clear(field)
  expect(onRead).toHaveBeenLastCalledWith(null)
})

test('miles are shown to whoever chose them, kept in km, and may be typed by anybody', async () => {
  const first = show(null)
  await userEvent.type(first.field, '62,000 miles')
  expect(first.onRead).toHaveBeenLastCalledWith(62_000 * 1.609344)
  cleanup()
  usePreferences.setState({ shown: { ...KEPT_UNITS, distance: 'miles' } })
  const second = show(100_000)
  expect((second.field as HTMLInputElement).value).toBe('62137')
  await userEvent.clear(second.field)
  await userEvent.type(second.field, '62140')
  expect(second.onRead).toHaveBeenLastCalledWith(62_140 * 1.609344)
})
