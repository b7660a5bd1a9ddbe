import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { useQuery } from '@tanstack/react-query'
import { cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { PersonRecord, SessionRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'
import { usePreferences } from '../ui/preferences.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { KEPT_UNITS } from '@emery/core/units'
import { PersonMenu } from './person-menu.tsx'
import { SignedIn } from './signed-in.tsx'

const wren: PersonRecord = { id: 'p1', name: 'Wren', role: 'lead', version: 1 }
const session = (more: Partial<SessionRecord> = {}) => ({
  status: 200,
  json: { person: null, first: false, oneTap: [], ...more },
})

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  usePreferences.setState({ person: '', shown: KEPT_UNITS })
})
afterEach(cleanup)

/** A screen that asks the server for something. */
function Work() {
  const { refetch } = useQuery({ queryKey: ['work'], queryFn: () => ask('/work'), retry: false })
  return (
    <label>
      Note
      <input onKeyDown={({ key }) => key === 'Enter' && void refetch()} />
    </label>
  )
}
const open = () =>
  show(
    <SignedIn>
      <Work />
    </SignedIn>,
  )

test('the demo says that it is one, and signs in with one tap', async () => {
  server.answers = {
    'GET /session': session({ oneTap: [wren] }),
    'POST /session/one-tap': { status: 201, json: { person: wren } },
    'GET /work': { status: 200, json: {} },
  }
  open()
  expect((await screen.findByText(/This is the demo/)).textContent).toContain('invented')
  await userEvent.click(screen.getByRole('button', { name: /Wren/ }))
  expect(await screen.findByLabelText('Note')).toBeTruthy()
  expect(server.sent).toEqual([{ to: 'POST /session/one-tap', body: { id: 'p1' } }])
  await waitFor(() => expect(usePreferences.getState().person).toBe('Wren'))
})

test('units are chosen beside the name, each for itself, and kept on this machine', async () => {
  server.answers = { 'GET /session': session({ person: wren, oneTap: [wren] }) }
  show(<PersonMenu className="" />)
  await userEvent.click(await screen.findByRole('button', { name: 'Signed in: Wren' }))
  await userEvent.click(await screen.findByText('kgf'))
  await userEvent.click(screen.getByText('miles'))
  expect(usePreferences.getState().shown).toEqual({ force: 'kgf', torque: 'N·m', distance: 'miles' })
  expect(localStorage.getItem('emery.preferences')).toContain('kgf')
})

test('a wrong passphrase is said, the right one lets in', async () => {
  const error = { code: 'WRONG_PASSPHRASE', message: 'Name or passphrase is wrong.' }
  server.answers = { 'GET /session': session(), 'POST /session': { status: 401, json: { error } } }
  open()
  await userEvent.type(await screen.findByLabelText('Name'), ' Wren ')
  await userEvent.type(screen.getByLabelText('Passphrase'), 'two dry ferries{Enter}')
  expect((await screen.findByRole('alert')).textContent).toBe(error.message)
  server.answers['POST /session'] = { status: 201, json: { person: wren } }
  await userEvent.click(screen.getByRole('button', { name: 'Sign in' }))
  expect(await screen.findByLabelText('Note')).toBeTruthy()
  expect(server.sent.at(-1)?.body).toEqual({ name: 'Wren', passphrase: 'two dry ferries' })
})

test('the first of all says a passphrase twice, long enough', async () => {
  server.answers = {
    'GET /session': session({ first: true }),
    'POST /people/first': { status: 201, json: { person: wren } },
  }
  open()
  await userEvent.type(await screen.findByLabelText('Name'), 'Wren')
  const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Create the workshop' })
  await userEvent.type(screen.getByLabelText('Passphrase'), 'short')
  expect(screen.getByText(/at least 10 characters/)).toBeTruthy()
  await userEvent.type(screen.getByLabelText('Passphrase'), ' but longer')
  expect(screen.getByText('The two entries differ.')).toBeTruthy()
  expect(button.disabled).toBe(true)
  await userEvent.type(screen.getByLabelText('Passphrase again'), 'short but longer')
  await userEvent.click(button)
  expect(await screen.findByLabelText('Note')).toBeTruthy()
})

test('a session that ends during the work is asked for over it, and nothing typed is lost', async () => {
  server.answers = {
    'GET /session': session({ person: wren, oneTap: [wren] }),
    'GET /work': { status: 200, json: {} },
    'POST /session/one-tap': { status: 201, json: { person: wren } },
  }
  open()
  const note = await screen.findByLabelText<HTMLInputElement>('Note')
  await userEvent.type(note, 'half a sentence')
  server.answers['GET /session'] = session({ oneTap: [wren] })
  server.answers['GET /work'] = { status: 401, json: { error: { code: 'NOT_SIGNED_IN', message: 'Sign in first.' } } }
  await userEvent.type(note, '{Enter}')
  expect(await screen.findByText('You are signed out')).toBeTruthy()
  server.answers['GET /work'] = { status: 200, json: {} }
  await userEvent.click(await screen.findByRole('button', { name: /Wren/ }))
  await waitFor(() => expect(screen.queryByRole('button', { name: /Wren/ })).toBeNull())
  expect(screen.getByLabelText<HTMLInputElement>('Note')).toBe(note)
  expect(note.value).toBe('half a sentence')
})

test('a server that is away is said to be so', async () => {
  server.answers = { 'GET /session': 'away' }
  open()
  expect(await screen.findByText('The Emery server is not responding')).toBeTruthy()
})
