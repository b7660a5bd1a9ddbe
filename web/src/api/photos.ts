import type { PhotoRecord } from '@emery/core'
import { ask } from './client.ts'

/** Bytes of a picture the server takes. */
export const MOST_PHOTO_BYTES = 15_000_000
/** A large picture over a workshop's wireless takes its time. */
const PATIENCE_MS = 120_000

export const addPhoto = (picture: Blob, by: string) =>
  ask<PhotoRecord>(`/photos?by=${encodeURIComponent(by)}`, { method: 'POST', file: picture, patience: PATIENCE_MS })

export const photoAddress = (id: string) => `/api/photos/${id}/screen`

/** The picture for those who have no camera at hand. */
export async function practicePhoto(): Promise<Blob> {
  return (await fetch('/api/examples/photo')).blob()
}
