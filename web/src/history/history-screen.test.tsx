import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { CheckedDrive } from '@emery/core/drive'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { HistoryScreen } from './history-screen.tsx'

const ketch = demoDrive('ketch-main')
/** Three versions: the belt lengthened, then the alternator moved. */
const versions: readonly CheckedDrive[] = [
  ketch,
  { ...ketch, belts: ketch.belts.map((belt) => ({ ...belt, length: 1690 })) },
]
const moved: CheckedDrive = {
  ...(versions[1] ?? ketch),
  shafts: ketch.shafts.map((shaft) => (shaft.id === 'alt' ? { ...shaft, x: (shaft.x ?? 0) + 25 } : shaft)),
}
const reasons = ['made', 'change the belt', 'move a pulley']

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  const all = [...versions, moved].map((document, i) => ({
    version: i + 1,
    reason: reasons[i] ?? '',
    by: i === 0 ? '' : 'Wren',
    savedAt: `2026-11-2${i}T08:00:00.000Z`,
    document,
  }))
  server.answers['GET /drives/d/revisions'] = {
    status: 200,
    json: { revisions: all.map(({ version, reason, by, savedAt }) => ({ version, reason, by, savedAt })).reverse() },
  }
  for (const revision of all)
    server.answers[`GET /drives/d/revisions/${revision.version}`] = { status: 200, json: revision }
})
afterEach(cleanup)

const open = () => show(<HistoryScreen />, { path: '/drives/:driveId/history', at: '/drives/d/history' })
const changes = async () =>
  within(await screen.findByRole('list', { name: 'What changed' }))
    .getAllByRole('listitem')
    .map(({ textContent }) => textContent)

describe('versions', () => {
  test('are listed with who and why, the last two side by side', async () => {
    open()
    const list = await screen.findByRole('list', { name: 'Versions' })
    expect(
      within(list)
        .getAllByRole('listitem')
        .map(({ textContent }) => textContent),
    ).toEqual([
      expect.stringMatching(/^3 move a pulleyWren, /),
      expect.stringMatching(/^2 change the beltWren, /),
      expect.stringMatching(/^1 madeby unknown, /),
    ])
    expect(await changes()).toEqual(['Alternator: moved 25.0 mm.'])
    expect(screen.getAllByRole('img')).toHaveLength(2)
  })

  test('any two can be compared, and the same one with itself differs in nothing', async () => {
    open()
    await userEvent.click(await screen.findByRole('button', { name: 'Version 1 on the left' }))
    expect(await changes()).toEqual(['Alternator: moved 25.0 mm.', 'Main belt: length 1675.0 mm → 1690.0 mm.'])
    await userEvent.click(screen.getByRole('button', { name: 'Version 1 on the right' }))
    expect(await screen.findByText('Nothing.')).not.toBeNull()
  })

  test('an older one is brought back on top of the newest', async () => {
    server.answers['PUT /drives/d'] = { status: 200, json: { id: 'd', version: 4 } }
    open()
    await userEvent.click(await screen.findByRole('button', { name: 'Restore version 2' }))
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    expect(server.sent).toMatchObject([
      {
        to: 'PUT /drives/d',
        body: { basedOn: 3, reason: 'restored version 2', document: { belts: [{ length: 1690 }] } },
      },
    ])
  })

  test('what the server says against it is told, and everything stays', async () => {
    server.answers['PUT /drives/d'] = {
      status: 409,
      json: { error: { code: 'VERSION_CONFLICT', message: 'Someone else saved this.' } },
    }
    open()
    await userEvent.click(await screen.findByRole('button', { name: 'Restore version 2' }))
    expect(await screen.findByText('Someone else saved this.')).not.toBeNull()
    expect(screen.queryByText('elsewhere')).toBeNull()
  })

  test('a drive that is not present is said not to be', async () => {
    server.answers['GET /drives/d/revisions'] = {
      status: 404,
      json: { error: { code: 'DRIVE_NOT_FOUND', message: 'There is no such drive.' } },
    }
    open()
    expect(await screen.findByText('There is no such drive.')).not.toBeNull()
  })
})
