import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ShopRule } from '@emery/core/api'
import { RULES } from '@emery/core/rules'
import { usePreferences } from '../ui/preferences.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { RulesScreen } from './rules-screen.tsx'

jest.setTimeout(30_000)

const MOST = 'speed.alternator.max'
const touched: ShopRule = { key: MOST, value: 18_000, version: 3, by: 'Isla', at: '2026-11-25T08:00:00.000Z' }

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  usePreferences.setState({ units: 'mm', person: 'Wren' })
})
afterEach(cleanup)

/** The screen over a server that has these rules set otherwise. */
async function opened(rules: readonly ShopRule[]) {
  server.answers['GET /rules'] = { status: 200, json: { rules } }
  show(<RulesScreen />)
  await screen.findByRole('heading', { name: 'Rules' })
  // A screen of some sixty fields; what is looked for stands in a few rows.
  await userEvent.type(screen.getByRole('textbox', { name: 'Search the rules' }), 'alternator maximum')
  return within(screen.getByRole('row', { name: /Alternator maximum speed/ }))
}
const field = () => screen.getByRole('spinbutton', { name: 'Alternator, maximum speed' })

test('every rule is there, with its value and what it rests on; search narrows them', async () => {
  server.answers['GET /rules'] = { status: 200, json: { rules: [touched] } }
  show(<RulesScreen />)
  await screen.findByRole('heading', { name: 'Rules' })
  const rows = () => screen.getAllByRole('row').filter((row) => within(row).queryByRole('rowheader') !== null)
  expect(rows()).toHaveLength(RULES.length)
  await userEvent.click(screen.getByRole('button', { name: 'Own values (1)' }))
  expect(rows()).toHaveLength(1)
  expect(rows()[0]?.textContent).toContain('ours (Isla)')
  await userEvent.type(screen.getByRole('textbox', { name: 'Search the rules' }), 'no such thing')
  expect(screen.getByRole('status').textContent).toContain('No rule matches “no such thing”.')
})

test('a value is set on top of the version that was seen, with who did it', async () => {
  const row = await opened([touched])
  server.answers[`PUT /rules/${MOST}`] = { status: 200, json: { ...touched, value: 17_000, version: 4 } }
  await userEvent.clear(field())
  await userEvent.type(field(), '17000{Enter}')
  await waitFor(() => expect(server.asked).toContain(`PUT /rules/${MOST}`))
  expect(server.sent.at(-1)?.body).toEqual({ value: 17_000, basedOn: 3 })
  expect(row.getByText('ours')).toBeTruthy()
})

test('one that nobody has touched is based on nothing', async () => {
  await opened([])
  server.answers[`PUT /rules/${MOST}`] = { status: 200, json: { ...touched, version: 1 } }
  await userEvent.clear(field())
  await userEvent.type(field(), '18000{Enter}')
  await waitFor(() => expect(server.sent.at(-1)?.body).toEqual({ value: 18_000, basedOn: 0 }))
})

test('what cannot be is refused here, in a sentence, and nothing is asked', async () => {
  await opened([])
  await userEvent.clear(field())
  await userEvent.type(field(), '900{Enter}')
  expect(screen.getByRole('alert').textContent).toBe(
    'Alternator, maximum speed: must be above the minimum useful speed (1500).',
  )
  expect(server.asked.filter((each) => each.startsWith('PUT'))).toEqual([])
})

test('back to nominal is one press', async () => {
  await opened([touched])
  server.answers[`PUT /rules/${MOST}`] = { status: 200, json: { ...touched, value: null, version: 4 } }
  await userEvent.click(screen.getByRole('button', { name: 'Back to nominal: Alternator, maximum speed' }))
  await waitFor(() => expect(server.sent.at(-1)?.body).toEqual({ value: null, basedOn: 3 }))
})

test('someone else was faster: what stands is said, and nothing of theirs is lost', async () => {
  await opened([touched])
  const current = { ...touched, value: 15_500, version: 4, by: 'Isla' }
  server.answers[`PUT /rules/${MOST}`] = {
    status: 409,
    json: {
      error: {
        code: 'VERSION_CONFLICT',
        message: 'Someone else saved this in the meantime.',
        conflict: { yours: { basedOn: 3, value: 17_000 }, current },
      },
    },
  }
  await userEvent.clear(field())
  await userEvent.type(field(), '17000{Enter}')
  expect((await screen.findByRole('alert')).textContent).toContain('Isla set this to 15500 rpm just now')
})

describe('a length', () => {
  test('is read as people write it', async () => {
    server.answers['GET /rules'] = { status: 200, json: { rules: [] } }
    server.answers['PUT /rules/pulley.PK.min'] = { status: 200, json: touched }
    show(<RulesScreen />)
    await screen.findByRole('heading', { name: 'Rules' })
    await userEvent.type(screen.getByRole('textbox', { name: 'Search the rules' }), 'pk smallest')
    const size = screen.getByRole('textbox', { name: 'PK, smallest pulley' })
    await userEvent.clear(size)
    await userEvent.type(size, '2 in{Enter}')
    await waitFor(() => expect(server.sent.at(-1)?.body).toMatchObject({ value: 50.8, basedOn: 0 }))
  })
})

test('rules that cannot be fetched say so, and can be asked for again', async () => {
  server.answers['GET /rules'] = 'away'
  show(<RulesScreen />)
  await screen.findByText('The rules could not be loaded')
  server.answers['GET /rules'] = { status: 200, json: { rules: [] } }
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
  expect(await screen.findByRole('heading', { name: 'Rules' })).toBeTruthy()
})
