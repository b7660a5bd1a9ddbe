import { describe, expect, test } from '@jest/globals'
import type { Adjuster } from '../adjusters/adjuster.ts'
import { ADJUSTER_KINDS, kindOf } from '../adjusters/kinds.ts'
import type { Point } from '../numerics/vectors.ts'
import { putAdjuster } from '../drive/edits-parts.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { settleDrive } from '../path/settle.ts'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { newAdjuster } from './new-adjuster.ts'

const bare = (() => {
  const draft = structuredClone(vectorNamed('serpentine-1').drive) as DriveDraft
  draft.adjusters = []
  draft.belts.forEach((belt) => (belt.adjuster = null))
  return mustCheck(draft)
})()
const site = { shaft: 'tens', pulley: 'tens.1', belt: 'main' }
const kinds = ADJUSTER_KINDS
const handlesOf = (adjuster: Adjuster, stated: Point) => kindOf(adjuster).handles(adjuster, stated)
const swapEnds = (adjuster: Adjuster) => kindOf(adjuster).swapped(adjuster) ?? adjuster

test.each(kinds)('a new %s stands at its shaft and takes the belt up', (kind) => {
  const adjuster = newAdjuster(bare, kind, kind === 'turnbuckle' ? { ...site, shaft: 'alt', pulley: 'alt.1' } : site)
  if (adjuster === undefined) throw new Error('none made')
  const draft = structuredClone(bare) as DriveDraft
  putAdjuster(adjuster, ['main'])(draft)
  const settled = settleDrive(mustCheck(draft)).belts[0]?.adjuster
  const [low, high] = [settled?.lengthAt(0.25)?.length, settled?.lengthAt(0.75)?.length]
  // A rod's ends are its shortest and longest; which of them takes up depends on where it is hung.
  if (kind === 'turnbuckle') expect(low).not.toBeCloseTo(high ?? NaN, 3)
  else expect(high).toBeGreaterThan(low ?? Infinity)
})

test('there is none for a shaft without a place', () => {
  const draft = structuredClone(bare) as DriveDraft
  Object.assign(draft.shafts.find(({ id }) => id === 'tens') as object, { x: null, y: null })
  expect(newAdjuster(mustCheck(draft), 'slide', site)).toBeUndefined()
})

describe('handles', () => {
  const stated = { x: -143, y: 55 }
  test.each(kinds.filter((kind) => kind !== 'shim'))('a %s follows the handle that is pulled', (kind) => {
    const adjuster = newAdjuster(bare, kind, site)
    if (adjuster === undefined) throw new Error('none made')
    for (const { name, at, moved } of handlesOf(adjuster, stated)) {
      const to = { x: at.x + 3, y: at.y + 4 }
      const after = handlesOf(moved(to), stated).find((handle) => handle.name === name)
      const pivot = 'pivot' in adjuster && name !== 'pivot' && kind !== 'turnbuckle' ? adjuster.pivot : undefined
      if (pivot !== undefined) {
        // An end of an arm goes round its pivot toward the hand; angles are kept to a tenth of a degree.
        const angle =
          Math.atan2(to.y - pivot.y, to.x - pivot.x) -
          Math.atan2((after?.at.y ?? 0) - pivot.y, (after?.at.x ?? 0) - pivot.x)
        expect(Math.abs(Math.sin(angle))).toBeLessThan(0.002)
      } else if (kind === 'slide' && name === 'slack end') {
        expect(Math.hypot((after?.at.x ?? 0) - to.x, (after?.at.y ?? 0) - to.y)).toBeLessThanOrEqual(5.1)
      } else {
        expect(after?.at.x).toBeCloseTo(to.x, 0)
        expect(after?.at.y).toBeCloseTo(to.y, 0)
      }
    }
  })

  test('swapped ends are swapped back', () => {
    for (const kind of kinds) {
      const adjuster = newAdjuster(bare, kind, site)
      if (adjuster !== undefined) expect(swapEnds(swapEnds(adjuster))).toEqual(adjuster)
    }
  })
})
