import { photoAddress } from './photos-api.ts'

/** The service worker's own store of pictures: what is put there is shown as if the server had sent it. */
const STORE = 'emery-pictures'

/**
 * Keeps a picture in this browser under the address it will have, so that it is seen before the server has it. False where the browser keeps
 * none: without TLS, or where no service worker answers for the server.
 */
export async function keepPicture(id: string, picture: Blob): Promise<boolean> {
  if (!('caches' in globalThis) || navigator.serviceWorker.controller === null) return false
  try {
    const store = await caches.open(STORE)
    await store.put(photoAddress(id), new Response(picture, { headers: { 'Content-Type': picture.type } }))
    return true
  } catch {
    return false
  }
}
