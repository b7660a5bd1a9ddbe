import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { act, cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { NOMINAL_KNOWLEDGE, type KnowledgeFile } from '@emery/core/noise'
import { usePreferences } from '../ui/preferences.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { KnowledgeScreen } from './knowledge-screen.tsx'
import { useKnowledgeDraft } from './knowledge-store.ts'

const server = new FakeServer()
const shipped = { version: 0, reason: 'ships with Emery', by: '', at: '', knowledge: NOMINAL_KNOWLEDGE }
const summary = ({ version, reason, by, at }: typeof shipped) => ({ version, reason, by, at })

beforeEach(() => {
  useKnowledgeDraft.setState({ draft: null, before: [] })
  usePreferences.setState({ person: 'Isla' })
  server.install()
  server.sent.length = 0
  server.answers = {
    'GET /knowledge': { status: 200, json: shipped },
    'GET /knowledge/versions': {
      status: 200,
      json: { versions: [summary({ ...shipped, version: 1 }), summary(shipped)] },
    },
    'GET /knowledge/versions/0': { status: 200, json: shipped },
    'PUT /knowledge': { status: 200, json: { ...shipped, version: 1 } },
  }
})
afterEach(cleanup)

const open = async () => {
  show(<KnowledgeScreen />)
  await screen.findByRole('navigation', { name: 'Causes and tests' })
}
const press = async (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }))
const save = async (reason: string) => {
  const dialog = await screen.findByRole('dialog')
  await userEvent.type(within(dialog).getByRole('textbox'), reason)
  await userEvent.click(within(dialog).getByRole('button', { name: 'Save' }))
}

test('a cause is renamed and saved on top of what was seen, with the reason', async () => {
  await open()
  const name = screen.getByRole('textbox', { name: 'Name' })
  await userEvent.clear(name)
  expect(screen.getByRole('alert').textContent).toContain('must not be empty')
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save' }).disabled).toBe(true)
  await userEvent.type(name, 'A pulley askew')
  await press('Save')
  await save('plainer')
  await waitFor(() => expect(server.sent).toHaveLength(1))
  const sent = server.sent[0]?.body as { basedOn: number; reason: string; knowledge: KnowledgeFile }
  expect(sent).toMatchObject({ basedOn: 0, reason: 'plainer' })
  expect([sent.knowledge.causes[0]?.name, sent.knowledge.edition]).toEqual(['A pulley askew', 'workshop 1'])
  await waitFor(() => expect(useKnowledgeDraft.getState().draft).toBeNull())
})

test('a likelihood of nothing is refused by its place; evened out, it can be saved', async () => {
  await open()
  await press('Wet the ribs with a little water')
  const cell = screen.getByRole('spinbutton', { name: /^row 1: Louder, in 100/ })
  await userEvent.clear(cell)
  await userEvent.type(cell, '0')
  expect(screen.getByRole('alert').textContent).toMatch(
    /Wet the ribs with a little water \(rows\[0\]\.p\[1\]\) must be a number from 0\.005/,
  )
  await press('Scale row 1 to 100')
  expect(screen.queryByRole('alert')).toBeNull()
  act(() => useKnowledgeDraft.getState().undo())
  await waitFor(() => expect(screen.getByRole('alert')).toBeTruthy())
  await press('Discard changes')
  expect(screen.queryByText('Changed, not saved.')).toBeNull()
})

test('someone else was faster: theirs is named, and mine goes on top when pressed again', async () => {
  await open()
  await userEvent.type(screen.getByRole('textbox', { name: 'Part' }), 's')
  server.answers['PUT /knowledge'] = {
    status: 409,
    json: {
      error: {
        code: 'VERSION_CONFLICT',
        message: 'late',
        conflict: { yours: { basedOn: 0 }, current: { version: 1, reason: 'theirs', by: 'Tobias', at: '' } },
      },
    },
  }
  await press('Save')
  await save('mine')
  const dialog = screen.getByRole('dialog')
  expect((await within(dialog).findByRole('alert')).textContent).toContain('Tobias has saved version 1 (theirs)')
  server.answers['PUT /knowledge'] = { status: 200, json: { ...shipped, version: 2 } }
  await userEvent.click(await within(dialog).findByRole('button', { name: 'Save' }))
  await waitFor(() => expect(server.sent.at(-1)?.body).toMatchObject({ basedOn: 1 }))
})

test('an older version is brought back as a change; a file that is none is refused', async () => {
  await open()
  await userEvent.click(await screen.findByRole('button', { name: 'Restore version 0' }))
  expect(await screen.findByText('Changed, not saved.')).toBeTruthy()
  await press('Discard changes')
  const input = document.querySelector<HTMLInputElement>('input[type=file]')
  if (input === null) throw new Error('no way to load a file')
  await userEvent.upload(input, new File(['{"format":"song"}'], 'song.json', { type: 'application/json' }))
  expect(
    await screen.findByText(/song\.json: \$\.format must be "emery-knowledge"\. Nothing was changed\./),
  ).toBeTruthy()
  expect(useKnowledgeDraft.getState().draft).toBeNull()
})

test('how rarely a finding is a false alarm is set beside the likelihoods, and one of an older Emery says what it got', async () => {
  server.answers['GET /knowledge'] = {
    status: 200,
    json: { ...shipped, version: 3, carriedOver: { causes: ['decoupler'], tests: ['switch-off'] } },
  }
  await open()
  expect(screen.getByText(/was carried over/)).toBeTruthy()
  expect(
    screen.getByText(/Added: Alternator pulley clutch failing\. New questions and tests: Listen while/),
  ).toBeTruthy()
  await press('Watch the crank damper at idle')
  const alarm = screen.getByRole('spinbutton', { name: 'Finding 1: false alarm, in 1000' })
  expect((alarm as HTMLInputElement).value).toBe('1')
  await userEvent.clear(alarm)
  await userEvent.type(alarm, '20')
  const finding = () =>
    useKnowledgeDraft.getState().draft?.file.tests.find(({ id }) => id === 'watch-damper')?.findings?.[0]
  expect(finding()?.falseAlarm).toBeCloseTo(0.02, 9)
  await userEvent.clear(alarm)
  await userEvent.type(alarm, '1200')
  expect(screen.getByRole('alert').textContent).toMatch(/findings\[0\]\.falseAlarm\) must be a number from/)
})
