import { App } from 'antd'
import { useStore } from 'zustand'
import type { DriveConflict } from '@emery/core'
import { createDrive } from '../api/drives.ts'
import { ConflictDialog } from './conflict-dialog.tsx'
import type { BenchStore } from './store/bench-store.ts'
import type { Saver } from './store/saver.ts'

interface ConflictProps {
  readonly conflict: DriveConflict
  readonly store: BenchStore
  readonly saver: Saver
  readonly vehicleId: string | null
}

/** Asks which of two versions to keep, and keeps it. */
export function Conflict({ conflict, store, saver, vehicleId }: ConflictProps) {
  const { message } = App.useApp()
  const mine = useStore(store, (state) => state.drive)
  const { current } = conflict
  const takeTheirs = () => {
    store.getState().replace('take the other version', current.document)
    saver.resolve(current, null)
  }
  const keepBoth = async () => {
    try {
      const copy = await createDrive({
        document: { ...mine, name: `${mine.name}, my copy` },
        vehicleId,
        reason: 'kept beside another version',
      })
      void message.success(`Yours is kept as ${copy.document.name}.`)
      takeTheirs()
    } catch (error) {
      void message.error(error instanceof Error ? error.message : 'The copy could not be made.')
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
