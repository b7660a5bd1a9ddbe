import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { usePreferences } from '../ui/preferences.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { SumsScreen } from './sums-screen.tsx'

let server: FakeServer
beforeEach(() => {
  usePreferences.setState({ units: 'mm' })
  server = new FakeServer()
  server.install()
  show(<SumsScreen />)
})
afterEach(() => {
  cleanup()
  // Nothing is asked for and nothing is stored.
  expect(server.asked).toEqual([])
})

const card = (name: string) => within(screen.getByRole('region', { name }))
const type = async (name: string, field: string, text: string) => {
  const input = card(name).getByLabelText(field)
  await userEvent.clear(input)
  await userEvent.type(input, `${text}{Enter}`)
}
const result = (name: string) => card(name).getAllByRole('status')[0]?.textContent ?? ''

describe('sums', () => {
  test('two diameters and a speed give ratio and rpm in three inputs', async () => {
    expect(result('Ratio and speed')).toContain('Enter both diameters')
    await type('Ratio and speed', 'Driving, diameter', '160')
    await type('Ratio and speed', 'Driven, diameter', '60 mm')
    await type('Ratio and speed', 'Driving, rpm', '3000')
    // (80 + 1.6) / (30 + 1.6) = 2.582
    expect(result('Ratio and speed')).toMatch(/2\.582 ×.*0\.387 turns.*7747 rpm/)
  })

  test('the lengths at both ends say where the adjuster stands', async () => {
    await type('Where the adjuster stands', 'Length at the slack end', '1660')
    await type('Where the adjuster stands', 'Length at the tight end', '1700')
    await type('Where the adjuster stands', 'The belt’s length', '1672')
    expect(result('Where the adjuster stands')).toMatch(/At 30 % of its travel/)
    await type('Where the adjuster stands', 'The belt’s length', '1710')
    expect(result('Where the adjuster stands')).toContain('too long')
  })

  test('a V belt twisted by hand is judged by a quarter turn; a multi-rib belt cannot be twisted', async () => {
    const sum = card('Tension of a span')
    expect(sum.queryByText('Twist')).toBeNull()
    await userEvent.click(sum.getByLabelText('Belt section'))
    await userEvent.click(screen.getAllByTitle('V, 13 mm top').at(-1) as HTMLElement)
    await type('Tension of a span', 'Span', '400')
    await userEvent.click(sum.getByText('Twist'))
    await type('Tension of a span', 'Turns by, °', '140')
    expect(result('Tension of a span')).toContain('Too slack')
  })

  test('what cannot be is said, and the sum waits', async () => {
    await type('Ratio and speed', 'Driving, rpm', '-5')
    expect(card('Ratio and speed').getByRole('alert').textContent).toContain('above zero')
    await type('Ratio and speed', 'Driving, diameter', 'six')
    expect(card('Ratio and speed').getAllByRole('alert').length).toBeGreaterThan(1)
  })

  test('a plucked span says what it carries, what is wanted, and what to do', async () => {
    await type('Tension of a span', 'Span', '300')
    expect(result('Tension of a span')).toMatch(/Wanted.*810 N/)
    await userEvent.click(card('Tension of a span').getByText('Pluck'))
    await type('Tension of a span', 'Pitch, Hz', '70')
    expect(result('Tension of a span')).toMatch(/201 N.*Too slack: tighten it/)
  })

  test('a string says the belt and the sizes near it', async () => {
    await type('Belt from a string or strap', 'It reads', '1800')
    expect(result('Belt from a string or strap')).toMatch(/1826.*6PK1825/)
  })

  test('a label says what it means; what is none is said', async () => {
    await type('What a label means', 'Label', '6PK1675')
    expect(result('What a label means')).toMatch(/6PK1675.*6PK1680/)
    await type('What a label means', 'Label', 'hello')
    expect(result('What a label means')).toContain('“hello” cannot be read')
  })

  test('depths from a straightedge say who is out', async () => {
    await type('Straightedge', 'Crank, depth', '12')
    await type('Straightedge', 'Pulley 1', '12.1')
    await type('Straightedge', 'Pulley 2', '13.5')
    expect(result('Straightedge')).toMatch(/Pulley 1: in line.*Pulley 2: 1\.50.* too far back/)
  })

  test('a shim says how much larger the pulley runs', async () => {
    await type('Shim of a split pulley', 'Shim', '1')
    expect(result('Shim of a split pulley')).toContain('3.08')
  })
})
