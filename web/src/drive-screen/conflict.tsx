import { useStore } from 'zustand'
import type { DriveConflict } from '@emery/core/api'
import { createDrive } from '../drives/drives-api.ts'
import { ConflictDialog } from './conflict-dialog.tsx'
import type { BenchStore } from '../bench/store/bench-store.ts'
import type { Saver } from '../bench/store/saver.ts'
import { tell } from '../ui/tell.ts'

interface ConflictProps {
  readonly conflict: DriveConflict
  readonly store: BenchStore
  readonly saver: Saver
  readonly vehicleId: string | null
}

/** Asks which of two versions to keep, and keeps it. */
export function Conflict({ conflict, store, saver, vehicleId }: ConflictProps) {
  const mine = useStore(store, (state) => state.drive)
  const { current } = conflict
  const takeTheirs = () => {
    store.getState().replace('use the other version', current.document)
    saver.resolve(current, null)
  }
  const keepBoth = async () => {
    try {
      const copy = await createDrive({
        document: { ...mine, name: `${mine.name}, my copy` },
        vehicleId,
        reason: 'saved as a copy',
      })
      tell.success(`Your version is saved as ${copy.document.name}.`)
      takeTheirs()
    } catch (error) {
      tell.error(error instanceof Error ? error.message : 'The copy could not be saved.')
    }
  }
  return (
    <ConflictDialog
      conflict={conflict}
      mine={mine}
      onKeepMine={() => saver.resolve(current, mine)}
      onTakeTheirs={takeTheirs}
      onKeepBoth={() => void keepBoth()}
    />
  )
}
