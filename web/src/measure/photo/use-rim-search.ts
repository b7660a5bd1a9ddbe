import { wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Photo, PicturePoint } from '@emery/core/drive'
import { photoAddress } from '../../photos/photos-api.ts'
import type { RimsFound, RimsWork } from '../../workers/rims-work.ts'

/** What a press found, and which of it is shown. */
export interface RimInHand extends RimsFound {
  readonly at: number
}

export interface RimSearch {
  readonly found: RimInHand | null
  readonly busy: boolean
  /** Why nothing was found; null where something was, or nothing was looked for. */
  readonly failure: string | null
  readonly press: (at: PicturePoint) => Promise<RimInHand | null>
  /** Shows the next larger (1) or smaller (−1) of what was found. */
  readonly step: (by: 1 | -1) => RimInHand | null
  readonly forget: () => void
}

/** Looks for rims in a worker of its own, which keeps the picture in grey while it is marked. */
export function useRimSearch({ id, width }: Pick<Photo, 'id' | 'width'>): RimSearch {
  const [found, setFound] = useState<RimInHand | null>(null)
  const [state, setState] = useState<{ readonly busy: boolean; readonly failure: string | null }>({
    busy: false,
    failure: null,
  })
  const work = useRef<Remote<RimsWork> | null>(null)
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/rims.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<RimsWork>(worker)
    work.current = remote
    // Read ahead, so that the first press is as quick as the next; what fails is told when it is pressed.
    remote.ready(photoAddress(id), width).catch(() => undefined)
    return () => {
      work.current = null
      worker.terminate()
    }
  }, [id, width])
  const press = useCallback(
    async (at: PicturePoint): Promise<RimInHand | null> => {
      setState({ busy: true, failure: null })
      try {
        const result = await work.current?.find(photoAddress(id), width, at)
        const inHand = result === undefined || result.best < 0 ? null : { ...result, at: result.best }
        setFound(inHand)
        setState({
          busy: false,
          failure:
            inHand === null ? 'No rim was found round this place. Press nearer to its middle, or set marks.' : null,
        })
        return inHand
      } catch {
        setState({ busy: false, failure: 'This browser cannot look for rims here. Set marks round them instead.' })
        return null
      }
    },
    [id, width],
  )
  const step = useCallback(
    (by: 1 | -1): RimInHand | null => {
      if (found?.rims[found.at + by] === undefined) return null
      const next = { ...found, at: found.at + by }
      setFound(next)
      return next
    },
    [found],
  )
  const forget = useCallback(() => setFound(null), [])
  return { found, ...state, press, step, forget }
}
