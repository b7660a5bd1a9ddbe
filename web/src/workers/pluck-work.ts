import { findPluck, readWav, type PluckFound, type Recording } from '@emery/core'

export interface PluckAnswer {
  readonly found: PluckFound | { readonly ok: false; readonly message: string }
  /** Seconds at the end of a file that were not looked at. */
  readonly leftOut: number
}

/** What the worker does; the same functions run without one in tests. */
export const pluckWork = {
  inRecording(recording: Recording): PluckAnswer {
    return { found: findPluck(recording), leftOut: 0 }
  },
  inFile(bytes: Uint8Array): PluckAnswer {
    const read = readWav(bytes)
    if (!read.ok) return { found: read, leftOut: 0 }
    return { found: findPluck(read.recording), leftOut: read.leftOut }
  },
}

export type PluckWork = typeof pluckWork
