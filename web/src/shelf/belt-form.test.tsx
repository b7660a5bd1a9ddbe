import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ShelfBelt } from '@emery/core/api'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { BeltForm } from './belt-form.tsx'

const belt: ShelfBelt = {
  id: 'b',
  mark: '6PK1670',
  section: 'PK',
  ribs: 6,
  length: 1670,
  material: 'epdm',
  count: 1,
  place: 'Hook 3',
  note: '',
  version: 4,
}

let server: FakeServer
let closed: number
beforeEach(() => {
  server = new FakeServer()
  server.install()
  closed = 0
})
afterEach(cleanup)

const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name)

test('what stands on a belt fills in the rest', async () => {
  server.answers['POST /shelf'] = { status: 201, json: { belts: [] } }
  show(<BeltForm belt={null} onClose={() => closed++} />)
  await userEvent.type(field('Label'), 'AV13x1015')
  expect(field('Length').value).toBe('1015')
  await userEvent.click(screen.getByRole('button', { name: 'Add to shelf' }))
  expect(server.sent).toMatchObject([
    { to: 'POST /shelf', body: { belts: [{ mark: 'AV13x1015', section: 'V13', ribs: 1, length: 1015, count: 1 }] } },
  ])
  expect(closed).toBe(1)
})

test('inches typed for millimetres are asked about', async () => {
  show(<BeltForm belt={null} onClose={() => closed++} />)
  await userEvent.type(field('Length'), '68{Enter}')
  expect(screen.getByRole('alert').textContent).toBe(
    'A 68 mm belt is too short for any drive. Did you mean 68 in (1727 mm)?',
  )
})

test('someone else’s change is said, what was typed stays, and goes on top of theirs when kept', async () => {
  const theirs = { ...belt, count: 9, version: 5 }
  server.answers['PUT /shelf/b'] = {
    status: 409,
    json: { error: { code: 'VERSION_CONFLICT', message: 'x', conflict: { yours: { basedOn: 4 }, current: theirs } } },
  }
  show(<BeltForm belt={belt} onClose={() => closed++} />)
  await userEvent.type(field('Note'), 'for the ferry')
  await userEvent.click(screen.getByRole('button', { name: 'Save' }))
  expect((await screen.findByRole('alert')).textContent).toContain('Someone else has changed this belt.')
  expect(field('Note').value).toBe('for the ferry')
  server.answers['PUT /shelf/b'] = { status: 200, json: { ...belt, version: 6 } }
  // The sign of sending fades on the button for a moment.
  await userEvent.click(screen.getByRole('button', { name: /Save$/ }))
  expect(server.sent.map(({ body }) => (body as { basedOn: number }).basedOn)).toEqual([4, 5])
  expect(closed).toBe(1)
})

test('with the server away what was typed is still there', async () => {
  server.answers['PUT /shelf/b'] = 'away'
  show(<BeltForm belt={belt} onClose={() => closed++} />)
  await userEvent.type(field('Note'), 'worn')
  await userEvent.click(screen.getByRole('button', { name: 'Save' }))
  expect((await screen.findByRole('alert')).textContent).toMatch(/not responding\..* Your entries are still here\.$/)
  expect(field('Note').value).toBe('worn')
  expect(closed).toBe(0)
})
