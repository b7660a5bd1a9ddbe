import { describe, expect, test } from '@jest/globals'
import { settleDrive } from '../path/settle.ts'
import { PracticeCar, type Run } from '../practice/car.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { changed } from '../testing/drives.ts'
import { FAULT_KINDS, faultRefusal, FAULTS, possibleFaults, withFaults, type FaultKind } from './faults.ts'

const drives = DEMO_DRIVES.map(demoDrive)

/** A drive that can have a fault, with where. */
function first(kind: FaultKind) {
  for (const drive of drives) {
    const [at] = FAULTS[kind].places(drive)
    if (at !== undefined) return { drive, at }
  }
  throw new Error(kind)
}

const loud = ({ loud: of }: Run) => Object.values(of).reduce((sum, each) => sum + each, 0)

describe('a fault', () => {
  test.each(FAULT_KINDS.filter((kind) => kind !== 'decoupler'))(
    '%s: at its worst it is told from a sound drive by how it runs or by what is seen',
    (kind) => {
      const { drive, at } = first(kind)
      const car = new PracticeCar(drive, [{ kind, at, size: FAULTS[kind].complains[1] }])
      const sound = new PracticeCar(drive, [])
      const [is, was] = [car, sound].map((each) => [0.25, 0.95].map((load) => each.run({ rpm: each.idle, load }))) as [
        Run[],
        Run[],
      ]
      const differs = is.some((run, i) => {
        const other = was[i]
        return (
          other === undefined ||
          Math.abs(loud(run) - loud(other)) > 0.02 ||
          Math.abs(run.nod - other.nod) > 0.3 ||
          run.entry.some((each, k) => Math.abs(each - (other.entry[k] ?? 0)) > 0.05)
        )
      })
      const isSeen = JSON.stringify(car.trouble) !== '{}' || JSON.stringify(car.faulty.drive) !== JSON.stringify(drive)
      expect({ kind, differs: differs || ['wrong-belt', 'too-long', 'too-short'].includes(kind), isSeen }).toEqual({
        kind,
        differs: true,
        isSeen: true,
      })
    },
  )

  test('leaves the drive it is put into as it was', () => {
    const [drive] = drives
    if (drive === undefined) throw new Error('no drive')
    const before = JSON.stringify(drive)
    for (const { kind, places } of possibleFaults(drive))
      withFaults(drive, [{ kind, at: places[0] ?? '', size: FAULTS[kind].complains[0] }])
    expect(JSON.stringify(drive)).toBe(before)
  })

  test('adds to another: shares multiply, sizes add up', () => {
    const { drive, at } = first('worn-belt')
    const { trouble } = withFaults(drive, [
      { kind: 'worn-belt', at, size: 0.5 },
      { kind: 'contaminated', at, size: 0.4 },
    ])
    // (1 − 0.6·0.5)·(1 − 0.75·0.4)
    expect(trouble.grip?.[at]).toBeCloseTo(0.7 * 0.7, 12)
    const shaft = FAULTS.seized.places(drive)[0] ?? ''
    const both = withFaults(drive, [
      { kind: 'seized', at: shaft, size: 20 },
      { kind: 'bad-bearing', at: shaft, size: 1 },
    ])
    expect(both.trouble.drag?.[shaft]).toBeCloseTo(20.3, 12)
  })

  test.each([
    ['a size beyond all', { kind: 'too-long', at: 'main', size: 500 }, /from 0 to 60 mm/],
    ['a place that cannot have it', { kind: 'too-long', at: 'crank', size: 10 }, /It can be at main/],
    ['a size that is no number', { kind: 'damper', at: 'crank.1', size: NaN }, /from 0 to 5/],
  ] as const)('is refused for %s', (_, fault, words) => {
    expect(faultRefusal(demoDrive('ketch-main'), fault)).toMatch(words)
  })

  test('that nothing on the drive could have says so', () => {
    expect(faultRefusal(demoDrive('linnet-toothed'), { kind: 'glazed', at: 'main', size: 1 })).toMatch(
      /nothing that could have it/,
    )
  })
})

test('a clutch lets its rotor run on; one that is locked shakes the belt', () => {
  const drive = changed(demoDrive('ketch-main'), (draft) => {
    const alternator = draft.shafts.find(({ kind }) => kind === 'alternator')
    if (alternator !== undefined) alternator.clutch = 'decoupler'
  })
  const at = drive.shafts.find(({ clutch }) => clutch !== undefined)?.id ?? ''
  const nod = (faults: ConstructorParameters<typeof PracticeCar>[1]) => {
    const car = new PracticeCar(drive, faults)
    return car.run({ rpm: car.idle, load: 0.5 }).nod
  }
  expect(nod([])).toBeLessThan(0.9 * nod([{ kind: 'decoupler', at, size: 1 }]))
  expect(settleDrive(drive).belts).toHaveLength(1)
})
