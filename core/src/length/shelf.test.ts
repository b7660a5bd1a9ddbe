import { describe, expect, test } from '@jest/globals'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { loopDrive } from '../testing/drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { onlyBelt, randomTensionedDrive } from '../testing/tensioned-drives.ts'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { fitLength, fitSituation } from './verdict.ts'
import { grooveUses } from './grooves.ts'
import { statedMinusCord } from '../sections/families.ts'
import { beltsTogether, bestSets } from './together.ts'
import { doubtLength, nearSizes, placesForBelt, searchShelf, shelfBeltsFor } from './shelf.ts'

function beltOf(name: string, index = 0): SettledBelt {
  const belt = settleDrive(vectorNamed(name).drive).belts[index]
  if (belt === undefined) throw new Error(`no belt ${index}`)
  return belt
}

const hung = (length: number, ribs = 6, section: 'PK' | 'V13' = 'PK') => ({
  section,
  ribs,
  length,
  mark: section === 'PK' ? `${ribs}PK${length}` : `AV13X${length}`,
  place: 'Hook 1',
  note: '',
})

describe('belts of the shelf for a drive', () => {
  const belt = beltOf('serpentine-1')

  test('the right section, as many ribs or one fewer, and a length it can hold; best first', () => {
    const shelf = [hung(1690), hung(1670), hung(1670, 5), hung(1670, 7), hung(1670, 1, 'V13'), hung(2300), hung(900)]
    const found = shelfBeltsFor(belt, shelf)
    expect(found.map(({ belt: { mark }, fit }) => [mark, fit.verdict])).toEqual([
      ['6PK1670', 'good'],
      ['6PK1690', 'long'],
      ['5PK1670', 'good'],
    ])
    expect(found.map(({ ribsMore }) => ribsMore)).toEqual([0, 0, -1])
  })

  test('every one is judged as if it were alone, on random drives', () => {
    const random = randomFrom(SEED)
    for (let round = 0; round < 20; round++) {
      const drive = randomTensionedDrive(random)
      const settled = onlyBelt(drive)
      const situation = fitSituation(settled)
      if (situation === undefined) throw new Error(`seed ${SEED}, round ${round}: takes no belt`)
      const from = situation.stretch.lengthFrom - 20
      const shelf = Array.from({ length: 60 }, () => hung(Math.round(from + 100 * random())))
      const found = new Set(shelfBeltsFor(settled, shelf).map(({ belt: each }) => each))
      for (const each of shelf) {
        const { verdict } = fitLength(situation, each.length)
        if (found.has(each) !== (verdict !== 'too short' && verdict !== 'too long'))
          throw new Error(`seed ${SEED}, round ${round}: ${each.length} is ${verdict}`)
      }
    }
  })

  test('on fixed centres the strain decides', () => {
    const [fixed] = settleDrive(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 0, y: 300, diameter: 100 },
      ]),
    ).belts
    if (fixed === undefined) throw new Error('no belt')
    // The path wants 914.2; a belt of 905 is 1 % shorter than that.
    expect(shelfBeltsFor(fixed, [hung(905), hung(914), hung(880)]).map(({ belt: { length } }) => length)).toEqual([905])
  })
})

test('the other way round: where on a drive a belt goes', () => {
  const { drive } = vectorNamed('serpentine-1')
  expect(placesForBelt(drive, hung(1670))).toMatchObject([{ belt: 'main', ribsMore: 0, fit: { verdict: 'good' } }])
  expect(placesForBelt(drive, hung(1670, 1, 'V13'))).toEqual([])
  expect(placesForBelt(drive, hung(2300))).toEqual([])
})

describe('looking through the shelf', () => {
  const shelf = [hung(1655), hung(1690), hung(1670), hung(1670, 5), { ...hung(900, 4), place: 'Box 1690' }]

  test('the nearest sizes to either side', () => {
    expect(nearSizes(shelf, hung(1670))).toMatchObject({ below: { length: 1655 }, above: { length: 1690 } })
    expect(nearSizes(shelf, hung(1690))).toMatchObject({ below: { length: 1670 }, above: null })
  })

  test('a mark finds what is near it, nearest first; other words what has them', () => {
    expect(searchShelf(shelf, '6PK1672').map(({ mark }) => mark)).toEqual(['6PK1670', '6PK1655', '6PK1690'])
    expect(searchShelf(shelf, '658K6').map(({ mark }) => mark)).toEqual(['6PK1670', '6PK1655', '6PK1690'])
    expect(searchShelf(shelf, 'box').map(({ mark }) => mark)).toEqual(['4PK900'])
    expect(searchShelf(shelf, '1690').map(({ mark }) => mark)).toEqual(['6PK1690', '4PK900'])
    expect(searchShelf(shelf, '  ')).toHaveLength(shelf.length)
    expect(searchShelf(shelf, 'nothing like it')).toEqual([])
  })
})

describe('a length that cannot be meant', () => {
  test.each([
    [0, 'above zero'],
    [-5, 'above zero'],
    [68, 'Did you mean 68 in \\(1727 mm\\)'],
    [2, '^A 2 mm belt is too short for any drive\\.$'],
  ] as const)('%d mm', (length, words) => {
    expect(doubtLength(length, 'PK')).toMatch(new RegExp(words))
  })

  test('is asked about by the reach where that is known', () => {
    const reach = { shortest: 1660, longest: 1700 }
    expect(doubtLength(66, 'PK', reach)).toMatch(/66 in/)
    expect(doubtLength(40, 'PK', reach)).not.toMatch(/ in /)
    expect(doubtLength(1675, 'PK', reach)).toBeUndefined()
  })
})

describe('ribs and grooves', () => {
  const loop = (grooves: readonly number[], ribs: number, z: readonly number[] = []) => {
    const drive = loopDrive(
      [
        { x: 0, y: 0, diameter: 140 },
        { x: 200, y: 100, diameter: 80 },
        { x: 0, y: 260, diameter: 70 },
      ],
      { ribs },
    )
    const changed = mustCheck({
      ...drive,
      pulleys: drive.pulleys.map((pulley, i) => ({ ...pulley, grooves: grooves[i] ?? ribs, z: z[i] ?? 0 })),
    })
    return grooveUses(onlyBelt(changed))
  }

  test('a groove more: the belt runs where it lines up, and one stays empty', () => {
    // Seven grooves about z = −1.78 have their first six about 0: half a pitch forward.
    expect(loop([6, 7, 6], 6, [0, -1.78, 0])).toMatchObject([
      { pulley: 'p1', first: 1, last: 6, empty: [7], missing: 0 },
    ])
    expect(loop([6, 7, 6], 6, [0, 1.78, 0])).toMatchObject([{ pulley: 'p1', first: 2, last: 7, empty: [1] }])
  })

  test('a groove fewer: ribs hang over', () => {
    expect(loop([6, 5, 6], 6)).toMatchObject([{ pulley: 'p1', missing: 1, empty: [] }])
  })

  test('as many as ribs: nothing to say', () => {
    expect(loop([6, 6, 6], 6)).toEqual([])
  })
})

describe('two belts that move each other', () => {
  /** A crank, a swinging alternator, and a second belt from the crank to the same alternator. */
  function shared() {
    const pulley = (id: string, shaft: string, diameter: number) => ({
      id,
      shaft,
      face: 'vee',
      section: 'V13',
      grooves: 1,
      diameter,
      diameterAt: 'outside',
    })
    const belt = (id: string, route: readonly string[]) => ({
      id,
      name: id,
      section: 'V13',
      ribs: 1,
      length: null,
      adjuster: 'swing',
      route: route.map((each) => ({ pulley: each, contact: 'ribs' })),
    })
    return mustCheck({
      format: 'emery-drive',
      version: 1,
      name: 'Shared',
      notes: '',
      engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 4000 },
      shafts: [
        { id: 'crank', name: 'Crank', kind: 'crank', x: 0, y: 0 },
        { id: 'alt', name: 'Alternator', kind: 'alternator', x: 240, y: 120 },
      ],
      pulleys: [
        pulley('c1', 'crank', 140),
        pulley('c2', 'crank', 150),
        pulley('a1', 'alt', 70),
        pulley('a2', 'alt', 75),
      ],
      belts: [belt('one', ['c1', 'a1']), belt('two', ['c2', 'a2'])],
      adjusters: [{ id: 'swing', kind: 'swing', shaft: 'alt', pivot: { x: 240, y: 20 }, angleFrom: 110, angleTo: 60 }],
    })
  }

  test('are found, and belts apart are not', () => {
    expect(beltsTogether(settleDrive(shared()), 'one')).toEqual(['two'])
    expect(beltsTogether(settleDrive(vectorNamed('serpentine-1').drive), 'main')).toEqual([])
  })

  test('get lengths that fit with the other one on', () => {
    const drive = shared()
    const [best] = bestSets(settleDrive(drive), ['one', 'two'])
    if (best === undefined) throw new Error('no pair')
    expect(best.chance).toBeGreaterThan(0.1)
    // With both on, what the second path wants where the first one sets the arm is its own length, within the doubt of a belt.
    const [one, two] = settleDrive({
      ...drive,
      belts: drive.belts.map((each, i) => ({ ...each, length: best.lengths[i] ?? null })),
    }).belts
    const wanted = two?.adjuster?.lengthAt(one?.adjuster?.u ?? NaN)?.length ?? NaN
    expect(Math.abs(wanted - (best.lengths[1] ?? NaN))).toBeLessThan(0.006 * wanted)
  })

  test('from straps alone, each with the chance that both fit, best first', () => {
    // 900 and 940 mm with the slide at its slack end; nothing else is known.
    const drive = shared()
    const bare = {
      ...drive,
      shafts: drive.shafts.map((shaft) => (shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null })),
      lengths: (['one', 'two'] as const).map((belt, i) => ({
        id: belt,
        belt,
        written: '',
        by: '',
        at: '2026-01-01T00:00:00Z',
        how: 'aid' as const,
        aid: 'strap' as const,
        thickness: 2,
        value: 900 + 37.5 * i,
        u: 0,
      })),
    }
    const sets = bestSets(settleDrive(mustCheck(bare)), ['one', 'two'])
    expect(sets).toHaveLength(3)
    expect(sets.map(({ chance }) => chance)).toEqual(sets.map(({ chance }) => chance).toSorted((a, b) => b - a))
    // Two belts of a step of 12.5 mm on one slide: nobody can promise much, and nothing is promised.
    expect(sets[0]?.chance).toBeLessThan(0.6)
    expect((sets[0]?.lengths[1] ?? 0) - (sets[0]?.lengths[0] ?? 0)).toBeCloseTo(37.5, 6)
  })

  test('a belt on fixed centres beside one whose adjuster moves its pulley gets the length that the other leaves it', () => {
    const drive = shared()
    const fixed = mustCheck({
      ...drive,
      belts: drive.belts.map((each, i) => (i === 1 ? { ...each, adjuster: null } : each)),
    })
    const settled = settleDrive(fixed)
    expect(beltsTogether(settled, 'one')).toEqual(['two'])
    const [best] = bestSets(settled, ['one', 'two'])
    if (best === undefined) throw new Error('no pair')
    const both = settleDrive({
      ...fixed,
      belts: fixed.belts.map((each, i) => ({ ...each, length: best.lengths[i] ?? null })),
    })
    const [, two] = both.belts
    const path = two?.path.ok === true ? two.path.length + statedMinusCord('V13') : NaN
    // Tight by its strain alone: shorter than its path by a percent at the most.
    expect(path - (best.lengths[1] ?? NaN)).toBeGreaterThan(-6)
    expect(path - (best.lengths[1] ?? NaN)).toBeLessThan(0.02 * path)
  })

  test('a third belt by way of the second is chosen with them', () => {
    const drive = shared()
    const three = mustCheck({
      ...drive,
      pulleys: [
        ...drive.pulleys,
        ...drive.pulleys.slice(0, 2).map((each, i) => ({ ...each, id: `x${i}`, shaft: i === 0 ? 'crank' : 'alt' })),
      ],
      belts: [
        ...drive.belts,
        { ...drive.belts[0], id: 'three', route: ['x0', 'x1'].map((pulley) => ({ pulley, contact: 'ribs' })) },
      ],
    })
    const settled = settleDrive(three)
    expect(beltsTogether(settled, 'one')).toEqual(['two', 'three'])
    const [best] = bestSets(settled, ['one', 'two', 'three'])
    expect(best?.lengths).toHaveLength(3)
  })
})
