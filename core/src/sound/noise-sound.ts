/** What kind of noise a recording holds, its pitch, and how often it comes back: docs/mechanics/sound.md. */
import FFT from 'fft.js'
import { clippedShare, isSilent, secondsOf, slowedDown, type Recording } from './recording.ts'
import { findFiring } from './firing.ts'
import { spectrumOf } from './spectrum.ts'

/** What is told apart: a chirp comes back, a squeal wanders, a whine keeps its pitch; either a chirp or a squeal; anything else has no pitch that stands out. */
export type HeardKind = 'chirp' | 'squeal' | 'whine' | 'either' | 'other'

export interface HeardNoise {
  readonly kind: HeardKind
  /** Hz; null where none stands out. */
  readonly pitch: number | null
  /** Times a second that it comes back; null where it does not. */
  readonly repetition: number | null
  /** Times a second that the engine fires, from its hum; null where none is clear. */
  readonly firing: number | null
  /** From 0 to 1. */
  readonly confidence: number
  /** Share of the recording that was too loud for the microphone. */
  readonly clipped: number
  readonly picture: Spectrogram
}

/** Level over time and frequency, dB over the recording’s own floor. */
export interface Spectrogram {
  readonly seconds: number
  readonly toHz: number
  /** Rows from low to high, each over time. */
  readonly rows: readonly (readonly number[])[]
}

export type NoiseHeard =
  | ({ readonly ok: true } & HeardNoise)
  | { readonly ok: false; readonly why: 'short' | 'silent'; readonly message: string }

const ENOUGH_RATE = 20_000
const MIN_SECONDS = 1

/** Samples of one look at a level, and between two looks: short, so that a chirp 60 times a second still is a row of chirps. */
const LOOK = 256
const HOP = 64

/** Hz below which an engine’s own rumble drowns pitches. */
const FROM_HZ = 350
/** Times over the floor about it that a pitch stands out. */
const STANDS_OUT = 6
/** Strength of the row of repetitions from which a noise comes back (share of a perfect row). */
const COMES_BACK = 0.34
/** dB between its loud and its quiet moments from which it does so in chirps. */
const IN_CHIRPS = 7.5
/** Strength of the row from which it is as regular as something that turns, and dB over its neighbours below which nothing is left between bursts. */
const REGULAR = 0.6
const SILENT_BETWEEN = 17
const EITHER_CONFIDENCE = 0.4
/** Share of a pitch’s power that lies close about it, from which it keeps its pitch. */
const KEEPS_PITCH = 0.55

/** How often a noise may come back, Hz: the longest belt at idle, the smallest pulley at speed, twice. */
const REPEATS: readonly [number, number] = [1.5, 90]

/** Looks and tells; cut-off and quiet recordings are judged all the same, with less confidence. */
export function hearNoise(recording: Recording): NoiseHeard {
  if (secondsOf(recording) < MIN_SECONDS)
    return { ok: false, why: 'short', message: 'The recording is too short. Record at least two seconds of the noise.' }
  if (isSilent(recording))
    return {
      ok: false,
      why: 'silent',
      message: 'Nothing was heard. Check that the microphone is on and close to the belt.',
    }
  const sound = slowedDown(recording, ENOUGH_RATE)
  const looks = looksAt(sound)
  const band = loudestPitch(looks, sound.rate)
  const clipped = clippedShare(recording)
  const picture = pictureOf(looks, sound)
  const shared = { ok: true, clipped, picture, firing: findFiring(recording) } as const
  if (band === null) return { ...shared, kind: 'other', pitch: null, repetition: null, confidence: 0.4 }
  const envelope = envelopeOf(looks, band.band)
  const row = repetitionOf(envelope, sound.rate / HOP)
  const depth = depthOf(envelope)
  const pitch = placedPitch(sound, band.hz)
  const between = betweenOf(looks, band.band)
  const chirps = row.strength > COMES_BACK && depth > IN_CHIRPS ? chirpsOrNot(row.strength, between) : 'no'
  if (chirps !== 'no')
    return {
      ...shared,
      kind: chirps === 'yes' ? 'chirp' : 'either',
      pitch: pitch.hz,
      repetition: row.hz,
      confidence:
        chirps === 'yes'
          ? sure((row.strength - COMES_BACK) / 0.3, (depth - IN_CHIRPS) / 8, (SILENT_BETWEEN - between) / 8)
          : EITHER_CONFIDENCE,
    }
  const steady = pitch.close > KEEPS_PITCH
  return {
    ...shared,
    kind: steady ? 'whine' : 'squeal',
    pitch: pitch.hz,
    repetition: null,
    confidence: sure(Math.abs(pitch.close - KEEPS_PITCH) / 0.25, band.over / (4 * STANDS_OUT)),
  }
}

/**
 * Whether what comes back does so in chirps: bursts that come as regularly as something turns, with nothing between them. A squeal that flickers comes
 * back as well, but it never falls silent; where only one of the two holds, it may be either, and their remedies are opposite.
 */
function chirpsOrNot(strength: number, between: number): 'yes' | 'either' | 'no' {
  const [isRegular, isSilent] = [strength > REGULAR, between < SILENT_BETWEEN]
  if (isRegular && isSilent) return 'yes'
  return isRegular || isSilent ? 'either' : 'no'
}

function sure(...shares: readonly number[]): number {
  return shares.reduce((product, share) => product * (0.5 + 0.5 * Math.min(1, Math.max(0, share))), 1)
}

/** Power in every band at every look. */
interface Looks {
  readonly bands: readonly Float64Array[]
  readonly count: number
  /** Hz between two bands. */
  readonly step: number
}

function looksAt({ samples, rate }: Recording): Looks {
  const fft = new FFT(LOOK)
  const out = fft.createComplexArray()
  const window = Float64Array.from({ length: LOOK }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / LOOK))
  const count = Math.max(1, Math.floor((samples.length - LOOK) / HOP) + 1)
  const bands = Array.from({ length: LOOK / 2 }, () => new Float64Array(count))
  const piece = new Float64Array(LOOK)
  for (let k = 0; k < count; k++) {
    for (let i = 0; i < LOOK; i++) piece[i] = (samples[k * HOP + i] ?? 0) * (window[i] ?? 0)
    fft.realTransform(out, piece)
    for (const [b, band] of bands.entries()) band[k] = (out[2 * b] ?? 0) ** 2 + (out[2 * b + 1] ?? 0) ** 2
  }
  return { bands, count, step: rate / LOOK }
}

/** Share of the time that a noise must sound to count in its band. */
const LOUD_SHARE = 0.92

/** The band that stands out the most over those about it, at its loud moments, so that chirps count as much as what never stops. */
function loudestPitch({ bands, step }: Looks, rate: number): { band: number; hz: number; over: number } | null {
  const loud = bands.map((band) => quantile(band, LOUD_SHARE))
  const logs = loud.map((power) => Math.log(Math.max(Number.MIN_VALUE, power)))
  const about = 7
  let best: { band: number; hz: number; over: number } | null = null
  for (let b = Math.ceil(FROM_HZ / step); b < Math.min(bands.length - 2, (0.45 * rate) / step); b++) {
    const floor = median([...logs.slice(Math.max(1, b - about), b - 1), ...logs.slice(b + 2, b + about + 1)])
    const over = Math.exp((logs[b] ?? 0) - floor)
    // The ground tone rather than one of its harmonics: lower wins where both stand out alike.
    if (over > STANDS_OUT && (best === null || (logs[b] ?? 0) > Math.log(loud[best.band] ?? 1) + 0.7))
      best = { band: b, hz: b * step, over }
    else if (best !== null && b - best.band <= 2 && (loud[b] ?? 0) > (loud[best.band] ?? 0))
      best = { band: b, hz: b * step, over: Math.max(over, best.over) }
  }
  return best
}

function envelopeOf({ bands, count }: Looks, band: number): Float64Array {
  return Float64Array.from({ length: count }, (_, k) =>
    Math.log(
      Math.max(Number.MIN_VALUE, (bands[band - 1]?.[k] ?? 0) + (bands[band]?.[k] ?? 0) + (bands[band + 1]?.[k] ?? 0)),
    ),
  )
}

/** dB by which a band stands over those about it at its quiet moments: a chirp leaves nothing there, a squeal that flickers does. */
function betweenOf({ bands }: Looks, band: number): number {
  const quiet = (b: number) => Math.log(Math.max(Number.MIN_VALUE, quantile(bands[b] ?? [], QUIET_SHARE)))
  const about = 7
  const beside = [...bands.keys()].filter((b) => b > 0 && Math.abs(b - band) > 3 && Math.abs(b - band) <= about + 3)
  return (10 / Math.LN10) * (quiet(band) - median(beside.map(quiet)))
}

/** Share of the time that counts as between bursts. */
const QUIET_SHARE = 0.25

/** dB between loud and quiet moments. */
function depthOf(envelope: Float64Array): number {
  return (10 / Math.LN10) * (quantile(envelope, 0.92) - quantile(envelope, 0.25))
}

/** Share by which the multiples of a repetition may place it beside its first peak. */
const DRIFTS = 0.1

/** A share of the highest peak of the row from which an earlier one is the repetition itself. */
const FIRST_OF_ROW = 0.72

/**
 * How often the level comes back. The row of repetitions stands in the autocorrelation at whole multiples of the period: the first peak that is nearly as
 * high as any gives it roughly, the last multiples exactly.
 */
function repetitionOf(envelope: Float64Array, looksPerSecond: number): { hz: number | null; strength: number } {
  const rises = centred(envelope)
  const longest = Math.min(Math.floor(rises.length * 0.7), Math.ceil((6 / REPEATS[0]) * looksPerSecond))
  const row = autocorrelation(rises, longest)
  const [from, to] = [
    Math.max(2, Math.floor(looksPerSecond / REPEATS[1])),
    Math.min(longest - 2, Math.ceil(looksPerSecond / REPEATS[0])),
  ]
  const peaks: number[] = []
  for (let lag = from; lag <= to; lag++)
    if ((row[lag] ?? 0) >= (row[lag - 1] ?? 0) && (row[lag] ?? 0) > (row[lag + 1] ?? 0)) peaks.push(lag)
  const highest = Math.max(0, ...peaks.map((lag) => row[lag] ?? 0))
  const first = peaks.find((lag) => (row[lag] ?? 0) >= FIRST_OF_ROW * highest)
  if (first === undefined || highest <= 0) return { hz: null, strength: 0 }
  const roughly = topOf(row, first)
  let period = roughly
  // Each further multiple places the period the finer, as long as the row holds.
  for (let n = 2; n < longest / roughly && n * period < longest - 2; n++) {
    const near = Math.round(n * period)
    const reach = Math.max(1, Math.round(0.12 * period))
    let at = near
    for (let lag = near - reach; lag <= near + reach; lag++) if ((row[lag] ?? -1) > (row[at] ?? -1)) at = lag
    if ((row[at] ?? 0) < 0.4 * highest) break
    const finer = topOf(row, at) / n
    // Multiples that run away from the first peak are those of something else.
    if (Math.abs(finer / roughly - 1) > DRIFTS) break
    period = finer
  }
  return { hz: looksPerSecond / period, strength: highest }
}

/** Less the slow swell of a second or so. */
function centred(values: Float64Array): Float64Array {
  const low = quantile(values, 0.1)
  const clipped = values.map((value) => Math.max(value, low))
  const mean = clipped.reduce((sum, each) => sum + each, 0) / clipped.length
  return clipped.map((value) => value - mean)
}

/** Evened out for how much of the row overlaps, 1 at no lag. */
function autocorrelation(values: Float64Array, longest: number): Float64Array {
  const n = values.length
  const size = 2 ** Math.ceil(Math.log2(2 * n))
  const fft = new FFT(size)
  const padded = new Float64Array(size)
  padded.set(values)
  const spectrum = fft.createComplexArray()
  fft.realTransform(spectrum, padded)
  fft.completeSpectrum(spectrum)
  for (let i = 0; i < size; i++) {
    spectrum[2 * i] = (spectrum[2 * i] ?? 0) ** 2 + (spectrum[2 * i + 1] ?? 0) ** 2
    spectrum[2 * i + 1] = 0
  }
  const back = fft.createComplexArray()
  fft.inverseTransform(back, spectrum)
  const none = back[0] ?? 1
  return Float64Array.from({ length: longest + 1 }, (_, lag) => ((back[2 * lag] ?? 0) / none) * (n / (n - lag)))
}

/** The top of a peak between looks, on the parabola through three. */
function topOf(row: Float64Array, lag: number): number {
  const [a, b, c] = [row[lag - 1] ?? 0, row[lag] ?? 0, row[lag + 1] ?? 0]
  const bend = a - 2 * b + c
  return bend >= 0 ? lag : lag + Math.min(0.5, Math.max(-0.5, (a - c) / (2 * bend)))
}

/** Share of a pitch within which its power is close about it, and within which it is its own at all. */
const CLOSE = 0.006
const OWN = 0.07

/** The pitch placed by a long look, and how much of its power lies close about it. */
function placedPitch({ samples, rate }: Recording, near: number): { hz: number; close: number } {
  const { power, step } = spectrumOf(samples.subarray(0, Math.min(samples.length, 2 ** 16)), rate)
  const [from, to] = [Math.floor((near * (1 - OWN)) / step), Math.ceil((near * (1 + OWN)) / step)]
  let top = from
  for (let b = from; b <= to; b++) if ((power[b] ?? 0) > (power[top] ?? 0)) top = b
  const sum = (a: number, b: number) =>
    power.slice(Math.max(0, Math.floor(a)), Math.ceil(b) + 1).reduce((all, each) => all + each, 0)
  const hz = top * step
  const own = sum((hz * (1 - OWN)) / step, (hz * (1 + OWN)) / step)
  return { hz, close: own > 0 ? sum((hz * (1 - CLOSE)) / step, (hz * (1 + CLOSE)) / step) / own : 0 }
}

function quantile(values: ArrayLike<number>, share: number): number {
  const sorted = Float64Array.from(values).sort()
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0
}

function median(values: readonly number[]): number {
  return quantile(values, 0.5)
}

const PICTURE = { columns: 240, rows: 60, toHz: 8000 } as const

function pictureOf({ bands, count, step }: Looks, sound: Recording): Spectrogram {
  const top = Math.min(bands.length, Math.floor(PICTURE.toHz / step))
  const floor = median(bands.slice(1, top).map((band) => quantile(band, 0.5)))
  const rows = Array.from({ length: PICTURE.rows }, (_, r) => {
    const [from, to] = [Math.floor((r * top) / PICTURE.rows), Math.max(1, Math.ceil(((r + 1) * top) / PICTURE.rows))]
    return Array.from({ length: PICTURE.columns }, (_, c) => {
      const [first, last] = [
        Math.floor((c * count) / PICTURE.columns),
        Math.max(1, Math.ceil(((c + 1) * count) / PICTURE.columns)),
      ]
      let most = 0
      for (let b = from; b < to; b++) for (let k = first; k < last; k++) most = Math.max(most, bands[b]?.[k] ?? 0)
      return Math.max(0, 10 * Math.log10(Math.max(Number.MIN_VALUE, most / Math.max(Number.MIN_VALUE, floor))))
    })
  })
  return { seconds: secondsOf(sound), toHz: top * step, rows }
}
