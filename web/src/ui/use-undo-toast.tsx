import { useCallback } from 'react'
import { PlainButton } from './plain-button.tsx'
import { tell } from './tell.ts'

/** Seconds in which what was taken away can be brought back from where it was taken. */
const SECOND_THOUGHTS_S = 12

interface Removal {
  /** Tells this removal's message from others. */
  readonly key: string
  /** What is said once it is done: `6PK1725 is off the shelf.` */
  readonly said: string
  readonly remove: () => Promise<unknown>
  readonly bringBack: () => Promise<unknown>
  /** Fetches again what either has changed. */
  readonly refresh: () => Promise<unknown>
}

/** Takes something away at once, with a way back for a while; resolves to whether it is gone. */
export function useUndoToast(): (removal: Removal) => Promise<boolean> {
  return useCallback(async ({ key, said, remove, bringBack, refresh }) => {
    const attempt = async (work: () => Promise<unknown>) => {
      try {
        await work()
        return true
      } catch (error) {
        tell.error(error instanceof Error ? error.message : 'That failed. Try again.')
        return false
      } finally {
        await refresh()
      }
    }
    if (!(await attempt(remove))) return false
    const undo = () => {
      tell.takeBack(key)
      void attempt(bringBack)
    }
    tell.offer(
      key,
      <>
        {said}{' '}
        <PlainButton kind="quiet" onClick={undo}>
          Undo
        </PlainButton>
      </>,
      SECOND_THOUGHTS_S,
    )
    return true
  }, [])
}
