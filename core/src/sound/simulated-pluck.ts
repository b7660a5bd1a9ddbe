/** A plucked belt that nobody recorded, for practice and tests: docs/mechanics/sound.md. */
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import { levelOf, type Recording } from './recording.ts'

export interface SimulatedPluck {
  /** First mode of the span, Hz. */
  readonly frequency: number
  readonly seed: number
  readonly seconds?: number
  /** Samples a second. */
  readonly rate?: number
  /** Level of the ringing over that of all noise, while it rings, dB. */
  readonly signalToNoise?: number
  /** Times it is plucked. */
  readonly plucks?: number
}

/** Share of a span from one end at which a finger plucks it. */
const PLUCKED_AT = [0.2, 0.48] as const
/** Seconds in which the first mode dies away to 1/e. */
const DIES_IN = [0.15, 0.5] as const
/** Modes above the first ring higher than whole multiples by their order squared times this at most: the belt is stiff. */
const STIFFNESS = 2e-4
const MODES = 12
/** Level of the recording, well below what would clip. */
const LEVEL = 0.12

/** The same seed gives the same recording. */
export function simulatedPluck(options: SimulatedPluck): Recording {
  const { frequency, seed, seconds = 3, rate = 48_000, signalToNoise = 20, plucks = 2 } = options
  const random = randomFrom(seed)
  const between = ([low, high]: readonly [number, number]) => low + (high - low) * random()
  const ringing = new Float32Array(Math.round(seconds * rate))
  const inharmonic = STIFFNESS * random()
  for (let i = 0; i < plucks; i++) {
    const at = (seconds * (i + 0.2 + 0.25 * random())) / plucks
    const dies = between(DIES_IN)
    const place = between(PLUCKED_AT)
    const strength = 0.7 + 0.3 * random()
    for (let k = 1; k <= MODES; k++) {
      const f = k * frequency * Math.sqrt(1 + inharmonic * k * k)
      if (f > rate / 2.5) break
      // A string drawn aside at one place and let go (domain of the wave equation); air and rubber take the high modes first.
      const loud = (strength * Math.sin(k * Math.PI * place)) / k
      addMode(ringing, {
        f,
        loud,
        phase: 2 * Math.PI * random(),
        dies: dies / (1 + 0.25 * (k - 1)),
        from: at * rate,
        rate,
      })
    }
  }
  const noise = shopNoise(ringing.length, rate, random)
  const samples = new Float32Array(ringing.length)
  const loudest = levelWhileRinging(ringing, rate)
  const quiet = loudest / 10 ** (signalToNoise / 20) / Math.max(Number.MIN_VALUE, levelOf(noise))
  for (let i = 0; i < samples.length; i++)
    samples[i] = (LEVEL / loudest) * ((ringing[i] ?? 0) + quiet * (noise[i] ?? 0))
  return { samples, rate }
}

interface Mode {
  readonly f: number
  readonly loud: number
  readonly phase: number
  readonly dies: number
  readonly from: number
  readonly rate: number
}

/** Beyond this many times its dying a mode is not heard any more. */
const HEARD_FOR = 9

function addMode(into: Float32Array, { f, loud, phase, dies, from, rate }: Mode): void {
  const first = Math.ceil(from)
  const last = Math.min(into.length, Math.ceil(from + HEARD_FOR * dies * rate))
  // A phasor that turns and shrinks from sample to sample, which is quicker than a sine each.
  const shrink = Math.exp(-1 / (rate * dies))
  const [turnRe, turnIm] = [shrink * Math.cos((2 * Math.PI * f) / rate), shrink * Math.sin((2 * Math.PI * f) / rate)]
  let [re, im] = [loud * Math.cos(phase), loud * Math.sin(phase)]
  for (let i = first; i < last; i++) {
    into[i] = (into[i] ?? 0) + im
    const turned = re * turnRe - im * turnIm
    im = re * turnIm + im * turnRe
    re = turned
  }
}

/** A fan’s rush, hum of the mains and a low rumble, of no particular level. */
function shopNoise(length: number, rate: number, random: () => number): Float32Array {
  const scatter = scatterFrom(random)
  const hum = 49.5 + random()
  const humLoud = 0.4 * random()
  const noise = new Float32Array(length)
  let low = 0
  for (let i = 0; i < length; i++) {
    const white = scatter()
    // One pole at about 60 Hz: what comes through walls.
    low += (white - low) * Math.min(1, (2 * Math.PI * 60) / rate)
    const t = i / rate
    noise[i] = white + 12 * low + humLoud * (Math.sin(2 * Math.PI * hum * t) + 0.5 * Math.sin(4 * Math.PI * hum * t))
  }
  return noise
}

/** Level over the seconds in which the ringing is loudest, in pieces of a fifth of a second. */
function levelWhileRinging(ringing: Float32Array, rate: number): number {
  const piece = Math.round(rate / 5)
  let most = Number.MIN_VALUE
  for (let i = 0; i < ringing.length; i += piece)
    most = Math.max(most, levelOf(ringing, i, Math.min(ringing.length, i + piece)))
  return most
}
