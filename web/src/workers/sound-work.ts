import { readWav, type Recording } from '@emery/core/sound'

/** What was found in a recording, or why nothing was, in a sentence. */
export type SoundFound<Found> = ({ readonly ok: true } & Found) | { readonly ok: false; readonly message: string }

export interface SoundAnswer<Found> {
  readonly found: SoundFound<Found>
  /** Seconds at the end of a file that were not looked at. */
  readonly leftOut: number
}

/** What a worker on sound does. */
export interface SoundWork<Found> {
  readonly inRecording: (recording: Recording) => SoundAnswer<Found>
  readonly inFile: (bytes: Uint8Array) => SoundAnswer<Found>
}

/** The same search in a recording and in a file that holds one. */
export function soundWork<Found>(find: (recording: Recording) => SoundFound<Found>): SoundWork<Found> {
  return {
    inRecording: (recording) => ({ found: find(recording), leftOut: 0 }),
    inFile: (bytes) => {
      const read = readWav(bytes)
      return read.ok ? { found: find(read.recording), leftOut: read.leftOut } : { found: read, leftOut: 0 }
    },
  }
}
