import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { DeviceSession, PersonRecord, SessionRecord } from '@emery/core/api'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { deviceWords } from './devices-dialog.tsx'
import { PeopleScreen } from './people-screen.tsx'
import { PersonMenu } from './person-menu.tsx'

const wren: PersonRecord = { id: 'p1', name: 'Wren', role: 'lead', version: 1 }
const isla: PersonRecord = { id: 'p2', name: 'Isla', role: 'mechanic', version: 4 }
const signedIn = (person: PersonRecord, oneTap: PersonRecord[] = []) => ({
  status: 200,
  json: { person, first: false, oneTap } satisfies SessionRecord,
})
const refused = (code: string, message: string) => ({ status: 409, json: { error: { code, message } } })

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers = {
    'GET /session': signedIn(wren),
    'GET /people': { status: 200, json: { people: [isla, wren] } },
  }
})
afterEach(cleanup)

const row = async (name: string) => within(await screen.findByRole('row', { name: new RegExp(`^${name}`) }))

test('the list says who may do what; nobody takes themselves off it', async () => {
  show(<PeopleScreen />)
  const own = await row('Wren')
  expect(own.getByText('(you)')).toBeTruthy()
  expect(own.getByRole<HTMLButtonElement>('button', { name: 'Remove' }).disabled).toBe(true)
  const other = await row('Isla')
  expect(other.getByRole<HTMLButtonElement>('button', { name: 'Remove' }).disabled).toBe(false)
  for (const role of ['Apprentice', 'Mechanic', 'Lead']) expect(screen.getAllByText(role).length).toBeGreaterThan(0)
})

test('a role is changed on top of the version that was seen; what is refused is said', async () => {
  server.answers['PUT /people/p2'] = refused('VERSION_CONFLICT', 'Somebody changed Isla meanwhile.')
  show(<PeopleScreen />)
  await row('Isla')
  await userEvent.click(screen.getByRole('combobox', { name: 'Role of Isla' }))
  await userEvent.click(await screen.findByTitle('Apprentice'))
  await waitFor(() =>
    expect(server.sent).toEqual([{ to: 'PUT /people/p2', body: { basedOn: 4, name: 'Isla', role: 'apprentice' } }]),
  )
  expect(await screen.findByText('Somebody changed Isla meanwhile.')).toBeTruthy()
})

test('someone is put on the list with a first passphrase of ten letters or more', async () => {
  server.answers['POST /people'] = { status: 201, json: {} }
  show(<PeopleScreen />)
  const form = within(await screen.findByRole('form', { name: 'Add a person' }))
  const put = form.getByRole<HTMLButtonElement>('button', { name: 'Add' })
  await userEvent.type(form.getByLabelText('Name'), ' Tobias ')
  await userEvent.type(form.getByLabelText(/^First passphrase/), 'nine lett')
  expect(put.disabled).toBe(true)
  await userEvent.type(form.getByLabelText(/^First passphrase/), 'ers')
  expect(put.disabled).toBe(false)
  await userEvent.click(put)
  await waitFor(() =>
    expect(server.sent).toEqual([
      { to: 'POST /people', body: { name: 'Tobias', role: 'mechanic', passphrase: 'nine letters' } },
    ]),
  )
  await waitFor(() => expect(form.getByLabelText<HTMLInputElement>('Name').value).toBe(''))
})

test('a name is taken off after being asked about; a passphrase is set again by a lead', async () => {
  server.answers['DELETE /people/p2'] = { status: 204, json: undefined }
  server.answers['PUT /people/p2/passphrase'] = { status: 204, json: undefined }
  show(<PeopleScreen />)
  const other = await row('Isla')
  await userEvent.click(other.getByRole('button', { name: 'New passphrase …' }))
  const dialog = within(await screen.findByRole('dialog'))
  expect(dialog.getByText('New passphrase for Isla')).toBeTruthy()
  expect(dialog.queryByLabelText('Current passphrase')).toBeNull()
  await userEvent.type(dialog.getByLabelText(/^New passphrase/), 'a long enough one{Enter}')
  await waitFor(() => expect(server.sent.at(-1)).toMatchObject({ to: 'PUT /people/p2/passphrase' }))
  expect(await screen.findByText(/Sessions with the old one have ended/)).toBeTruthy()
  await userEvent.click(other.getByRole('button', { name: 'Remove' }))
  expect(server.asked).not.toContain('DELETE /people/p2')
  await userEvent.click(await screen.findByRole('button', { name: 'Yes, remove' }))
  await waitFor(() => expect(server.asked).toContain('DELETE /people/p2'))
})

test('a list that cannot be had is said to be so', async () => {
  server.answers['GET /people'] = { status: 403, json: { error: { code: 'NOT_ALLOWED', message: 'For leads.' } } }
  show(<PeopleScreen />)
  expect(await screen.findByText('The list could not be loaded')).toBeTruthy()
  expect(screen.getByText('For leads.')).toBeTruthy()
})

test.each([
  [
    'lead',
    [
      'People of the workshop',
      'Audit log',
      'Deleted lately',
      'Pictures',
      'Where I am signed in',
      'Change my passphrase',
      'Sign out',
    ],
  ],
  ['mechanic', ['Deleted lately', 'Pictures', 'Where I am signed in', 'Change my passphrase', 'Sign out']],
  ['apprentice', ['Where I am signed in', 'Change my passphrase', 'Sign out']],
] as const)('the menu of a %s offers what is theirs', async (role, offered) => {
  server.answers['GET /session'] = signedIn({ ...wren, role })
  show(<PersonMenu className="" />)
  await userEvent.click(await screen.findByRole('button', { name: 'Signed in: Wren' }))
  const menu = within(await screen.findByRole('tooltip'))
  expect(menu.getAllByRole('button').map((button) => button.textContent)).toEqual([...offered])
})

test('in the demo nobody has a passphrase to change; signing out that fails is said', async () => {
  server.answers['GET /session'] = signedIn(wren, [wren, isla])
  server.answers['DELETE /session'] = 'away'
  show(<PersonMenu className="" />)
  await userEvent.click(await screen.findByRole('button', { name: 'Signed in: Wren' }))
  const menu = within(await screen.findByRole('tooltip'))
  expect(menu.queryByRole('button', { name: 'Change my passphrase' })).toBeNull()
  await userEvent.click(menu.getByRole('button', { name: 'Sign out' }))
  expect(await screen.findByText(/is not responding/)).toBeTruthy()
})

test('one’s own passphrase wants the one so far; a wrong one is said beside it', async () => {
  server.answers['PUT /people/me/passphrase'] = {
    status: 401,
    json: { error: { code: 'WRONG_PASSPHRASE', message: 'Name or passphrase is wrong.' } },
  }
  show(<PersonMenu className="" />)
  await userEvent.click(await screen.findByRole('button', { name: 'Signed in: Wren' }))
  await userEvent.click(await screen.findByRole('button', { name: 'Change my passphrase' }))
  const dialog = within(await screen.findByRole('dialog'))
  await userEvent.type(dialog.getByLabelText('Current passphrase'), 'not the right one')
  await userEvent.type(dialog.getByLabelText(/^New passphrase/), 'a long enough one{Enter}')
  expect((await dialog.findByRole('alert')).textContent).toBe('Name or passphrase is wrong.')
})

test('a session somewhere else is ended from here; one’s own is not offered', async () => {
  const session = { address: '10.0.0.7', begunAt: '2026-11-29T08:00:00.000Z', seenAt: '2026-11-29T09:00:00.000Z' }
  const sessions: DeviceSession[] = [
    { id: 's1', device: 'Mozilla/5.0 (X11; Linux x86_64)', own: true, ...session },
    { id: 's2', device: 'Mozilla/5.0 (Linux; Android 15) Mobile', own: false, ...session },
  ]
  server.answers['GET /people/me/sessions'] = { status: 200, json: { sessions } }
  server.answers['DELETE /people/me/sessions/s2'] = { status: 204, json: undefined }
  show(<PersonMenu className="" />)
  await userEvent.click(await screen.findByRole('button', { name: 'Signed in: Wren' }))
  await userEvent.click(await screen.findByRole('button', { name: 'Where I am signed in' }))
  const list = within(await screen.findByRole('list', { name: 'Where I am signed in' }))
  expect(list.getByText('Computer')).toBeTruthy()
  expect(list.getByText('Phone')).toBeTruthy()
  await userEvent.click(list.getByRole('button', { name: 'Sign out there' }))
  await waitFor(() => expect(server.asked).toContain('DELETE /people/me/sessions/s2'))
})

test.each([
  ['Mozilla/5.0 (iPad; CPU OS 18_0)', 'Tablet'],
  ['Mozilla/5.0 (Windows NT 10.0)', 'Computer'],
  ['', 'A device that does not say what it is'],
])('%s is a %s', (said, words) => {
  expect(deviceWords(said)).toBe(words)
})
