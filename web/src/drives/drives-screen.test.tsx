import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { DriveRecord } from '@emery/core/api'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { DrivesScreen } from './drives-screen.tsx'

const record = (id: string, name: string): DriveRecord => ({
  id,
  vehicle: { id: `v-${id}`, name: `Vehicle ${id}`, plate: 'P-1' },
  document: { ...demoDrive('kiln-blower'), name },
  version: 1,
  updatedAt: '2026-01-01T00:00:00.000Z',
})

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
})
afterEach(cleanup)

const list = (...drives: DriveRecord[]) => ({ status: 200, json: { drives, total: drives.length } })

describe('the list of drives', () => {
  test('says how each drive stands, in words and a shape', async () => {
    server.answers['GET /drives'] = list(record('a', 'Blower drive'))
    show(<DrivesScreen />)
    expect(await screen.findByText('Vehicle a · P-1')).not.toBeNull()
    expect(screen.getByText('one thing to watch')).not.toBeNull()
    expect(screen.getByLabelText('watch')).not.toBeNull()
    expect(screen.getByText('V13 × 887.5')).not.toBeNull()
  })

  test('a drive that is still being measured says that, not that it is wrong', async () => {
    const half = record('h', 'Half known')
    const shafts = half.document.shafts.map((shaft) =>
      shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null },
    )
    server.answers['GET /drives'] = list({ ...half, document: { ...half.document, shafts } })
    show(<DrivesScreen />)
    expect(await screen.findByText('being measured')).not.toBeNull()
    expect(screen.getByLabelText('not known')).not.toBeNull()
  })

  test('an empty garage says what to do next', async () => {
    server.answers['GET /drives'] = list()
    show(<DrivesScreen />)
    expect(await screen.findByText('No drives yet')).not.toBeNull()
    expect(screen.getByText(/Create one from the parts on your engine/)).not.toBeNull()
  })

  test('a search that finds nothing says so', async () => {
    server.answers['GET /drives'] = list()
    show(<DrivesScreen />)
    await userEvent.type(await screen.findByLabelText('Search drives'), 'zeppelin')
    expect(await screen.findByText('No drive matches “zeppelin”')).not.toBeNull()
  })

  test('with the server away it says so and can be asked again', async () => {
    server.answers['GET /drives'] = 'away'
    show(<DrivesScreen />)
    expect(await screen.findByText('The drives could not be loaded')).not.toBeNull()
    server.answers['GET /drives'] = list(record('b', 'Back again'))
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
    expect(await screen.findByText('Back again')).not.toBeNull()
  })

  test('a drive that cannot be deleted stays, with the reason', async () => {
    server.answers['GET /drives'] = list(record('a', 'Blower drive'))
    server.answers['DELETE /drives/a'] = {
      status: 503,
      json: { error: { code: 'DATABASE_AWAY', message: 'The database does not answer.' } },
    }
    show(<DrivesScreen />)
    await userEvent.click(await screen.findByRole('button', { name: 'Delete Vehicle a, Blower drive' }))
    expect(await screen.findByText(/^The database does not answer\./)).not.toBeNull()
    expect(screen.getByText('Blower drive')).not.toBeNull()
  })
})

describe('importing', () => {
  const choose = async (content: string) => {
    await userEvent.upload(
      screen.getByLabelText('Drive document to import'),
      new File([content], 'x.json', { type: 'application/json' }),
    )
  }

  test('what is wrong with a file is told by its places, and it is not sent', async () => {
    server.answers['GET /drives'] = list()
    show(<DrivesScreen />)
    await choose(JSON.stringify({ ...demoDrive('kiln-blower'), shafts: {} }))
    const refusal = await screen.findByRole('alert')
    expect(refusal.textContent).toContain('x.json was not imported')
    expect(refusal.textContent).toContain('$.shafts must be a list.')
    expect(server.asked).not.toContain('POST /drives/import')
  })

  test('a drive is shown before it is taken; what the server then refuses is told', async () => {
    server.answers['GET /drives'] = list()
    server.answers['POST /drives/import'] = {
      status: 503,
      json: { error: { code: 'DATABASE_AWAY', message: 'The database does not answer.' } },
    }
    show(<DrivesScreen />)
    await choose(JSON.stringify(demoDrive('kiln-blower')))
    const preview = await screen.findByRole('dialog')
    expect(preview.textContent).toContain('Blower drive')
    expect(preview.textContent).toContain('V13 × 887.5')
    expect(server.asked).not.toContain('POST /drives/import')
    await userEvent.click(screen.getByRole('button', { name: 'Import' }))
    expect((await screen.findByRole('alert')).textContent).toContain('The database does not answer.')
  })

  test('a file too large is not even sent', async () => {
    server.answers['GET /drives'] = list()
    show(<DrivesScreen />)
    await choose('x'.repeat(1_000_001))
    expect((await screen.findByRole('alert')).textContent).toContain('the limit for a drive document')
    expect(server.asked).not.toContain('POST /drives/import')
  })
})
