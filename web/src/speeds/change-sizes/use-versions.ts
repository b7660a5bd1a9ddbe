import { v4 as newId } from 'uuid'
import { fitPulleys, type DriveVersion, type PulleySize } from '@emery/core/resize'
import { stampNow } from '../../ui/preferences.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../../bench/bench-context.ts'
import { useSpeeds } from '../use-speeds.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import { sizeText } from './size-text.ts'
import { tell } from '../../ui/tell.ts'

/** Versions side by side beside the drive as it is: more do not fit on a screen. */
export const MAX_COMPARED = 3

interface Versions {
  /** Holds a version up to the drawing; null takes it down. */
  readonly hold: (version: DriveVersion | null) => void
  /** Puts a version's pulleys and belts on, as one step that can be undone, and so a version of its own. */
  readonly putOn: (version: DriveVersion) => void
  readonly isCompared: (sizes: readonly PulleySize[]) => boolean
  readonly toggleCompared: (sizes: readonly PulleySize[]) => void
  readonly full: boolean
}

/** What can be done with a version of the drive. */
export function useVersions(): Versions {
  const { store, settled } = useBench()
  const { compared } = useSpeeds()
  const lengths = useLengths()
  const { setSpeeds, edit } = store.getState()
  const has = (sizes: readonly PulleySize[]) => compared.some((each) => sameSizes(each, sizes))
  return {
    hold: (version) => {
      const trying = version === null ? null : { base: store.getState().drive, settled: version.settled }
      if (trying !== null || store.getState().speeds.trying !== null) setSpeeds({ trying })
    },
    putOn: (version) => {
      const fitted = version.sizes.map(({ pulley, size }) => ({ pulley, size, reading: newId() }))
      const what = version.sizes
        .map((each) => `${pulleyName(settled.drive, each.pulley)} ${sizeText(settled.drive, each, lengths)}`)
        .join(', ')
      const result = edit(`other pulleys: ${what}`, fitPulleys(fitted, version.belts, stampNow()))
      setSpeeds({ trying: null })
      if (result.ok) tell.success(`${what}: saved as a new version. Undo reverses it.`)
      else tell.error(`This cannot be saved: it ${result.message}.`)
    },
    isCompared: has,
    toggleCompared: (sizes) =>
      setSpeeds({
        compared: has(sizes) ? compared.filter((each) => !sameSizes(each, sizes)) : [...compared, sizes],
      }),
    full: compared.length >= MAX_COMPARED,
  }
}

function sameSizes(a: readonly PulleySize[], b: readonly PulleySize[]): boolean {
  const key = (sizes: readonly PulleySize[]) =>
    sizes
      .map(({ pulley, size }) => `${pulley} ${size.toFixed(4)}`)
      .toSorted()
      .join()
  return key(a) === key(b)
}
