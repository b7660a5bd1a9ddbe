import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { benchParts } from '../testing/bench-parts.ts'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { BenchContext } from '../bench/bench-context.ts'
import { DueNote } from './due-note.tsx'

const server = new FakeServer()
const bad = (part: string, partName: string) => ({
  part,
  partName,
  check: 'bearing',
  value: null,
  state: 'grinding',
  verdict: 'act',
  reason: 'It grinds.',
  note: '',
  photos: [],
})
const walk = (...checks: ReturnType<typeof bad>[]) => ({
  id: 'w',
  at: '2026-06-01T10:00:00.000Z',
  distance: 1,
  beltOff: true,
  renewed: [],
  sum: [],
  note: '',
  by: '',
  checks,
})

beforeEach(() => server.install())
afterEach(cleanup)

function open(inspections: readonly unknown[]) {
  server.answers = {
    'GET /drives/h/inspections': { status: 200, json: { inspections } },
    'GET /drives/h/fittings': { status: 200, json: { fittings: [] } },
  }
  const walked = jest.fn()
  show(
    <BenchContext.Provider value={benchParts(demoDrive('haulm-main'))}>
      <DueNote driveId="h" onTension={() => undefined} onInspection={walked} />
    </BenchContext.Provider>,
  )
  return walked
}

test('what has worn out stands over the drawing and leads to the inspection; more than two are counted', async () => {
  const walked = open([
    walk(bad('pulley.idl.1', 'Upper idler'), bad('pulley.i2.1', 'Lower idler'), bad('pulley.alt.1', 'Alternator')),
  ])
  const note = await screen.findByRole('button', { name: /^Due: / })
  expect(note.textContent).toBe('Due: replace Alternator, replace Upper idler and 1 more')
  await userEvent.click(note)
  expect(walked).toHaveBeenCalledTimes(1)
})

test('nothing due says nothing', async () => {
  open([walk()])
  await screen.findByText((_, element) => element?.tagName === 'BODY')
  expect(screen.queryByRole('button')).toBeNull()
})
