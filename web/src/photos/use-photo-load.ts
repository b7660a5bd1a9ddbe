import { useCallback, useState } from 'react'
import { MAX_PHOTO_BYTES, type PhotoRecord } from '@emery/core/api'
import { addPhoto } from './photos-api.ts'
import { scaledPicture } from './scaled-picture.ts'

/** Sends a picture to be kept, and says in a sentence why one cannot be. */
export function usePhotoLoad(onLoaded: (photo: PhotoRecord) => void): {
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
        const picture = await scaledPicture(await what())
        if (picture.size > MAX_PHOTO_BYTES)
          throw new Error('This photo is larger than 15 MB. Save it smaller and load it again.')
        onLoaded(await addPhoto(picture))
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
