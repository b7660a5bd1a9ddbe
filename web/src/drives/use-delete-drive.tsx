import { useQueryClient } from '@tanstack/react-query'
import { App, Button } from 'antd'
import { useCallback } from 'react'
import { deleteDrive, driveKeys, restoreDrive } from '../api/drives.ts'

/** Seconds in which a deleted drive can be brought back from where it was deleted. */
const SECOND_THOUGHTS_S = 12

interface DriveToDelete {
  readonly id: string
  readonly name: string
  /** The version that is on the screen: one that was changed since is not deleted unseen. */
  readonly version: number
}

/** Deletes a drive, with a way back for a while; resolves to whether it is gone. */
export function useDeleteDrive(): (drive: DriveToDelete) => Promise<boolean> {
  const queries = useQueryClient()
  const { message } = App.useApp()
  return useCallback(
    async ({ id, name, version }) => {
      const attempt = async (work: () => Promise<unknown>) => {
        try {
          await work()
        } catch (error) {
          void message.error(error instanceof Error ? error.message : 'That did not work.')
          return false
        }
        await queries.invalidateQueries({ queryKey: driveKeys.lists })
        return true
      }
      if (!(await attempt(() => deleteDrive(id, version)))) return false
      const key = `deleted-${id}`
      const bringBack = () => {
        message.destroy(key)
        void attempt(() => restoreDrive(id))
      }
      void message.open({
        key,
        duration: SECOND_THOUGHTS_S,
        content: (
          <>
            {name} is deleted.{' '}
            <Button type="link" onClick={bringBack}>
              Bring it back
            </Button>
          </>
        ),
      })
      return true
    },
    [queries, message],
  )
}
