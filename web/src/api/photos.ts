import type { PhotoRecord } from '@emery/core'
import { ask } from './client.ts'

/** A large picture over a workshop's wireless takes its time. */
const PATIENCE_MS = 120_000

export const addPhoto = (picture: Blob) =>
  ask<PhotoRecord>('/photos', { method: 'POST', file: picture, patience: PATIENCE_MS })

export const photoAddress = (id: string) => `/api/photos/${id}/screen`

/** The picture for those who have no camera at hand. */
export async function practicePhoto(): Promise<Blob> {
  const response = await fetch('/api/examples/photo')
  if (!response.ok) throw new Error('it did not come with this Emery.')
  return response.blob()
}
