/**
 * Takes away what this browser has kept of the server for when the network is away, once nobody is signed in any more. The application itself stays,
 * and so does what waits to be sent.
 */
export async function forgetWhatWasRead(): Promise<void> {
  if (!('caches' in globalThis)) return
  for (const name of await caches.keys()) if (name.startsWith('emery-')) await caches.delete(name)
}
