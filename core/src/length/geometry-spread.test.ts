import { expect, test } from '@jest/globals'
import { settleDrive } from '../path/settle.ts'
import { loopDrive } from '../testing/drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { measuredDrive, onlyBelt, randomTensionedDrive } from '../testing/tensioned-drives.ts'
import { mustCheck } from '../testing/vectors.ts'
import { geometrySpread } from './geometry-spread.ts'

function spreadOf(drive: Parameters<typeof settleDrive>[0]): number {
  const settled = settleDrive(drive)
  const [belt] = settled.belts
  return belt === undefined ? NaN : (geometrySpread(drive, belt, settled.places) ?? NaN)
}

test('two equal pulleys: the far one’s own error counts twice along the line, half a turn of each diameter’s', () => {
  const drive = loopDrive([
    { x: 0, y: 0, diameter: 100 },
    { x: 0, y: 300, diameter: 100 },
  ])
  // g = û_in − û_out = 2 along the line; 1 mm for a place nobody has said how it was found; (π/2)·0.5 mm for each diameter.
  expect(spreadOf(drive)).toBeCloseTo(Math.sqrt(4 + 2 * (Math.PI / 4) ** 2), 4)
  const typed = mustCheck({
    ...drive,
    shafts: drive.shafts.map((shaft) =>
      shaft.id === 'p1' ? { ...shaft, placed: { how: 'dragged' as const, by: '', at: '2026-01-01T00:00:00Z' } } : shaft,
    ),
  })
  // Dragged to its place: 3 mm.
  expect(spreadOf(typed)).toBeCloseTo(Math.sqrt(36 + 2 * (Math.PI / 4) ** 2), 4)
})

test('a tape along the line makes it surer', () => {
  const drive = loopDrive([
    { x: 0, y: 0, diameter: 100 },
    { x: 0, y: 300, diameter: 100 },
  ])
  const distance = { id: 'd', from: 'p0', to: 'p1', kind: 'centre' as const, value: 300, sigma: 0.1, written: '' }
  const taped = mustCheck({
    ...drive,
    survey: { distances: [{ ...distance, by: '', at: '2026-01-01T00:00:00Z' }], sides: [] },
  })
  expect(spreadOf(taped)).toBeLessThan(0.3 + Math.sqrt(2 * (Math.PI / 4) ** 2))
})

test('on random drives measured by tape it is what the length is truly off by, within a quarter', () => {
  const random = randomFrom(SEED)
  let [square, told] = [0, 0]
  const rounds = runs(120, 1200)
  for (let round = 0; round < rounds; round++) {
    const truth = randomTensionedDrive(random)
    // Diameters at the spread that is taken for them, distances at 2 mm.
    const measured = measuredDrive(truth, random, { diameters: 0.5, distances: 2 })
    const off =
      (onlyBelt(measured).adjuster?.lengthAt(0.275)?.length ?? NaN) -
      (onlyBelt(truth).adjuster?.lengthAt(0.275)?.length ?? NaN)
    square += off ** 2
    told += spreadOf(measured) ** 2
  }
  const ratio = Math.sqrt(told / square)
  // A hundred and twenty draws tell a spread to a fifteenth; the model itself leaves out the arm.
  expect({ seed: SEED, within: ratio > 0.72 && ratio < 1.25, ratio }).toMatchObject({ within: true })
})
