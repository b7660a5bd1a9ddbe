import { useCallback, useState } from 'react'
import { v4 as newId } from 'uuid'
import { MAX_PHOTO_BYTES, MAX_TAKEN_BYTES, type PhotoRecord } from '@emery/core/api'
import { RequestFailure } from '../api/client.ts'
import { keepPicture } from './kept-pictures.ts'
import { addPhoto } from './photos-api.ts'
import { scaledPicture } from './scaled-picture.ts'

/** A picture that the server keeps, or will. */
export type LoadedPhoto = Pick<PhotoRecord, 'id' | 'width' | 'height'>

/** Sends a picture to be kept, and says in a sentence why one cannot be. */
export function usePhotoLoad(onLoaded: (photo: LoadedPhoto) => void): {
  readonly load: (what: () => Promise<Blob>, name: string) => Promise<void>
  readonly busy: boolean
  readonly refusal: string | null
} {
  const [state, setState] = useState<{ readonly busy: boolean; readonly refusal: string | null }>({
    busy: false,
    refusal: null,
  })
  const load = useCallback(
    async (what: () => Promise<Blob>, name: string) => {
      setState({ busy: true, refusal: null })
      try {
        const taken = await what()
        // Before it is unpacked: what that takes is many times as much.
        if (taken.size > MAX_TAKEN_BYTES)
          throw new Error('This photo is larger than 60 MB. Save it smaller and load it again.')
        const { picture, size } = await scaledPicture(taken)
        if (picture.size > MAX_PHOTO_BYTES)
          throw new Error('This photo is larger than 15 MB. Save it smaller and load it again.')
        const id = newId()
        const seen = size !== null && (await keepPicture(id, picture))
        try {
          onLoaded(await addPhoto(id, picture))
        } catch (error) {
          // Without a network it is worked with all the same, and sent when there is one.
          if (!seen || !(error instanceof RequestFailure && error.away)) throw error
          onLoaded({ id, ...size })
        }
        setState({ busy: false, refusal: null })
      } catch (error) {
        setState({
          busy: false,
          refusal: `${name}: ${error instanceof Error ? error.message : 'it could not be loaded.'}`,
        })
      }
    },
    [onLoaded],
  )
  return { load, ...state }
}
