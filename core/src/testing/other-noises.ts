/** Noises made otherwise than the simulated ones: filtered noise instead of tones, to hold the detector against what it was not built on. */
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import type { Recording } from '../sound/recording.ts'

export const OTHER_KINDS = ['chirp', 'squeal', 'whine'] as const
export type OtherKind = (typeof OTHER_KINDS)[number]

export interface OtherNoise {
  readonly kind: OtherKind
  readonly seed: number
}

const RATE = 22_050
const SECONDS = 4
const TURN = 2 * Math.PI

/** One recording: a noise of its kind in a workshop's rumble and hum, now and then beside a second one, cut off by loudness, or through a telephone. */
export function otherNoise({ kind, seed }: OtherNoise): Recording {
  const random = randomFrom(seed)
  const length = RATE * SECONDS
  const within = (low: number, high: number) => low + (high - low) * random()
  const sounding = MADE[kind](length, random)
  const samples = new Float32Array(length)
  const rumble = narrow(length, random, { hz: within(60, 180), q: 1.2 })
  const hiss = scatterFrom(random)
  const beside = random() < 0.25 ? narrow(length, random, { hz: within(400, 800), q: 8 }) : null
  const [loud, low, second] = [levelOf(sounding), levelOf(rumble), beside === null ? 1 : levelOf(beside)]
  const noise = 10 ** (-within(8, 18) / 20)
  const [hum, phase] = [random() < 0.5 ? within(0.05, 0.25) : 0, TURN * random()]
  for (let i = 0; i < length; i++) {
    const t = i / RATE
    samples[i] =
      (sounding[i] ?? 0) / loud +
      noise * ((0.8 * (rumble[i] ?? 0)) / low + 0.35 * hiss()) +
      hum * (Math.sin(TURN * 50 * t + phase) + 0.4 * Math.sin(TURN * 150 * t)) +
      (beside === null ? 0 : (0.25 * (beside[i] ?? 0)) / second)
  }
  const through = random() < 0.3 ? telephone(samples) : samples
  const gain = (random() < 0.15 ? within(0.5, 0.9) : within(0.08, 0.2)) / levelOf(through)
  return { samples: through.map((each) => Math.max(-1, Math.min(1, gain * each))), rate: RATE }
}

const MADE: Readonly<Record<OtherKind, (length: number, random: () => number) => Float32Array>> = {
  // Bursts of a narrow band, at every turn of something, some stronger than others.
  chirp: (length, random) => {
    const within = (low: number, high: number) => low + (high - low) * random()
    const tone = narrow(length, random, { hz: within(1400, 3000), q: 25 })
    const period = 1 / within(3, 16)
    const lasts = Math.min(0.06, 0.4 * period) * within(0.7, 1)
    const strengths = Array.from({ length: Math.ceil(SECONDS / period) + 1 }, () => within(0.55, 1))
    const late = strengths.map(() => period * within(-0.02, 0.02))
    const first = period * random()
    return tone.map((each, i) => {
      const at = i / RATE - first
      const k = Math.max(0, Math.round(at / period))
      const from = at - k * period - (late[k] ?? 0)
      return each * (strengths[k] ?? 1) * Math.exp(-((from / lasts) ** 2) * 4)
    })
  },
  // One band that never stops; its level flickers, at random or with something that turns.
  squeal: (length, random) => {
    const within = (low: number, high: number) => low + (high - low) * random()
    const hz = within(900, 2600)
    const tone = narrow(length, random, { hz, q: within(12, 30) })
    const harmonic = narrow(length, random, { hz: 2 * hz > 6000 ? hz * 1.5 : 2 * hz, q: 20 })
    const flicker = narrow(length, random, { hz: within(2, 9), q: 0.8 })
    const [depth, level] = [within(0.2, 1), levelOf(flicker)]
    const turns = random() < 0.3 ? { hz: within(3, 14), depth: within(0.2, 0.6), phase: TURN * random() } : null
    return tone.map((each, i) => {
      const slow = Math.exp((depth * (flicker[i] ?? 0)) / level)
      const beat = turns === null ? 1 : 1 + turns.depth * Math.sin((TURN * turns.hz * i) / RATE + turns.phase)
      return slow * beat * (each + 0.4 * (harmonic[i] ?? 0))
    })
  },
  // Steady: two close lines and their octave, the speed hardly wandering.
  whine: (length, random) => {
    const within = (low: number, high: number) => low + (high - low) * random()
    const [hz, wobble, second] = [within(500, 1600), within(0.0005, 0.0015), within(0.1, 0.4)]
    let phase = 0
    return Float32Array.from({ length }, (_, i) => {
      phase += (TURN * hz * (1 + wobble * Math.sin((TURN * 0.4 * i) / RATE))) / RATE
      return Math.sin(phase) + second * Math.sin(2 * phase + 0.7)
    })
  },
}

/** White noise through two resonators of one pitch. */
function narrow(
  length: number,
  random: () => number,
  { hz, q }: { readonly hz: number; readonly q: number },
): Float32Array {
  const scatter = scatterFrom(random)
  const white = Float32Array.from({ length }, () => scatter())
  return bandPass(bandPass(white, hz, q), hz, q)
}

/** A second-order band-pass (the bilinear transform of `s/Q / (s² + s/Q + 1)`). */
function bandPass(samples: Float32Array, hz: number, q: number): Float32Array {
  const w = (TURN * hz) / RATE
  const alpha = Math.sin(w) / (2 * q)
  const [b, a1, a2] = [alpha / (1 + alpha), (-2 * Math.cos(w)) / (1 + alpha), (1 - alpha) / (1 + alpha)]
  let [x1, x2, y1, y2] = [0, 0, 0, 0]
  return samples.map((x) => {
    const y = b * (x - x2) - a1 * y1 - a2 * y2
    ;[x2, x1, y2, y1] = [x1, x, y1, y]
    return y
  })
}

/** What a telephone lets through: from about 300 to 3400 Hz. */
function telephone(samples: Float32Array): Float32Array {
  return bandPass(samples, 1000, 0.33)
}

function levelOf(samples: Float32Array): number {
  return Math.sqrt(samples.reduce((sum, each) => sum + each * each, 0) / samples.length)
}
