import { expect, test } from '@jest/globals'
import type { Point } from '../numerics/vectors.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { randomFront, rmsApart, surveyed, type TrueFront } from '../testing/surveys.ts'
import type { SurveyDistance } from './survey-types.ts'

/** Readings that just place every pulley, two for each, so that every one may have a mirror image of its own. */
function barely({ places }: TrueFront, random: () => number): SurveyDistance[] {
  const between = (a: Point & { id: string }, b: Point & { id: string }) => ({
    from: a.id,
    to: b.id,
    kind: 'centre' as const,
    value: Math.hypot(a.x - b.x, a.y - b.y),
  })
  return places.flatMap((each, i) =>
    places
      .slice(0, i)
      .toSorted(() => random() - 0.5)
      .slice(0, 2)
      .map((earlier) => between(each, earlier)),
  )
}

test(`questions answered as it is on the engine lead to the engine, seed ${SEED}`, () => {
  const random = randomFrom(SEED)
  const wrong: string[] = []
  for (let n = 0; n < 40; n++) {
    const front = randomFront(random, 4 + (n % 4))
    const apart = rmsApart(surveyed(front, barely(front, random)).pulleys, front.places)
    // Readings without noise: what is left is the fit's own rounding.
    if (!(apart < 0.01)) wrong.push(`front ${n} of ${front.places.length} pulleys: ${apart.toFixed(1)} mm`)
  }
  expect(wrong).toEqual([])
})
