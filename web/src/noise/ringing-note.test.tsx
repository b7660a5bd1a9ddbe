import { afterEach, expect, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import type { DriveRecord } from '@emery/core/api'
import { settleDrive } from '@emery/core/path'
import { ringing } from '@emery/core/tension'
import { changed, demoDrive } from '../testing/drives.ts'
import { show } from '../testing/fake-server.tsx'
import { RingingNote } from './ringing-note.tsx'
import { Schools } from './schools.tsx'

afterEach(cleanup)

const ketch = demoDrive('ketch-main')
const shown = (document: DriveRecord['document']) =>
  show(
    <RingingNote record={{ id: 'k1', version: 1, vehicle: null, document, savedAt: '' } as unknown as DriveRecord} />,
    {
      path: '/noise',
      at: '/noise',
    },
  )

test('a span that rings where the engine runs is named; one that is only run through is not', () => {
  shown(ketch)
  expect(screen.queryByRole('region', { name: 'Spans that ring' })).toBeNull()
  cleanup()
  const settled = settleDrive(ketch)
  const [crossing] = settled.belts.flatMap((belt) => ringing(settled, belt)?.crossings ?? [])
  if (crossing === undefined) throw new Error('Nothing rings on this drive.')
  shown(
    changed(ketch, (draft) => {
      draft.engine.cruiseRpm = Math.round(crossing.rpm)
    }),
  )
  const note = screen.getByRole('region', { name: 'Spans that ring' })
  expect(note.textContent).toContain(`at ${Math.round(crossing.rpm / 10) * 10} rpm`)
  expect(screen.getByRole('link', { name: 'Tension' }).getAttribute('href')).toBe('/drives/k1/tension')
})

test('dressing is never a repair, and why others use it stands there', () => {
  show(<Schools />, { path: '/noise', at: '/noise' })
  expect(screen.getByText(/never offers it as a repair/)).toBeTruthy()
})
