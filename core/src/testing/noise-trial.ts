/** 200 made-up noises at 6 dB, told by kind and repetition; prints how many. Run by sound/noise-sound.test.ts and bench/noise.ts with a seed. */
import { hearNoise } from '../sound/noise-sound.ts'
import { madeUpNoise, type NoiseKind } from '../sound/made-up-noise.ts'
import { randomFrom } from './random.ts'

export interface NoiseTrial {
  readonly seed: number
  readonly trials: number
  readonly kindRight: number
  readonly repeating: number
  /** Within 2 %. */
  readonly repetitionRight: number
  readonly medianMs: number
}

/** A quarter chirps at a belt’s rate, a quarter at a shaft’s, a quarter squeals, a quarter whines. */
const KINDS: readonly {
  readonly kind: NoiseKind & ('chirp' | 'squeal' | 'whine')
  readonly repeats: readonly [number, number]
  readonly pitch: readonly [number, number]
}[] = [
  { kind: 'chirp', repeats: [3, 11], pitch: [1800, 5300] },
  { kind: 'chirp', repeats: [10, 45], pitch: [1800, 5300] },
  { kind: 'squeal', repeats: [1, 1], pitch: [900, 3100] },
  { kind: 'whine', repeats: [1, 1], pitch: [500, 2000] },
]
const RATES = [22_050, 44_100, 48_000] as const
const WITHIN = 0.02

const TRIALS = 200

function trial(seed: number): NoiseTrial {
  const random = randomFrom(seed)
  const between = ([from, to]: readonly [number, number]) => from + (to - from) * random()
  let [kindRight, repeating, repetitionRight] = [0, 0, 0]
  const taken: number[] = []
  for (let i = 0; i < TRIALS; i++) {
    const { kind, repeats, pitch } = KINDS[i % KINDS.length] as (typeof KINDS)[number]
    const repetition = between(repeats)
    const recording = madeUpNoise({
      ...{ kind, repetition, pitch: between(pitch), seed: seed + i },
      ...{ seconds: 4, rate: RATES[i % RATES.length], signalToNoise: 6 },
    })
    const begun = performance.now()
    const heard = hearNoise(recording)
    taken.push(performance.now() - begun)
    if (heard.ok && heard.kind === kind) kindRight++
    if (kind !== 'chirp') continue
    repeating++
    if (heard.ok && heard.repetition !== null && Math.abs(heard.repetition / repetition - 1) < WITHIN) repetitionRight++
  }
  return {
    seed,
    trials: TRIALS,
    kindRight,
    repeating,
    repetitionRight,
    medianMs: taken.toSorted((a, b) => a - b)[Math.floor(TRIALS / 2)] ?? 0,
  }
}

process.stdout.write(JSON.stringify(trial(Number(process.argv[2] ?? 1))))
