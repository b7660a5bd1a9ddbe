/** A recording, one channel: docs/mechanics/sound.md. */
export interface Recording {
  /** From −1 to 1. */
  readonly samples: Float32Array
  /** Samples a second, Hz. */
  readonly rate: number
}

export function secondsOf({ samples, rate }: Recording): number {
  return samples.length / rate
}

/** Root of the mean square. */
export function levelOf(samples: ArrayLike<number>, from = 0, to = samples.length): number {
  let sum = 0
  for (let i = from; i < to; i++) sum += (samples[i] ?? 0) ** 2
  return to > from ? Math.sqrt(sum / (to - from)) : 0
}

/** Level below which a recording is taken for silence: a microphone that is switched off or covered. Tried on made-up recordings. */
const SILENCE = 0.0005

export function isSilent({ samples }: Recording): boolean {
  return levelOf(samples) < SILENCE
}

/** Nearer to full scale than this a sample is taken to be cut off; cut-off samples come in runs of this many. */
const FULL_SCALE = 0.985
const MIN_RUN = 3

/** Share of the samples that are cut off because the recording was too loud. */
export function clippedShare({ samples }: Recording): number {
  let cut = 0
  let run = 0
  for (const sample of samples) {
    if (Math.abs(sample) >= FULL_SCALE) {
      run++
      if (run === MIN_RUN) cut += MIN_RUN
      else if (run > MIN_RUN) cut++
    } else run = 0
  }
  return samples.length === 0 ? 0 : cut / samples.length
}

/**
 * A recording at a lower rate, for looking at low tones: low-passed below half of the new rate by a windowed sinc, every n-th sample kept.
 * The new rate is the lowest whole share of the old one that is not below `least`.
 */
export function slowedDown({ samples, rate }: Recording, least: number): Recording {
  const n = Math.max(1, Math.floor(rate / least))
  if (n === 1) return { samples, rate }
  const taps = lowPass(n)
  const half = (taps.length - 1) / 2
  const out = new Float32Array(Math.floor(samples.length / n))
  for (let i = 0; i < out.length; i++) {
    let sum = 0
    const first = i * n - half
    for (let k = 0; k < taps.length; k++) sum += (taps[k] ?? 0) * (samples[first + k] ?? 0)
    out[i] = sum
  }
  return { samples: out, rate: rate / n }
}

/** Zero crossings of the sinc on each side of its middle; enough that what folds back lies 50 dB down. */
const CROSSINGS = 8
/** Share of half the new rate up to which tones pass unharmed. */
const PASSED = 0.85

function lowPass(n: number): Float64Array {
  const half = CROSSINGS * n
  const taps = new Float64Array(2 * half + 1)
  let sum = 0
  for (let i = -half; i <= half; i++) {
    const at = (Math.PI * i * PASSED) / n
    const window = 0.5 + 0.5 * Math.cos((Math.PI * i) / (half + 1))
    const tap = (i === 0 ? 1 : Math.sin(at) / at) * window
    taps[i + half] = tap
    sum += tap
  }
  return taps.map((tap) => tap / sum)
}
