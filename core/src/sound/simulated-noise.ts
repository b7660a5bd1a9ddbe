/** Noises of a belt drive that nobody recorded, to compare by ear, for practice and tests: docs/mechanics/sound.md. */
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import { levelOf, type Recording } from './recording.ts'

export const NOISE_KINDS = ['chirp', 'squeal', 'whine', 'grind', 'slap', 'rattle'] as const
export type NoiseKind = (typeof NOISE_KINDS)[number]

export interface SimulatedNoise {
  readonly kind: NoiseKind
  readonly seed: number
  /** Times a second that it comes back: of a chirp, slap or rattle. */
  readonly repetition?: number
  /** Hz, of a chirp, squeal or whine. */
  readonly pitch?: number
  readonly seconds?: number
  /** Samples a second. */
  readonly rate?: number
  /** Level of the noise over that of everything else, dB. */
  readonly signalToNoise?: number
  /** Times a second that the engine fires, for a hum under everything; none when left out. */
  readonly firing?: number
}

const LEVEL = 0.15
const TURN = 2 * Math.PI

/** The same seed gives the same recording. */
export function simulatedNoise(options: SimulatedNoise): Recording {
  const { kind, seed, repetition = 8, seconds = 2, rate = 22_050, signalToNoise = 20 } = options
  const random = randomFrom(seed)
  const length = Math.round(seconds * rate)
  const pitch = options.pitch ?? PITCH[kind]
  const sounding = SOUNDING[kind]({ length, rate, random, repetition, pitch })
  const engine = engineNoise(length, rate, random)
  const loud = Math.max(Number.MIN_VALUE, loudest(sounding, rate))
  const quiet = loud / 10 ** (signalToNoise / 20) / Math.max(Number.MIN_VALUE, levelOf(engine))
  const hum = options.firing === undefined ? null : engineHum(length, rate, { firing: options.firing, random })
  const samples = new Float32Array(length)
  for (let i = 0; i < length; i++)
    samples[i] = (LEVEL / loud) * ((sounding[i] ?? 0) + quiet * ((engine[i] ?? 0) + (hum?.[i] ?? 0)))
  return { samples, rate }
}

interface Making {
  readonly length: number
  readonly rate: number
  readonly random: () => number
  readonly repetition: number
  readonly pitch: number
}

const PITCH: Readonly<Record<NoiseKind, number>> = {
  chirp: 3200,
  squeal: 1800,
  whine: 900,
  grind: 0,
  slap: 0,
  rattle: 0,
}

const SOUNDING: Readonly<Record<NoiseKind, (making: Making) => Float32Array>> = {
  chirp: (making) => {
    // A rib that catches and lets go: a short tone that falls a little, at every turn.
    const bursts = repeated(making, { jitter: 0.006, strength: 0.25 })
    const out = new Float32Array(making.length)
    const { rate, pitch, random } = making
    for (const { at, loud } of bursts) {
      const lasts = Math.min(0.045, 0.35 / making.repetition) * (0.8 + 0.4 * random())
      const from = pitch * (1 + 0.02 * (random() - 0.5))
      let phase = TURN * random()
      for (let i = Math.ceil(at * rate); i < Math.min(making.length, (at + 2.5 * lasts) * rate); i++) {
        const t = i / rate - at
        phase += (TURN * from * (1 - 0.05 * (t / lasts))) / rate
        out[i] =
          (out[i] ?? 0) + loud * Math.exp(-((t / lasts) ** 2) * 2.5) * (Math.sin(phase) + 0.3 * Math.sin(2 * phase))
      }
    }
    return out
  },
  squeal: (making) => {
    // Sticking and slipping without end: many harmonics, a pitch that wanders, a level that flickers.
    const { length, rate, pitch, random } = making
    const scatter = scatterFrom(random)
    const out = new Float32Array(length)
    let [phase, wander, flicker] = [0, 0, 0]
    for (let i = 0; i < length; i++) {
      wander += (-wander * 6) / rate + 0.03 * Math.sqrt(12 / rate) * scatter()
      flicker += (-flicker * 25) / rate + 0.35 * Math.sqrt(50 / rate) * scatter()
      phase += (TURN * pitch * (1 + wander)) / rate
      out[i] = Math.exp(flicker - 0.1) * (Math.sin(phase) + 0.6 * Math.sin(2 * phase) + 0.35 * Math.sin(3 * phase))
    }
    return out
  },
  whine: ({ length, rate, pitch, random }) => {
    // Teeth or balls: a pitch as steady as the engine, few harmonics.
    const out = new Float32Array(length)
    const [second, slow] = [0.15 + 0.2 * random(), 0.3 + 0.6 * random()]
    let phase = 0
    for (let i = 0; i < length; i++) {
      phase += (TURN * pitch * (1 + 0.002 * Math.sin((TURN * slow * i) / rate))) / rate
      out[i] = Math.sin(phase) + second * Math.sin(2 * phase + 1)
    }
    return out
  },
  grind: ({ length, rate, random, repetition }) => {
    // Pitted balls: low rough noise, a little louder at every turn.
    const scatter = scatterFrom(random)
    const out = new Float32Array(length)
    let [low, lower] = [0, 0]
    for (let i = 0; i < length; i++) {
      low += (scatter() - low) * Math.min(1, (TURN * 420) / rate)
      lower += (low - lower) * Math.min(1, (TURN * 90) / rate)
      out[i] = (low - lower) * (1 + 0.3 * Math.sin((TURN * repetition * i) / rate))
    }
    return out
  },
  slap: (making) => knocks(making, { tone: 110, lasts: 0.03, jitter: 0.04 }),
  rattle: (making) =>
    knocks({ ...making, repetition: 2.7 * making.repetition }, { tone: 1400, lasts: 0.008, jitter: 0.35 }),
}

interface Repeating {
  /** Share of a turn by which each comes early or late, and of its strength. */
  readonly jitter: number
  readonly strength: number
}

function repeated({ length, rate, random, repetition }: Making, { jitter, strength }: Repeating) {
  const first = random() / repetition
  const times = Math.ceil((length / rate) * repetition) + 1
  return Array.from({ length: times }, (_, k) => ({
    at: Math.max(0, first + (k + jitter * (2 * random() - 1)) / repetition),
    loud: 1 - strength * random(),
  }))
}

function knocks(
  making: Making,
  { tone, lasts, jitter }: { tone: number; lasts: number; jitter: number },
): Float32Array {
  const { length, rate, random } = making
  const scatter = scatterFrom(random)
  const out = new Float32Array(length)
  for (const { at, loud } of repeated(making, { jitter, strength: 0.5 })) {
    const pitch = tone * (0.85 + 0.3 * random())
    for (let i = Math.ceil(at * rate); i < Math.min(length, (at + 6 * lasts) * rate); i++) {
      const t = i / rate - at
      out[i] = (out[i] ?? 0) + loud * Math.exp(-t / lasts) * (Math.sin(TURN * pitch * t) + 0.5 * scatter())
    }
  }
  return out
}

/** Rush and rumble of an idling engine, of no particular level. */
function engineNoise(length: number, rate: number, random: () => number): Float32Array {
  const scatter = scatterFrom(random)
  const out = new Float32Array(length)
  const firing = 22 + 12 * random()
  let low = 0
  for (let i = 0; i < length; i++) {
    const white = scatter()
    low += (white - low) * Math.min(1, (TURN * 300) / rate)
    out[i] = 0.5 * white + 3 * low * (1 + 0.25 * Math.sin((TURN * firing * i) / rate))
  }
  return out
}

/** The hum of an engine that fires, as loud as its rush: each overtone quieter, the speed never quite steady. */
function engineHum(
  length: number,
  rate: number,
  { firing, random }: { readonly firing: number; readonly random: () => number },
): Float32Array {
  const scatter = scatterFrom(random)
  const phases = Array.from({ length: 5 }, () => TURN * random())
  const out = new Float32Array(length)
  let [turned, wander] = [0, 0]
  for (let i = 0; i < length; i++) {
    wander += (-wander * 2) / rate + 0.002 * Math.sqrt(4 / rate) * scatter()
    turned += (TURN * firing * (1 + wander)) / rate
    for (const [k, phase] of phases.entries()) out[i] = (out[i] ?? 0) + Math.sin((k + 1) * turned + phase) / (k + 1)
  }
  return out
}

/** Level over the fifth of a second that is loudest. */
function loudest(samples: Float32Array, rate: number): number {
  const piece = Math.round(rate / 5)
  let most = 0
  for (let i = 0; i < samples.length; i += piece)
    most = Math.max(most, levelOf(samples, i, Math.min(samples.length, i + piece)))
  return most
}
