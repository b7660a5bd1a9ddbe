import { describe, expect, test } from '@jest/globals'
import { speedsCsv } from '../exchange/speeds-csv.ts'
import { settleDrive } from '../path/settle.ts'
import { readVectors, vectorNamed } from '../testing/vectors.ts'
import { engineSpeedRefusal, setEngineSpeed, type EngineSpeed } from './engine-speeds.ts'
import { driveWords, speedsAt, tapeRatio } from './speeds-at.ts'
import { judgeRatio } from './typed-speed.ts'

test.each(readVectors().map(({ file, drive, solution }) => [file, drive, solution] as const))(
  'speeds at any engine speed are the vector’s ratios times it: %s',
  (_, drive, solution) => {
    const rpm = 1234.5
    const { shafts } = speedsAt(settleDrive(drive), rpm)
    for (const { id, ratio } of solution.shafts) {
      const at = shafts.find(({ shaft }) => shaft === id)
      // The independent program agrees to 1e-9 of a ratio.
      expect(at?.ratio).toBeCloseTo(ratio, 9)
      expect(at?.rpm).toBeCloseTo(ratio * rpm, 5)
    }
  },
)

test('a belt runs as fast as the crank’s cord: v = 2π·r·n / 60 000', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  // The vector's crank runs its cord at 81.85 mm.
  expect(speedsAt(settled, 1000).belts).toMatchObject([{ belt: 'main' }])
  expect(speedsAt(settled, 1000).belts[0]?.speed).toBeCloseTo((2 * Math.PI * 81.85 * 1000) / 60_000, 9)
})

test('how near a part is to the speed it is made for', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  const alternator = (rpm: number) => speedsAt(settled, rpm).shafts.find(({ shaft }) => shaft === 'alt')
  const most = settled.drive.shafts.find(({ id }) => id === 'alt')?.maxRpm ?? NaN
  expect(alternator(1000)?.ofMost).toBeCloseTo((alternator(1000)?.rpm ?? NaN) / most, 12)
  expect(speedsAt(settled, 1000).shafts.find(({ shaft }) => shaft === 'crank')?.ofMost).toBeNull()
})

test('a tape’s ratio multiplies outside diameters from belt to belt', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  const diameter = (id: string) => {
    const pulley = settled.drive.pulleys.find((each) => each.id === id)
    return pulley === undefined || pulley.face === 'toothed' ? NaN : (pulley.diameter ?? NaN)
  }
  expect(tapeRatio(settled, 'alt')).toBeCloseTo(diameter('crank.1') / diameter('alt.1'), 12)
  expect(tapeRatio(settleDrive(vectorNamed('toothed-1').drive), 'crank')).toBe(1)
})

describe('a ratio worked out by hand', () => {
  const known = { ratio: 2.5, tapeRatio: 2.6 }
  test.each([
    [2.5, 'right'],
    [2.53, 'right'],
    [2.6, 'tape'],
    [0.4, 'upside down'],
    [3.5, 'added'],
    [1.4, 'added'],
    [2, 'other'],
  ] as const)('%d is %s', (typed, slip) => {
    expect(judgeRatio(typed, known)).toBe(slip)
  })

  test('what is right is right, though it could be a slip as well', () => {
    // At a ratio of 1 the wrong way round is the right way round.
    expect(judgeRatio(1, { ratio: 1, tapeRatio: null })).toBe('right')
  })

  test('in words', () => {
    expect([2, 0.5, 1.005].map(driveWords)).toEqual(['overdriven', 'underdriven', 'as fast as the crank'])
  })
})

describe('engine speeds', () => {
  const engine = { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2100, maxRpm: 4800 } as const
  test.each([
    ['idleRpm', 0, 'Idle must be above zero'],
    ['idleRpm', NaN, 'Idle must be above zero'],
    ['idleRpm', 2200, 'Idle must not be above cruise (2100 rpm).'],
    ['cruiseRpm', 700, 'Cruise must not be below idle (800 rpm).'],
    ['cruiseRpm', 5000, 'Cruise must not be above the maximum speed (4800 rpm).'],
    ['maxRpm', 2000, 'The maximum speed must not be below cruise (2100 rpm).'],
  ] as readonly (readonly [EngineSpeed, number, string])[])('%s of %d is refused', (key, rpm, sentence) => {
    expect(engineSpeedRefusal({ engine }, key, rpm)).toContain(sentence)
  })

  test('any that keep their order are taken', () => {
    expect(engineSpeedRefusal({ engine }, 'maxRpm', 2100)).toBeUndefined()
    const draft = { engine: { ...engine } }
    setEngineSpeed('maxRpm', 5200)(draft as unknown as Parameters<ReturnType<typeof setEngineSpeed>>[0])
    expect(draft.engine).toEqual({ ...engine, maxRpm: 5200 })
  })
})

test('speeds as a table: from idle over whole hundreds to the highest, a column a shaft', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  const [heading = '', ...rows] = speedsCsv(settled).trim().split('\r\n')
  const { engine } = settled.drive
  expect(heading.split(',')[0]).toBe('engine_rpm')
  expect(heading.split(',')).toHaveLength(1 + settled.drive.shafts.length)
  const rpms = rows.map((row) => Number(row.split(',')[0]))
  expect([rpms[0], rpms.at(-1)]).toEqual([engine.idleRpm, engine.maxRpm])
  expect(rpms.slice(1, -1).every((rpm) => rpm % 100 === 0)).toBe(true)
  expect(rpms).toEqual(rpms.toSorted((a, b) => a - b))
  // The crank's own column is the engine's.
  const crank = heading.split(',').indexOf(settled.drive.shafts.find(({ kind }) => kind === 'crank')?.name ?? '')
  expect(rows.every((row) => row.split(',')[crank] === row.split(',')[0])).toBe(true)
})
