import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { confirmAdjuster, putAdjuster } from '../drive/edits-parts.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { newAdjuster } from '../measure/new-adjuster.ts'
import { settleDrive } from '../path/settle.ts'
import { moveForTension } from '../tension/setting.ts'
import { spanTensions } from '../tension/span-tensions.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import type { Adjuster } from './adjuster.ts'
import { isAssumed } from './assumed.ts'
import { ADJUSTER_KINDS, kindOf } from './kinds.ts'

/** The pickup's generator on its bolt, and the van's spring arm. */
const fenland = demoDrive('fenland-vee')
const ketch = demoDrive('ketch-main')

function after(drive: CheckedDrive, ...edits: readonly ((draft: DriveDraft) => void)[]): CheckedDrive {
  const draft = structuredClone(drive) as DriveDraft
  for (const edit of edits) edit(draft)
  return draft as CheckedDrive
}
const swingOf = (drive: CheckedDrive) =>
  drive.adjusters.find(({ kind }) => kind === 'swing') as Adjuster & { kind: 'swing' }

describe('an adjuster that was just added', () => {
  const site = { shaft: swingOf(fenland).shaft, belt: fenland.belts[0]?.id ?? '' }

  test.each(ADJUSTER_KINDS)('of kind %s is assumed in all but what it is', (kind) => {
    const made = newAdjuster(fenland, kind, { ...site, pulley: fenland.pulleys[1]?.id ?? '' })
    expect(made).toBeDefined()
    if (made === undefined) return
    const chosen = ['id', 'kind', 'shaft', 'pulley', 'assumed']
    expect(made.assumed?.toSorted()).toEqual(
      Object.keys(made)
        .filter((key) => !chosen.includes(key))
        .toSorted(),
    )
  })
})

describe('what is assumed', () => {
  const swing: Adjuster & { kind: 'swing' } = { ...swingOf(fenland), assumed: ['pivot', 'angleFrom', 'angleTo'] }
  const drive = after(
    fenland,
    (draft) =>
      void (draft.adjusters = draft.adjusters.map((each) =>
        each.id === swing.id ? structuredClone(swing) : each,
      ) as typeof draft.adjusters),
  )
  const assumedAfter = (...edits: readonly ((draft: DriveDraft) => void)[]) => swingOf(after(drive, ...edits)).assumed

  test('is read by being typed or dragged, key by key', () => {
    expect(assumedAfter(putAdjuster({ ...swing, angleFrom: swing.angleFrom + 3 }))).toEqual(['pivot', 'angleTo'])
    expect(assumedAfter(putAdjuster({ ...swing, pivot: { x: 1, y: 2 } }))).toEqual(['angleFrom', 'angleTo'])
  })

  test('is read by being typed as it stood there', () => {
    expect(assumedAfter(confirmAdjuster(swing.id, 'pivot'))).toEqual(['angleFrom', 'angleTo'])
    expect(assumedAfter(confirmAdjuster(swing.id))).toBeUndefined()
  })

  test('is not read by exchanging its ends', () => {
    const swapped = kindOf(swing).swapped(swing)
    expect(swapped).not.toBeNull()
    if (swapped !== null) expect(assumedAfter(putAdjuster(swapped))).toEqual(['pivot', 'angleFrom', 'angleTo'])
  })

  test('is confirmed as a whole by whoever has looked', () => {
    expect(assumedAfter(confirmAdjuster(swing.id))).toBeUndefined()
  })

  test('carries no advice in turns or degrees', () => {
    const belt = (of: CheckedDrive) => settleDrive(of).belts.find(({ adjuster }) => adjuster?.adjuster.id === swing.id)
    const [read, assumed] = [belt(fenland), belt(drive)]
    if (read === undefined || assumed === undefined) throw new Error('the pickup has no such belt')
    expect(moveForTension(read, 200, 300)).not.toBeNull()
    expect(moveForTension(assumed, 200, 300)).toBeNull()
  })
})

test('tighter is whatever makes the path longer, whichever end was named first', () => {
  const swing = swingOf(fenland)
  const swapped = kindOf(swing).swapped(swing)
  if (swapped === null) throw new Error('a swing can be exchanged')
  const by = (drive: CheckedDrive, from: number, to: number) => {
    const belt = settleDrive(drive).belts.find(({ adjuster }) => adjuster?.adjuster.id === swing.id)
    return belt === undefined ? undefined : moveForTension(belt, from, to)?.by
  }
  const reversed = after(fenland, putAdjuster(swapped))
  for (const drive of [fenland, reversed]) {
    // Too slack: it goes out. Too tight: it goes back.
    expect(by(drive, 200, 300)).toBeGreaterThan(0)
    expect(by(drive, 300, 200)).toBeLessThan(0)
  }
})

test('a spring that nobody has read leaves the grip open', () => {
  const arm = ketch.adjusters.find(({ kind }) => kind === 'spring-arm')
  if (arm === undefined) throw new Error('the van has no spring arm')
  const assumed = after(ketch, (draft) => {
    const mine = draft.adjusters.find(({ id }) => id === arm.id)
    if (mine !== undefined) mine.assumed = ['preload']
  })
  expect(isAssumed(assumed.adjusters.find(({ id }) => id === arm.id) ?? arm)).toBe(true)
  const point = { rpm: 2000, load: 1 }
  const reserves = (drive: CheckedDrive) =>
    spanTensions(settleDrive(drive), point).map(({ worst }) => worst.gripReserve)
  expect(reserves(ketch).every((reserve) => reserve !== null)).toBe(true)
  expect(reserves(assumed)).toContain(null)
})
