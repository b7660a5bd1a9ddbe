import { useCallback } from 'react'
import { v4 as newId } from 'uuid'
import { keepTensionReading, setInstallTension, type TensionReading } from '@emery/core'
import { stampNow } from '../../../app/preferences.ts'
import { useBench } from '../../bench-context.ts'
import type { EditResult } from '../../../readings/edit-result.ts'

type WithoutStamp<Reading> = Reading extends unknown ? Omit<Reading, 'id' | 'by' | 'at'> : never
/** A reading of tension as it is taken, before it has a name and a stamp. */
export type Kept = WithoutStamp<TensionReading>

/** Keeps a reading; with `setting`, in the same step as what the belt is set to now, N. */
export function useKeepReading(): (kept: Kept, setting?: number) => EditResult {
  const { store } = useBench()
  return useCallback(
    (kept, setting) => {
      const reading: TensionReading = { ...kept, id: newId(), ...stampNow() }
      return store.getState().edit('keep a reading of tension', (draft) => {
        keepTensionReading(reading)(draft)
        if (setting !== undefined && 'belt' in reading) setInstallTension(reading.belt, setting)(draft)
      })
    },
    [store],
  )
}
