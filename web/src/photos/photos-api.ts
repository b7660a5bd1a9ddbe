import type { PhotoRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'

/** A large picture over a workshop's wireless takes its time. */
const TIMEOUT_MS = 120_000

export const addPhoto = (picture: Blob) =>
  ask<PhotoRecord>('/photos', { method: 'POST', file: picture, timeout: TIMEOUT_MS })

export const photoAddress = (id: string) => `/api/photos/${id}/screen`

/** The picture for those who have no camera at hand. */
export async function practicePhoto(): Promise<Blob> {
  const response = await fetch('/api/examples/photo')
  if (!response.ok) throw new Error('it is not part of this installation.')
  return response.blob()
}
