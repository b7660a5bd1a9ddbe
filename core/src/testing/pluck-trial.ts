import { simulatedPluck } from '../sound/simulated-pluck.ts'
import { findPluck } from '../sound/pluck.ts'
import { randomFrom } from './random.ts'

export interface PluckTrial {
  readonly trials: number
  /** Recordings whose pitch is more than 0.5 % off or was not found, in words. */
  readonly missed: readonly string[]
  readonly octaves: readonly string[]
  /** ms for three seconds of sound, sorted. */
  readonly took: readonly number[]
}

const RATES = [16_000, 22_050, 44_100, 48_000]
const [LOW, HIGH] = [20, 300]

/** Made-up plucks, each heard once, and what was missed. */
export function pluckTrial(seed: number, trials: number): PluckTrial {
  const random = randomFrom(seed)
  const missed: string[] = []
  const octaves: string[] = []
  const took: number[] = []
  for (let i = 0; i < trials; i++) {
    const frequency = LOW * (HIGH / LOW) ** random()
    // A third of them as noisy as it gets.
    const signalToNoise = i % 3 === 0 ? 6 : 6 + 18 * random()
    const plucks = 1 + Math.floor(3 * random())
    const rate = RATES[Math.floor(RATES.length * random())] ?? 48_000
    const recording = simulatedPluck({ frequency, seed: seed + i, signalToNoise, plucks, rate })
    const begun = performance.now()
    const found = findPluck(recording)
    took.push(performance.now() - begun)
    const off = found.ok ? found.frequency / frequency - 1 : NaN
    const words = `${frequency.toFixed(2)} Hz at ${signalToNoise.toFixed(0)} dB, ${plucks} plucks: ${found.ok ? `${(100 * off).toFixed(2)} % off` : found.why}`
    if (!(Math.abs(off) <= 0.005)) missed.push(words)
    if (Math.abs(off) > 0.3) octaves.push(words)
  }
  return { trials, missed, octaves, took: took.toSorted((a, b) => a - b) }
}
