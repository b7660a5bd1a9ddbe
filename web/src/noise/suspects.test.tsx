import { describe, expect, test } from '@jest/globals'
import { diagnose, NOMINAL_KNOWLEDGE, type Answer } from '@emery/core/noise'
import { render, screen, within } from '@testing-library/react'
import { Suspects } from './suspects.tsx'

function shown(answers: readonly Answer[]) {
  const result = diagnose(NOMINAL_KNOWLEDGE, answers)
  if (!result.ok) throw new Error(JSON.stringify(result.problems))
  render(<Suspects suspects={result.diagnosis.causes} heard />)
}

const remaining = () => within(screen.getByRole('list', { name: 'Causes that remain' }))

describe('causes, in words that say how sure', () => {
  test('lead with the most likely one while nothing was found', () => {
    shown([{ test: 'heard', outcome: 'squeal' }])
    expect(screen.queryByRole('region', { name: 'Put right first' })).toBeNull()
    expect(remaining().getAllByText(/most likely/)).toHaveLength(1)
  })

  test('have none that is most likely beside what was found', () => {
    shown([
      { test: 'heard', outcome: 'chirp' },
      { test: 'watch-damper', outcome: 'wobbles' },
    ])
    const first = within(screen.getByRole('region', { name: 'Put right first' }))
    expect(first.getAllByRole('heading', { name: /damper/i })).toHaveLength(1)
    expect(remaining().queryByText(/most likely/)).toBeNull()
  })

  test('a cause that may well be there is shown though it explains little of what is heard', () => {
    shown([
      { test: 'heard', outcome: 'slap' },
      { test: 'where', outcome: 'span' },
      { test: 'drive-belt-worn', outcome: 'replace' },
    ])
    const item = remaining()
      .getByRole('heading', { name: /Ribs worn/ })
      .closest('li')
    expect(item?.textContent).toContain('explains little of what is heard')
    const others = /other causes, each at most (\d+) in 100/.exec(document.body.textContent)
    expect(Number(others?.[1])).toBeLessThan(20)
  })
})
