import { afterEach, expect, test } from '@jest/globals'
import { cleanup, render, screen, within } from '@testing-library/react'
import { settleDrive } from '@emery/core/path'
import { BenchContext } from '../bench/bench-context.ts'
import { benchParts } from '../testing/bench-parts.ts'
import { demoDrive } from '../testing/drives.ts'
import { RingingChart } from './ringing-chart.tsx'

afterEach(cleanup)

test('the spans that ring are drawn over engine speed, and named with what shakes them', () => {
  const drive = demoDrive('ketch-main')
  const [belt] = settleDrive(drive).belts
  if (belt === undefined) throw new Error('no belt')
  render(
    <BenchContext.Provider value={benchParts(drive)}>
      <RingingChart belt={belt} />
    </BenchContext.Provider>,
  )
  expect(screen.getByRole('img', { name: /^Pitch of \d+ spans over engine speed; \d+ crossings/ })).toBeTruthy()
  const named = within(screen.getByRole('list', { name: 'Where spans ring' })).getAllByRole('listitem')
  expect(named[0]?.textContent).toMatch(/ to .* rings at \d+ rpm \(\d+ Hz\), shaken by /)
})
