import { afterEach, describe, expect, jest, test } from '@jest/globals'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { Mm } from '@emery/core/units'
import { usePreferences } from './preferences.ts'
import type { EditResult } from './edit-result.ts'
import { ReadingField } from './reading-field.tsx'

afterEach(() => {
  cleanup()
  usePreferences.setState({ units: 'mm' })
})

function field(value: Mm | null = 160.5, result: EditResult = { ok: true }, mayBeEmpty = false) {
  const onRead = jest.fn<(value: Mm | null) => EditResult>(() => result)
  render(<ReadingField label="Diameter" value={value} onRead={onRead} mayBeEmpty={mayBeEmpty} />)
  return { onRead, input: screen.getByLabelText('Diameter') }
}

describe('typing a reading', () => {
  test('says what was understood, and takes it on Enter', async () => {
    const { onRead, input } = field()
    await userEvent.clear(input)
    await userEvent.type(input, '6 1/8"')
    expect(screen.getByText('6 1/8 in = 155.57 mm')).not.toBeNull()
    await userEvent.keyboard('{Enter}')
    expect(onRead.mock.calls[0]?.[0]).toBeCloseTo(155.575, 9)
  })

  test('in inches a bare number is inches', async () => {
    usePreferences.setState({ units: 'inch' })
    const { onRead, input } = field()
    await userEvent.clear(input)
    await userEvent.type(input, '6.125{Enter}')
    expect(onRead.mock.calls[0]?.[0]).toBeCloseTo(155.575, 9)
  })

  test('what cannot be read is refused with a sentence and stays to be mended', async () => {
    const { onRead, input } = field()
    await userEvent.clear(input)
    await userEvent.type(input, 'about 6{Enter}')
    expect(screen.getByRole('alert').textContent).toMatch(/not a length/)
    expect((input as HTMLInputElement).value).toBe('about 6')
    expect(onRead).not.toHaveBeenCalled()
  })

  test('what is out of range is refused by whoever keeps it', async () => {
    const { input } = field(160.5, { ok: false, message: 'must be a number from 5 to 2000 mm' })
    await userEvent.clear(input)
    await userEvent.type(input, '1{Enter}')
    expect(screen.getByRole('alert').textContent).toBe('Diameter must be a number from 5 to 2000 mm.')
  })

  test('Escape puts the old reading back', async () => {
    const { onRead, input } = field()
    await userEvent.clear(input)
    await userEvent.type(input, '999{Escape}')
    expect((input as HTMLInputElement).value).toBe('160.5')
    await userEvent.tab()
    expect(onRead).not.toHaveBeenCalled()
  })

  test('looking at a reading without typing changes nothing', async () => {
    usePreferences.setState({ units: 'inch' })
    const { onRead, input } = field(121.5)
    await userEvent.click(input)
    await userEvent.tab()
    expect(onRead).not.toHaveBeenCalled()
  })

  test('emptied, it means not known where that is allowed, and the old reading where it is not', async () => {
    const open = field(1675, { ok: true }, true)
    await userEvent.clear(open.input)
    await userEvent.keyboard('{Enter}')
    expect(open.onRead).toHaveBeenCalledWith(null)
    cleanup()
    const closed = field(1675)
    await userEvent.clear(closed.input)
    await userEvent.keyboard('{Enter}')
    expect(closed.onRead).not.toHaveBeenCalled()
    expect((closed.input as HTMLInputElement).value).toBe('1675')
  })
})
