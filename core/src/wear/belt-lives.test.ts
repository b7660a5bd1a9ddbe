import { describe, expect, test } from '@jest/globals'
import { beltLives, type FittedBelt } from './belt-lives.ts'
import type { PastInspection } from './history.ts'

const fitted = (mark: string, fittedOn: string, distance: number | null, belt = 'main'): FittedBelt => ({
  belt,
  mark,
  fittedOn,
  distance,
  reason: `because of ${mark}`,
})
const walk = (at: string, distance: number | null, part: string, value: number): PastInspection => ({
  at: `${at}T10:00:00Z`,
  distance,
  beltOff: false,
  checks: [
    {
      part,
      partName: part,
      check: part.startsWith('belt') ? 'rib-depth' : 'travel',
      value,
      state: null,
      verdict: 'fine',
      reason: '',
      note: '',
      photos: [],
    },
  ],
  renewed: [],
  sum: [],
  note: '',
  by: '',
})
const options = { adjusterPart: 'adjuster.slide', tensions: [], travels: [], now: '2026-11-30', distance: 131_000 }

describe('how long belts lasted', () => {
  test('from one fitting to the next, the last so far; another place of the drive is another’s', () => {
    const lives = beltLives(
      'main',
      {
        inspections: [],
        fittings: [
          fitted('OTHER-1', '2024-11-30', 98_000),
          fitted('OWN-1', '2021-11-30', 40_000),
          fitted('FAN', '2023-01-01', 70_000, 'fan'),
        ],
      },
      options,
    )
    expect(lives.map(({ mark, km, days }) => [mark, km, days])).toEqual([
      ['OTHER-1', 33_000, 730],
      // Three years, one of them a leap year.
      ['OWN-1', 58_000, 1096],
    ])
    expect(lives[1]?.until).toEqual({ on: '2024-11-30', distance: 98_000, reason: 'because of OTHER-1' })
    expect(lives[0]?.until).toBeNull()
  })

  test('what was read belongs to the belt that was on; on the day of a change, to the one that came off', () => {
    const lives = beltLives(
      'main',
      {
        inspections: [
          walk('2024-11-30', 98_000, 'belt.main', 0.6),
          walk('2026-01-01', 120_000, 'belt.main', 0.1),
          walk('2026-01-01', 120_000, 'adjuster.slide', 0.4),
          walk('2026-02-01', null, 'belt.main', 0.2),
          walk('2026-02-01', 121_000, 'belt.fan', 0.9),
        ],
        fittings: [fitted('OWN-1', '2021-11-30', 40_000), fitted('OTHER-1', '2024-11-30', 98_000)],
      },
      { ...options, tensions: [{ at: '2026-01-02T00:00:00Z', distance: 120_010, value: 480 }] },
    )
    const of = (i: number, figure: 'rib-depth' | 'travel' | 'tension') =>
      lives[i]?.readings.get(figure)?.map(({ value }) => value) ?? []
    expect([of(0, 'rib-depth'), of(0, 'travel'), of(0, 'tension'), of(1, 'rib-depth')]).toEqual([
      [0.1],
      [0.4],
      [480],
      [0.6],
    ])
  })

  test('a distance that nobody read leaves it open how far it ran', () => {
    const lives = beltLives(
      'main',
      { inspections: [], fittings: [fitted('A', '2020-01-01', null), fitted('B', '2022-01-01', 50_000)] },
      { ...options, distance: null },
    )
    expect(lives.map(({ km }) => km)).toEqual([null, null])
  })
})
