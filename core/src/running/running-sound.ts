/** Sound made from how a drive runs, a piece at a time. It is synthetic: it tells kinds of noise apart, and sounds like no particular engine. */
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import type { Blow, Heard, Sounding, SoundKind } from './listen.ts'

const TURN = 2 * Math.PI
const ENGINE = 0.05
const LOUDEST = 0.5

/** How short sounds ring out: Hz, s, and how much of it is noise. */
const BLOWS: Readonly<Record<Blow['kind'], { readonly tone: number; readonly lasts: number; readonly noise: number }>> =
  {
    chirp: { tone: 3200, lasts: 0.03, noise: 0.02 },
    slap: { tone: 110, lasts: 0.03, noise: 0.4 },
    rattle: { tone: 1400, lasts: 0.008, noise: 0.5 },
    knock: { tone: 420, lasts: 0.012, noise: 0.3 },
  }

interface Ringing {
  readonly kind: Blow['kind']
  readonly loud: number
  age: number
  phase: number
}

/** Makes sound, sample after sample; what it is told of a moment is come to smoothly. */
export class RunningSound {
  private readonly scatter: () => number
  private ringing: Ringing[] = []
  private readonly level = new Map<SoundKind, number>()
  private readonly pitch = new Map<SoundKind, number>()
  private readonly phase = new Map<SoundKind | 'firing', number>()
  private wander = 0
  private low = 0
  private lower = 0
  private hum = 0

  constructor(
    readonly rate: number,
    seed = 1,
  ) {
    this.scatter = scatterFrom(randomFrom(seed))
  }

  /** `count` samples of a moment, from −1 to 1. */
  make({ sounds, blows, firing }: Heard, count: number): Float32Array {
    for (const { kind, loud } of blows) this.ringing.push({ kind, loud, age: 0, phase: 0 })
    const out = new Float32Array(count)
    this.engine(out, firing)
    for (const kind of ['squeal', 'whine', 'grind'] as const) this.steady(out, kind, strongest(sounds, kind))
    for (const each of this.ringing) this.ring(out, each)
    this.ringing = this.ringing.filter(({ kind, age }) => age < 8 * BLOWS[kind].lasts)
    for (let i = 0; i < count; i++) out[i] = Math.tanh(out[i] as number)
    return out
  }

  private steady(out: Float32Array, kind: 'squeal' | 'whine' | 'grind', sound: Sounding | undefined): void {
    const from = this.level.get(kind) ?? 0
    const to = sound?.loud ?? 0
    if (from === 0 && to === 0) return
    const pitchFrom = this.pitch.get(kind) ?? sound?.pitch ?? 500
    const pitchTo = sound?.pitch ?? pitchFrom
    let phase = this.phase.get(kind) ?? 0
    const { rate } = this
    for (let i = 0; i < out.length; i++) {
      const x = i / out.length
      const loud = LOUDEST * (from + x * (to - from))
      if (kind === 'grind') {
        this.low += (this.scatter() - this.low) * Math.min(1, (TURN * 420) / rate)
        this.lower += (this.low - this.lower) * Math.min(1, (TURN * 90) / rate)
        out[i] = (out[i] as number) + 3 * loud * (this.low - this.lower)
        continue
      }
      const wanders = kind === 'squeal' ? 0.03 : 0.002
      this.wander += (-this.wander * 6) / rate + wanders * Math.sqrt(12 / rate) * this.scatter()
      phase += (TURN * (pitchFrom + x * (pitchTo - pitchFrom)) * (1 + this.wander)) / rate
      const voice =
        kind === 'squeal'
          ? Math.sin(phase) + 0.6 * Math.sin(2 * phase) + 0.35 * Math.sin(3 * phase)
          : Math.sin(phase) + 0.25 * Math.sin(2 * phase + 1)
      out[i] = (out[i] as number) + 0.5 * loud * voice
    }
    this.phase.set(kind, phase % TURN)
    this.level.set(kind, to)
    this.pitch.set(kind, pitchTo)
  }

  private ring(out: Float32Array, ringing: Ringing): void {
    const { tone, lasts, noise } = BLOWS[ringing.kind]
    const { rate } = this
    const falls = ringing.kind === 'chirp' ? 0.05 : 0
    for (let i = 0; i < out.length; i++) {
      ringing.age += 1 / rate
      ringing.phase += (TURN * tone * (1 - falls * Math.min(2, ringing.age / lasts))) / rate
      const fades = Math.exp(-ringing.age / lasts)
      out[i] = (out[i] as number) + LOUDEST * ringing.loud * fades * (Math.sin(ringing.phase) + noise * this.scatter())
    }
  }

  private engine(out: Float32Array, firing: number): void {
    let phase = this.phase.get('firing') ?? 0
    const { rate } = this
    for (let i = 0; i < out.length; i++) {
      phase += (TURN * firing) / rate
      this.hum += (this.scatter() - this.hum) * Math.min(1, (TURN * 200) / rate)
      const pulses = Math.sin(phase) + Math.sin(2 * phase) / 2 + Math.sin(3 * phase) / 3
      if (firing > 0) out[i] = (out[i] as number) + ENGINE * (pulses + 2 * this.hum)
    }
    this.phase.set('firing', phase % TURN)
  }
}

function strongest(sounds: readonly Sounding[], kind: SoundKind): Sounding | undefined {
  return sounds.filter((each) => each.kind === kind).toSorted((a, b) => b.loud - a.loud)[0]
}
