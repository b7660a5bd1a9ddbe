// The packages bring no types; whoever compiles this file has to see ours.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./packages.d.ts" />
import wavefile, { type WaveFile } from 'wavefile/dist/wavefile.js'
import type { Recording } from './recording.ts'

/** Longest recording that is read, seconds: what lasts longer is cut there, and the reader says so. */
export const MAX_SECONDS = 120

/** Most bytes of a sound file that are looked at. */
export const MAX_SOUND_BYTES = 100_000_000

export type WavRead =
  | {
      readonly ok: true
      readonly recording: Recording
      /** Seconds that were left out at its end. */
      readonly leftOut: number
    }
  | { readonly ok: false; readonly message: string }

const INCOMPLETE = 'The file is not a WAV recording, or it is incomplete.'

/** Bits a sample may have, and channels a recording: what a header says beyond that is damage. */
const DEPTHS: readonly number[] = [8, 16, 24, 32, 64]
const MOST_CHANNELS = 32

const PCM = 1
const FLOAT = 3
const EXTENSIBLE = 0xfffe

/** Reads a WAV file, whatever its rate, depth and channels; the channels are averaged. */
export function readWav(bytes: Uint8Array): WavRead {
  if (bytes.length > MAX_SOUND_BYTES)
    return refuse(`The file has ${Math.round(bytes.length / 1e6)} MB. One minute of sound has about 10 MB.`)
  const other = otherKind(bytes)
  if (other !== undefined) return refuse(`This is ${other}, not a WAV file. Convert it to WAV and load that.`)
  const wave = parsed(bytes)
  if (wave === undefined) return refuse(INCOMPLETE)
  const { audioFormat, numChannels, sampleRate, bitsPerSample, subformat } = wave.fmt
  const format = audioFormat === EXTENSIBLE ? (subformat[0] ?? 0) & 0xffff : audioFormat
  if (format !== PCM && format !== FLOAT)
    return refuse('The WAV file holds compressed sound. Save it as plain PCM, then load that.')
  if (!(sampleRate >= MIN_RATE) || numChannels < 1)
    return refuse(`The WAV file says ${sampleRate} samples a second: at least ${MIN_RATE} are needed.`)
  if (!DEPTHS.includes(bitsPerSample) || numChannels > MOST_CHANNELS)
    return refuse(`The WAV file says ${numChannels} channels of ${bitsPerSample} bits, which no recorder writes.`)
  const channels = channelsOf(wave)
  if (channels === undefined) return refuse(INCOMPLETE)
  const whole = channels[0]?.length ?? 0
  if (whole === 0) return refuse('The WAV file holds no sound.')
  const kept = Math.min(whole, Math.floor(MAX_SECONDS * sampleRate))
  const samples = new Float32Array(kept)
  const scale = (format === FLOAT ? 1 : 2 ** (bitsPerSample - 1)) * channels.length
  // Eight bits are written without sign.
  const middle = format === PCM && bitsPerSample === 8 ? 128 : 0
  for (const channel of channels)
    for (let i = 0; i < kept; i++) samples[i] = (samples[i] ?? 0) + finite(((channel[i] ?? 0) - middle) / scale)
  return { ok: true, recording: { samples, rate: sampleRate }, leftOut: (whole - kept) / sampleRate }
}

/** A sample with a point can be no number at all, or none that the recording can hold. */
const finite = (sample: number): number => (Number.isFinite(Math.fround(sample)) ? sample : 0)

function parsed(bytes: Uint8Array): WaveFile | undefined {
  try {
    return new wavefile.WaveFile(bytes)
  } catch {
    return undefined
  }
}

/** The samples of each channel; nothing where the header promises what the file does not hold. */
function channelsOf(wave: WaveFile): readonly Float64Array[] | undefined {
  try {
    const read = wave.getSamples(false, Float64Array)
    return Array.isArray(read) ? read : [read]
  } catch {
    return undefined
  }
}

/** Writes a recording as WAV, 16 bits, one channel. */
export function writeWav({ samples, rate }: Recording): Uint8Array {
  const wave = new wavefile.WaveFile()
  const whole = Int16Array.from(samples, (sample) => Math.round(32767 * Math.min(1, Math.max(-1, sample))))
  wave.fromScratch(1, rate, '16', whole)
  return wave.toBuffer()
}

/** Below this rate too few harmonics of a belt are left, Hz. */
const MIN_RATE = 4000

function refuse(message: string): WavRead {
  return { ok: false, message }
}

/** What a file that is no WAV begins with. */
const BEGINNINGS: readonly (readonly [kind: string, at: number, bytes: readonly number[]])[] = [
  ['an MP3', 0, [0x49, 0x44, 0x33]],
  ['an Ogg recording', 0, [0x4f, 0x67, 0x67, 0x53]],
  ['a FLAC recording', 0, [0x66, 0x4c, 0x61, 0x43]],
  ['an MP4 or M4A recording', 4, [0x66, 0x74, 0x79, 0x70]],
  ['a WebM recording', 0, [0x1a, 0x45, 0xdf, 0xa3]],
]

function otherKind(bytes: Uint8Array): string | undefined {
  const known = BEGINNINGS.find(([, at, beginning]) => beginning.every((byte, i) => bytes[at + i] === byte))
  if (known !== undefined) return known[0]
  // An MP3 without a tag begins with eleven set bits.
  const [first = 0, second = 0] = bytes
  return first === 0xff && (second & 0xe0) === 0xe0 ? 'an MP3' : undefined
}
