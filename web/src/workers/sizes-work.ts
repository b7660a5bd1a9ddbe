import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import {
  driveVersion,
  searchBestSizes,
  type BestSizes,
  type BestSizesProgress,
  type DriveVersion,
  type FreePulley,
  type SizeStep,
} from '@emery/core/resize'
import type { ShopRules } from '@emery/core/rules'
import { lengthText, type LengthStyle } from '@emery/core/units'

export interface SizesQuestion {
  readonly free: readonly FreePulley[]
  readonly step: SizeStep
  readonly rules: ShopRules
  readonly style: LengthStyle
}

/** The best sets, each worked out to its belts. */
export interface SizesFound extends Omit<BestSizes, 'sets'> {
  readonly sets: readonly Pick<DriveVersion, 'sizes'>[]
}

/** What the worker does; the same function runs without one in tests. */
export const sizesWork = {
  /** Searches to the end, telling now and then how far it has come. */
  search(
    drive: CheckedDrive,
    { free, step, rules, style }: SizesQuestion,
    onProgress: (progress: BestSizesProgress) => void,
  ): SizesFound {
    const settled = settleDrive(drive)
    const search = searchBestSizes(settled, free, { step, rules })
    for (;;) {
      const next = search.next()
      if (next.done !== true) {
        onProgress(next.value)
        continue
      }
      // A set whose belts cannot be bought is of no use to anyone.
      const sets = next.value.sets
        .map(({ sizes }) => driveVersion(settled, sizes, { rules, lengthText: (mm) => lengthText(mm, { style }) }))
        .filter(({ goes, sizes }) => goes && sizes.length > 0)
        .map(({ sizes }) => ({ sizes }))
      return { ...next.value, sets }
    }
  },
}

export type SizesWork = typeof sizesWork
