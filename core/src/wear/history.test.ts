import { describe, expect, test } from '@jest/globals'
import { NOMINAL_RULES } from '../rules/rules.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { compareInspections } from './compare.ts'
import { dueItems } from './due.ts'
import { lastJudged, partTrends, wearPoints, type PastInspection, type WearHistory } from './history.ts'
import { wearParts, type WearPart } from './parts.ts'
import { sumUp, watchUntil } from './sum.ts'
import { wearAt, wearTrend, type WearPoint } from './trend.ts'
import type { InspectionCheck } from './inspection.ts'

const drives = DEMO_DRIVES.map(demoDrive)
const partOf = (parts: readonly WearPart[], id: string) => {
  const found = parts.find((part) => part.id === id)
  if (found === undefined) throw new Error(`${id} is not among ${parts.map((part) => part.id).join(', ')}`)
  return found
}
const check = (part: string, of: InspectionCheck['check'], more: Partial<InspectionCheck>): InspectionCheck => ({
  part,
  partName: part,
  check: of,
  value: null,
  state: null,
  verdict: 'fine',
  reason: '',
  note: '',
  photos: [],
  ...more,
})
const walked = (
  at: string,
  distance: number | null,
  checks: InspectionCheck[],
  renewed: string[] = [],
): PastInspection => ({
  at: `${at}T10:00:00.000Z`,
  distance,
  checks,
  renewed,
  beltOff: false,
  sum: [],
  note: '',
  by: 'Wren',
})
const history = (inspections: PastInspection[], fittings: WearHistory['fittings'] = []) => ({ inspections, fittings })

describe('the parts of a drive', () => {
  test('every pulley, shaft and adjuster of every demo drive is walked to once, the belts first', () => {
    for (const drive of drives) {
      const parts = wearParts(drive)
      expect(new Set(parts.map(({ id }) => id)).size).toBe(parts.length)
      const routed = new Set(drive.belts.flatMap(({ route }) => route.map(({ pulley }) => pulley)))
      expect(
        parts
          .filter(({ kind }) => kind === 'pulley')
          .map(({ of }) => of)
          .toSorted(),
      ).toEqual([...routed].toSorted())
      expect(parts.slice(0, drive.belts.length).every(({ kind }) => kind === 'belt')).toBe(true)
      expect(parts.filter(({ kind }) => kind === 'damper')).toHaveLength(1)
      // A bearing is spun once, however many pulleys its shaft carries.
      const spun = parts.filter(({ checks }) => checks.includes('bearing')).map(({ shaft }) => shaft)
      expect(new Set(spun).size).toBe(spun.length)
      for (const part of parts) expect(part.checks).toEqual(expect.arrayContaining([...part.deciding]))
    }
  })

  test('material decides on a multi-rib belt: depth of EPDM, cracks of neoprene, both of one nobody knows', () => {
    const of = (material: 'epdm' | 'neoprene' | 'unknown') => {
      const drive = changed(
        loopDrive([
          { x: 0, y: 0, diameter: 140 },
          { x: 300, y: 0, diameter: 90 },
        ]),
        (draft) => {
          for (const belt of draft.belts) belt.material = material
        },
      )
      const [belt] = wearParts(drive)
      return [belt?.checks[0], belt?.deciding.filter((id) => id === 'cracks' || id === 'rib-depth')]
    }
    expect(of('epdm')).toEqual(['rib-depth', ['rib-depth']])
    expect(of('neoprene')).toEqual(['cracks', ['cracks']])
    expect(of('unknown')).toEqual(['cracks', ['cracks', 'rib-depth']])
    const vee = loopDrive(
      [
        { x: 0, y: 0, diameter: 140 },
        { x: 300, y: 0, diameter: 90 },
      ],
      { section: 'V13' },
    )
    const parts = wearParts(vee)
    // Neoprene V belts show their age in cracks.
    expect(parts[0]?.checks).toContain('cracks')
    expect(parts.filter(({ checks }) => checks.includes('ride'))).toHaveLength(2)
  })
})

describe('wear over distance', () => {
  // Two readings 20 000 km apart, 0.2 and 0.3 mm, one reading within 0.05 mm: worked by hand. b = 5e-6 mm a km meets 0.6 mm at 180 000 km.
  // Fieller: (0.35 − 5e-6·u)² = 0.05²·(1/2 + u²/2e8), u from 110 000 km: u = (3.5e-6 ∓ √6.1875e-12) / 2.5e-11 = 40 501 and 239 499.
  // Of two readings the band is 1.84 times as wide (Student’s t, one degree of freedom): 180 − 1.84·29.499 and 180 + 1.84·169.499.
  const read = (distance: number, value: number, sigma = 0.05): WearPoint => ({ distance, value, sigma })

  test('is a straight line; where it meets the limit carries its spread', () => {
    const trend = wearTrend([read(100_000, 0.2), read(120_000, 0.3)], 0.6)
    if (trend.is !== 'rising') throw new Error(trend.is)
    expect(trend.meets.at).toBeCloseTo(180_000, 3)
    expect(trend.meets.from / 1000).toBeCloseTo(125.722, 2)
    expect(trend.meets.to / 1000).toBeCloseTo(491.878, 2)
    expect(wearAt(trend.line, 140_000)).toBeCloseTo(0.4, 9)
  })

  test('weighs a reading by its tool: the same two read twice as coarsely do not rise; a third by eye changes nothing', () => {
    // a = b² − σ²/Sxx = 2.5e-11 − 0.1²/2e8 < 0.
    expect(wearTrend([read(100_000, 0.2, 0.1), read(120_000, 0.3, 0.1)], 0.6).is).toBe('not rising')
    const trend = wearTrend([read(100_000, 0.2), read(120_000, 0.3), read(120_000, 0.9, 50)], 0.6)
    if (trend.is !== 'rising') throw new Error(trend.is)
    expect(trend.meets.at / 1000).toBeCloseTo(180, 2)
    // Three readings: 1.32 instead of 1.84 times as wide.
    expect(trend.meets.from / 1000).toBeCloseTo(180 - 1.32 * 29.499, 1)
  })

  test('one reading, or two at one distance, say nothing; readings that fall or only scatter do not rise', () => {
    expect(wearTrend([], 1).is).toBe('too few')
    expect(wearTrend([read(5, 1)], 1).is).toBe('too few')
    expect(wearTrend([read(5, 1), read(5, 2)], 1).is).toBe('too few')
    expect(wearTrend([read(0, 0.5, 0.1), read(9000, 0.3, 0.1)], 1).is).toBe('not rising')
    expect(wearTrend([read(0, 0.3, 0.1), read(9000, 0.31, 0.1)], 1).is).toBe('not rising')
  })

  test(`the spread holds the truth about two times in three (seed ${SEED})`, () => {
    const random = randomFrom(SEED)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const [slope, sigma, limit, trials] = [4e-6, 0.03, 0.6, 600]
    let [held, rising] = [0, 0]
    for (let i = 0; i < trials; i++) {
      const points = [20_000, 45_000, 70_000, 90_000].map((distance) => ({
        distance,
        value: slope * distance + sigma * normal(),
        sigma,
      }))
      const trend = wearTrend(points, limit)
      if (trend.is !== 'rising') continue
      rising++
      if (trend.meets.from <= limit / slope && limit / slope <= trend.meets.to) held++
    }
    expect(rising).toBeGreaterThan(0.98 * trials)
    // 0.68 of a normal spread; the scatter that replaces sigma where it is larger only widens it. Four standard deviations of 600 trials are 0.08.
    expect(held / rising).toBeGreaterThan(0.6)
    expect(held / rising).toBeLessThan(0.85)
  })

  const [drive] = drives
  if (drive === undefined) throw new Error('no drive')
  const parts = wearParts(drive)
  const belt = partOf(parts, `belt.${drive.belts[0]?.id ?? ''}`)
  const idler = parts.find(({ checks }) => checks.includes('rock')) ?? belt

  test('begins again with a new belt, or a part that is said to be new', () => {
    const past = history(
      [
        walked('2026-06-01', 50_000, [
          check(belt.id, 'rib-depth', { value: 0.5 }),
          check(idler.id, 'rock', { value: 0.9 }),
        ]),
        walked('2026-07-01', 55_000, [check(belt.id, 'rib-depth', { value: 0.05 })]),
        walked(
          '2026-08-01',
          60_000,
          [check(belt.id, 'rib-depth', { value: 0.1 }), check(idler.id, 'rock', { value: 0.1, tool: 'dial' })],
          [idler.id],
        ),
        walked('2026-09-01', null, [check(belt.id, 'rib-depth', { value: 0.12 })]),
      ],
      [{ belt: belt.of, fittedOn: '2026-06-01', distance: 50_100 }],
    )
    expect(wearPoints(past, belt, 'rib-depth')).toEqual([
      // The usual tool’s, where nobody said which; a dial’s for the other.
      { distance: 55_000, value: 0.05, sigma: 0.03 },
      { distance: 60_000, value: 0.1, sigma: 0.03 },
    ])
    expect(wearPoints(past, idler, 'rock')).toEqual([{ distance: 60_000, value: 0.1, sigma: 0.02 }])
    const trends = partTrends(past, parts, NOMINAL_RULES)
    expect(trends.map(({ part, check: of, trend }) => [part.id, of, trend.is])).toEqual([
      [belt.id, 'rib-depth', 'rising'],
      [idler.id, 'rock', 'too few'],
    ])
    // 0.05 mm in 5 000 km, 0.5 mm to go.
    expect(watchUntil(belt, trends, NOMINAL_RULES)).toMatchObject({
      is: 'trend',
      meets: { at: expect.closeTo(110_000, 3) },
    })
    expect(watchUntil(idler, trends, NOMINAL_RULES)).toEqual({ is: 'again', km: 10_000, months: 12 })
  })

  test('what is due: what was said and not renewed, what a trend says, the end of a belt’s life', () => {
    const now = Date.parse('2026-11-25T00:00:00Z')
    const seen = [
      walked('2026-10-01', 60_000, [
        check(idler.id, 'rock', { value: 1.4, verdict: 'act', reason: 'rocks' }),
        check(belt.id, 'glaze', { state: 'polished', verdict: 'watch', reason: 'polished' }),
      ]),
    ]
    const fitted = [{ belt: belt.of, fittedOn: '2018-01-01', distance: 20_000 }]
    const due = dueItems(drive, history(seen, fitted), NOMINAL_RULES, { now })
    expect(due.map(({ part, what, atKm, overdue }) => [part.id, what, atKm, overdue])).toEqual(
      expect.arrayContaining([
        [idler.id, 'replace', null, true],
        [belt.id, 'look', 70_000, false],
      ]),
    )
    expect(due[0]?.overdue).toBe(true)
    const further = dueItems(drive, history(seen, fitted), NOMINAL_RULES, { now, distance: 70_000 })
    expect(further.find(({ what }) => what === 'look')?.overdue).toBe(true)
    // By the years of a neoprene belt, or of one nobody knows, it is over; by those of EPDM it is not.
    const life = due.find(({ part, what }) => part.id === belt.id && what === 'replace')
    expect(life?.overdue).toBe((drive.belts[0]?.material ?? 'unknown') !== 'epdm')
    const after = dueItems(
      drive,
      history([...seen, walked('2026-10-02', 60_010, [], [idler.id])], fitted),
      NOMINAL_RULES,
      { now },
    )
    expect(after.some(({ part }) => part.id === idler.id)).toBe(false)
    expect(dueItems(drive, history([]), NOMINAL_RULES, { now })).toEqual([])
  })

  test('a later walk that left a check out, or could not tell, does not clear what an earlier one saw', () => {
    const now = Date.parse('2026-11-25T00:00:00Z')
    const grinding = walked('2026-08-01', 50_000, [
      check(idler.id, 'bearing', { state: 'grinding', verdict: 'act', reason: 'It grinds.' }),
    ])
    const later = (...checks: InspectionCheck[]) => history([grinding, walked('2026-09-01', 55_000, checks)])
    const dueOf = (past: WearHistory) =>
      dueItems(drive, past, NOMINAL_RULES, { now }).flatMap(({ part, what, why }) =>
        part.id === idler.id ? [[what, why]] : [],
      )
    const onlyRocked = later(check(idler.id, 'rock', { value: 0.1 }))
    expect(dueOf(onlyRocked)).toEqual([['replace', 'It grinds.']])
    expect(lastJudged(onlyRocked, parts).map(({ verdict }) => verdict)).toEqual(['act'])
    const couldNotTell = later(check(idler.id, 'bearing', { verdict: 'unknown' }))
    expect(dueOf(couldNotTell)).toEqual([['replace', 'It grinds.']])
    const quietNow = later(check(idler.id, 'bearing', { state: 'quiet' }))
    expect(dueOf(quietNow)).toEqual([])
  })

  test('what is watched is due from when and where it was seen, however much was looked at since', () => {
    const now = Date.parse('2026-11-25T00:00:00Z')
    const past = history([
      walked('2026-03-01', 40_000, [
        check(idler.id, 'bearing', { state: 'hiss', verdict: 'watch', reason: 'It hisses.' }),
      ]),
      walked('2026-10-01', 52_000, [check(belt.id, 'glaze', { state: 'matt' })]),
    ])
    const [look] = dueItems(drive, past, NOMINAL_RULES, { now })
    expect([look?.part.id, look?.what, look?.atKm, look?.overdue]).toEqual([idler.id, 'look', 50_000, true])
    expect(new Date(look?.atMs ?? 0).toISOString().slice(0, 7)).toBe('2027-03')
  })

  test('what was last seen counts until the part is new', () => {
    const seen = history([
      walked('2026-10-01', 60_000, [check(idler.id, 'bearing', { state: 'hiss', verdict: 'watch' })]),
    ])
    expect(lastJudged(seen, parts).map(({ part, verdict }) => [part.id, verdict])).toEqual([[idler.id, 'watch']])
  })
})

describe('what a walk comes to', () => {
  const NO_TRENDS = { trends: [], rules: NOMINAL_RULES }

  test('a failed tensioner makes its belt suspect; a belt says what to do while it is off', () => {
    const arms = drives.find((drive) => wearParts(drive).some(({ kind }) => kind === 'tensioner'))
    if (arms === undefined) throw new Error('no sprung arm among the demo drives')
    const parts = wearParts(arms)
    const judged = (replaced: (part: WearPart) => boolean) =>
      parts.map((part) => ({
        part,
        missing: [],
        verdict: replaced(part) ? ('act' as const) : ('fine' as const),
        checks: [{ check: part.checks[0] ?? 'damage', verdict: 'act' as const, reason: 'so' }],
      }))
    const arm = sumUp(
      judged(({ kind }) => kind === 'tensioner'),
      () => true,
      NO_TRENDS,
    )
    expect(arm.replace.map(({ reasons }) => reasons)).toEqual([['so']])
    expect(arm.together.join(' ')).toMatch(/a new belt\. One that ran on a failed tensioner is suspect/)
    const belt = sumUp(
      judged(({ kind }) => kind === 'belt'),
      () => true,
      NO_TRENDS,
    )
    expect(belt.together.join(' ')).toMatch(/through its travel.*spin and rock every pulley/)
    const none = sumUp(
      judged(() => false),
      () => true,
      NO_TRENDS,
    )
    expect([none.replace, none.together, none.fine.length]).toEqual([[], [], parts.length])
    const one = sumUp(
      judged(() => false),
      ({ kind }) => kind === 'belt',
      NO_TRENDS,
    )
    expect([one.fine.length, one.untouched.length]).toEqual([1, parts.length - 1])
  })

  test('two walks are laid side by side, check by check', () => {
    const before = { checks: [check('a', 'rock', { value: 0.2 }), check('b', 'damage', { state: 'none' })] }
    const after = { checks: [check('a', 'rock', { value: 0.5 }), check('c', 'bracket', { state: 'firm' })] }
    expect(
      compareInspections(before, after).map(({ part, before: was, after: is, grown }) => [
        part,
        was !== null,
        is !== null,
        grown === null ? null : Math.round(10 * grown) / 10,
      ]),
    ).toEqual([
      ['a', true, true, 0.3],
      ['c', false, true, null],
      ['b', true, false, null],
    ])
  })
})
