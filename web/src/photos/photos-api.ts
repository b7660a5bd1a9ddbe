import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query'
import type { PhotoPage, PhotoRecord, PhotoUse } from '@emery/core/api'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

/** A large picture over a workshop's wireless takes its time. */
const TIMEOUT_MS = 120_000

/** `id` is given here, so that a picture can be spoken of before the server has it. */
export const addPhoto = (id: string, picture: Blob) =>
  write<PhotoRecord>({ method: 'POST', path: `/photos?id=${id}`, file: picture, timeout: TIMEOUT_MS })

export const photoAddress = (id: string) => `/api/photos/${id}/screen`

/** The picture for those who have no camera at hand. */
export async function practicePhoto(): Promise<Blob> {
  const response = await fetch('/api/examples/photo')
  if (!response.ok) throw new Error('it is not part of this installation.')
  return response.blob()
}

export const photosKey = ['pictures'] as const

/** Every picture that is kept, the newest first, and the room they take. */
export function photosQuery() {
  return infiniteQueryOptions({
    queryKey: photosKey,
    queryFn: ({ pageParam }) => ask<PhotoPage>(`/photos?from=${pageParam}`),
    initialPageParam: 0,
    getNextPageParam: ({ more }: PhotoPage, pages: PhotoPage[]) =>
      more ? pages.reduce((sum, { photos }) => sum + photos.length, 0) : undefined,
    staleTime: 0,
  })
}

/** The drives on which a picture is used. */
export function photoUsesQuery(id: string) {
  return queryOptions({
    queryKey: [...photosKey, 'uses', id],
    queryFn: async () => (await ask<{ drives: PhotoUse[] }>(`/photos/${id}/uses`)).drives,
    staleTime: 0,
  })
}

export const removePhoto = (id: string) => write<undefined>({ method: 'DELETE', path: `/photos/${id}` })
