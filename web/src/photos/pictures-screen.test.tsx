import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ListedPhoto, PhotoPage } from '@emery/core/api'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { PicturesScreen } from './pictures-screen.tsx'

const photo = (id: string): ListedPhoto => ({
  id,
  width: 2048,
  height: 1365,
  by: 'Isla',
  addedAt: '2026-11-24T08:00:00.000Z',
  bytes: 2_340_000,
})
const page = (some: Partial<PhotoPage>): { status: number; json: PhotoPage } => ({
  status: 200,
  json: { photos: [photo('p1')], more: false, taken: 4_200_000_000, limit: 20e9, ...some },
})

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers = {
    'GET /photos': page({}),
    'GET /photos/p1/uses': { status: 200, json: { drives: [{ id: 'd1', name: 'Ketch, Main drive' }] } },
  }
})
afterEach(cleanup)

test('pictures say the room they take, each and all together', async () => {
  show(<PicturesScreen />)
  expect(await screen.findByText('4.2 GB of 20.0 GB taken')).toBeTruthy()
  expect(screen.getByText('Isla, 2.3 MB')).toBeTruthy()
})

test('where a picture is used is said before it is deleted', async () => {
  server.answers['DELETE /photos/p1'] = { status: 204, json: undefined }
  show(<PicturesScreen />)
  await userEvent.click(await screen.findByRole('button', { name: /^Delete Picture of 24 Nov/ }))
  const dialog = within(await screen.findByRole('dialog'))
  expect((await dialog.findByRole('link', { name: 'Ketch, Main drive' })).getAttribute('href')).toBe('/drives/d1')
  expect(server.asked).not.toContain('DELETE /photos/p1')
  await userEvent.click(dialog.getByRole('button', { name: 'Delete' }))
  await waitFor(() => expect(server.asked).toContain('DELETE /photos/p1'))
})

test('older ones are fetched on top; none, and none to be had, are said', async () => {
  server.answers['GET /photos'] = page({ more: true })
  show(<PicturesScreen />)
  await screen.findByRole('button', { name: 'Show older' })
  server.answers['GET /photos'] = page({ photos: [photo('p2')] })
  await userEvent.click(screen.getByRole('button', { name: 'Show older' }))
  await waitFor(() => expect(screen.getAllByRole('img')).toHaveLength(2))
  cleanup()
  server.answers['GET /photos'] = page({ photos: [] })
  show(<PicturesScreen />)
  expect(await screen.findByText('No pictures yet')).toBeTruthy()
  cleanup()
  server.answers['GET /photos'] = 'away'
  show(<PicturesScreen />)
  expect(await screen.findByText('The pictures could not be loaded')).toBeTruthy()
})
