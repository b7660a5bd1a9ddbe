import { expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { changed } from '../testing/drives.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { gripMap } from './grip-map.ts'
import { spanTensions } from './span-tensions.ts'
import { whatHelps } from './what-helps.ts'

const haulm = settleDrive(vectorNamed('serpentine8-1').drive)

test('every cell is what the drive does there, from idle to the highest speed, light to heavy', () => {
  const steps = [...rows(7, 4)]
  const map = steps.at(-1)?.map
  if (map === undefined) throw new Error('no map')
  const { idleRpm, maxRpm } = haulm.drive.engine
  expect([map.rpms[0], map.rpms.at(-1), map.loads[0], map.loads.at(-1)]).toEqual([idleRpm, maxRpm, 0, 1])
  for (let row = 0; row < 4; row++)
    for (let column = 0; column < 7; column++) {
      const belts = spanTensions(haulm, { rpm: map.rpms[column] ?? 0, load: map.loads[row] ?? 0 })
      const [worst] = belts.map((belt) => belt.worst).toSorted((a, b) => (a.gripReserve ?? 0) - (b.gripReserve ?? 0))
      expect(map.reserve[row * 7 + column]).toBeCloseTo(worst?.gripReserve ?? NaN, 12)
      expect(map.pulleys[map.first[row * 7 + column] ?? 0]).toBe(worst?.pulley)
    }
})

test('it comes row by row, the heaviest load first, and says how far it is', () => {
  const steps = rows(3, 5)
  const first = steps.next().value
  if (!('done' in first)) throw new Error('no progress')
  expect(first.done).toBeCloseTo(0.2, 12)
  expect(Number.isNaN(first.map.reserve[0])).toBe(true)
  expect(first.map.reserve[4 * 3]).toBeGreaterThan(0)
})

function rows(columns: number, count: number) {
  return gripMap(haulm, { columns, rows: count })
}

test('wet grips nowhere better than dry', () => {
  const last = (condition: 'dry' | 'wet') =>
    [...gripMap(haulm, { columns: 5, rows: 5, condition })].at(-1)?.map.reserve ?? []
  const [dry, wet] = [last('dry'), last('wet')]
  dry.forEach((reserve, i) => expect(wet[i]).toBeLessThanOrEqual(reserve))
})

const POINTS = [900, 2000, 3600].flatMap((rpm) => [0.5, 1].map((load) => ({ rpm, load })))

test('what helps is what the drive so changed does, the most helpful first', () => {
  const ketch = settleDrive(vectorNamed('serpentine-1').drive)
  const found = whatHelps(ketch, 'main', POINTS, 'wet')
  if (found === undefined) throw new Error('nothing slips')
  const least = (drive: CheckedDrive, condition: 'wet' | 'dry' = 'wet') =>
    Math.min(
      ...POINTS.map((point) => spanTensions(settleDrive(drive), point, { condition })[0]?.worst.gripReserve ?? NaN),
    )
  expect(found.now).toBeCloseTo(least(ketch.drive), 12)
  const of = (help: string) => found.tried.find((each) => each.help === help)?.reserve ?? NaN
  expect(of('dry')).toBeCloseTo(least(ketch.drive, 'dry'), 12)
  const stronger = changed(ketch.drive, (d) => {
    const [arm] = d.adjusters
    if (arm?.kind === 'spring-arm') Object.assign(arm, { preload: 1.25 * arm.preload, rate: 1.25 * arm.rate })
  })
  expect(of('tighter')).toBeCloseTo(least(stronger), 12)
  // A spring pulls no harder for more ribs; they only weigh more, which is thrown off again on both sides of the lever.
  expect(Math.abs(of('ribs') - found.now)).toBeLessThan(0.02)
  const reserves = found.tried.map(({ reserve }) => reserve)
  expect(reserves).toEqual(reserves.toSorted((a, b) => b - a))
})

test('a hand-set belt gains by ribs as by tension, and teeth need no help', () => {
  const skerry = settleDrive(vectorNamed('rod-1').drive)
  const found = whatHelps(skerry, 'main', POINTS)
  const ribs = found?.tried.find(({ help }) => help === 'ribs')?.reserve ?? NaN
  expect(ribs).toBeGreaterThan(found?.now ?? Infinity)
  expect(whatHelps(settleDrive(vectorNamed('toothed-1').drive), 'main', POINTS)).toBeUndefined()
})
