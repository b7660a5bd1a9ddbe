import { afterEach, expect, test } from '@jest/globals'
import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { CheckedDrive } from '@emery/core/drive'
import { benchParts } from '../testing/bench-parts.ts'
import { demoDrive } from '../testing/drives.ts'
import { show } from '../testing/fake-server.tsx'
import { BenchContext } from '../bench/bench-context.ts'
import { createBenchStore } from '../bench/store/bench-store.ts'
import { PulleyReadings } from './pulley-readings.tsx'

afterEach(cleanup)

const ketch = demoDrive('ketch-main')
const without = (...unread: string[]): CheckedDrive => ({
  ...ketch,
  pulleys: ketch.pulleys.map((pulley) =>
    unread.includes(pulley.id) && pulley.face !== 'toothed' ? { ...pulley, diameter: null } : pulley,
  ),
})

/** The pad for a pulley, on a panel that still shows the drive as it was a moment ago. */
function showPad(shown: CheckedDrive, now: CheckedDrive, id: string) {
  const store = createBenchStore(now)
  store.getState().select(id)
  const pulley = now.pulleys.find((each) => each.id === id)
  if (pulley === undefined) throw new Error(`no ${id}`)
  show(
    <BenchContext.Provider value={benchParts(shown, store)}>
      <PulleyReadings pulley={pulley} ready />
    </BenchContext.Provider>,
  )
  return store
}

test('after the last pulley Enter goes to none, though the panel still shows one unread', async () => {
  const store = showPad(without('crank.1', 'alt.1'), without('alt.1'), 'alt.1')
  await userEvent.type(screen.getByRole('textbox'), '58{Enter}')
  expect(store.getState().drive.pulleys.find(({ id }) => id === 'alt.1')).toMatchObject({ diameter: 58 })
  expect(store.getState().selected).toBeNull()
})

test('Enter goes on to the next pulley without a size, round the drive', async () => {
  const before = without('crank.1', 'alt.1')
  const store = showPad(before, before, 'alt.1')
  await userEvent.type(screen.getByRole('textbox'), '58{Enter}')
  expect(store.getState().selected).toBe('crank.1')
})
