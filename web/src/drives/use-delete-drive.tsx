import { useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import { deleteDrive, driveKeys, restoreDrive } from './drives-api.ts'
import { useUndoToast } from '../ui/use-undo-toast.tsx'

interface DriveToDelete {
  readonly id: string
  readonly name: string
  /** The version that is on the screen: one that was changed since is not deleted unseen. */
  readonly version: number
}

/** Deletes a drive, with a way back for a while; resolves to whether it is gone. */
export function useDeleteDrive(): (drive: DriveToDelete) => Promise<boolean> {
  const queries = useQueryClient()
  const takeAway = useUndoToast()
  return useCallback(
    ({ id, name, version }) =>
      takeAway({
        key: `deleted-${id}`,
        said: `${name} is deleted.`,
        remove: () => deleteDrive(id, version),
        bringBack: () => restoreDrive(id),
        refresh: () => queries.invalidateQueries({ queryKey: driveKeys.lists }),
      }),
    [queries, takeAway],
  )
}
