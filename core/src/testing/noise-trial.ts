import { recurring, repetitionMatches, type Recurring } from '../noise/repetition.ts'
import { settleDrive, type SettledDrive } from '../path/settle.ts'
import { hearNoise } from '../sound/noise-sound.ts'
import { simulatedNoise } from '../sound/simulated-noise.ts'
import { DEMO_DRIVES, demoDrive } from './demo-drives.ts'
import { randomFrom } from './random.ts'

export interface NoiseTrial {
  readonly seed: number
  readonly trials: number
  readonly kindRight: number
  readonly repeating: number
  /** Within 2 %. */
  readonly repetitionRight: number
  /** The belt or shaft it was made of is the nearest that keeps time. */
  readonly partRight: number
  readonly medianMs: number
}

/** A quarter chirps at a belt’s rate, a quarter at a shaft’s, a quarter squeals, a quarter whines. */
const KINDS = [
  { kind: 'chirp', of: 'belt', pitch: [1800, 5300] },
  { kind: 'chirp', of: 'shaft', pitch: [1800, 5300] },
  { kind: 'squeal', of: null, pitch: [900, 3100] },
  { kind: 'whine', of: null, pitch: [500, 2000] },
] as const
const RATES = [22_050, 44_100, 48_000] as const
const WITHIN = 0.02
/** Share by which parts differ that have to be told apart. */
const APART = 0.05
/** Times a second that a noise is looked for. */
const HEARD: readonly [number, number] = [2, 45]

interface Source {
  readonly settled: SettledDrive
  readonly rpm: number
  readonly part: Recurring
}

/** Something of a demo drive that comes back at an idle, and differs by more than 5 % from all else that does. */
function sourceOf(of: 'belt' | 'shaft', random: () => number): Source {
  for (;;) {
    const name = DEMO_DRIVES[Math.floor(random() * DEMO_DRIVES.length)] ?? 'ketch-main'
    const settled = settleDrive(demoDrive(name))
    const rpm = 600 + 500 * random()
    const all = recurring(settled, rpm)
    const alone = all.filter(
      (each) =>
        (each.of === 'belt') === (of === 'belt') &&
        each.times === 1 &&
        each.expected > HEARD[0] &&
        each.expected < HEARD[1] &&
        all.every((other) => other === each || Math.abs(other.expected / each.expected - 1) > APART),
    )
    const part = alone[Math.floor(random() * alone.length)]
    if (part !== undefined) return { settled, rpm, part }
  }
}

/** Made-up noises at 6 dB, told by kind, repetition and the part that keeps time with them. */
export function noiseTrial(seed: number, trials: number): NoiseTrial {
  const random = randomFrom(seed)
  const between = ([from, to]: readonly [number, number]) => from + (to - from) * random()
  let [kindRight, repeating, repetitionRight, partRight] = [0, 0, 0, 0]
  const taken: number[] = []
  for (let i = 0; i < trials; i++) {
    const { kind, of, pitch } = KINDS[i % KINDS.length] ?? KINDS[0]
    const source = of === null ? null : sourceOf(of, random)
    const repetition = source?.part.expected ?? 1
    const recording = simulatedNoise({
      kind,
      repetition,
      pitch: between(pitch),
      seed: seed + i,
      seconds: 4,
      rate: RATES[i % RATES.length] ?? RATES[0],
      signalToNoise: 6,
    })
    const begun = performance.now()
    const heard = hearNoise(recording)
    taken.push(performance.now() - begun)
    if (heard.ok && heard.kind === kind) kindRight++
    if (source === null) continue
    repeating++
    if (!heard.ok || heard.repetition === null) continue
    if (Math.abs(heard.repetition / repetition - 1) < WITHIN) repetitionRight++
    const [nearest] = repetitionMatches(source.settled, source.rpm, heard.repetition)
    if (nearest?.id === source.part.id && nearest.times === 1) partRight++
  }
  return {
    seed,
    trials,
    kindRight,
    repeating,
    repetitionRight,
    partRight,
    medianMs: taken.toSorted((a, b) => a - b)[Math.floor(trials / 2)] ?? 0,
  }
}
