import { wrap } from 'comlink'
import { MAX_TAKEN_BYTES } from '@emery/core/api'
import { readCardCode, type CardRead } from '@emery/core/card-code'
import type { CodeWork } from '../workers/code-work.ts'

/** The drive in the code on a photographed card, or a sentence that says why there is none. */
export async function readCodeIn(picture: Blob): Promise<CardRead> {
  if (picture.size > MAX_TAKEN_BYTES)
    return { ok: false, message: 'This picture is larger than 60 MB. Save it smaller and load it again.' }
  const worker = new Worker(new URL('../workers/code.worker.ts', import.meta.url), { type: 'module' })
  try {
    const text = await wrap<CodeWork>(worker).read(picture)
    if (text === null)
      return {
        ok: false,
        message: 'No code was found in this picture. Photograph the card flat, close and in good light.',
      }
    return readCardCode(text)
  } catch {
    return { ok: false, message: 'This is not a picture that this browser can read.' }
  } finally {
    worker.terminate()
  }
}
