// The packages bring no types; whoever compiles this file has to see ours.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./packages.d.ts" />
import FFT from 'fft.js'

/** Power of a stretch of sound over frequency. */
export interface Spectrum {
  /** Power in each band, from 0 Hz up. */
  readonly power: Float64Array
  /** Hz between two bands. */
  readonly step: number
}

/**
 * Power spectrum of a stretch of sound, Hann-windowed and padded with silence to at least twice its length, so that peaks can be
 * placed between bands.
 */
export function spectrumOf(samples: Float32Array, rate: number): Spectrum {
  const size = 2 ** Math.ceil(Math.log2(2 * Math.max(2, samples.length)))
  const padded = new Float64Array(size)
  for (let i = 0; i < samples.length; i++)
    padded[i] = (samples[i] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / samples.length))
  const fft = new FFT(size)
  const out = fft.createComplexArray()
  fft.realTransform(out, padded)
  const power = new Float64Array(size / 2)
  for (let i = 0; i < power.length; i++) power[i] = (out[2 * i] ?? 0) ** 2 + (out[2 * i + 1] ?? 0) ** 2
  return { power, step: rate / size }
}

/** Power at a frequency between bands: the highest band within a reach of it. */
export function highestNear(power: ArrayLike<number>, at: number, reach: number): { band: number; power: number } {
  let band = Math.round(at)
  let most = -Infinity
  for (let i = Math.max(1, Math.floor(at - reach)); i <= Math.min(power.length - 2, Math.ceil(at + reach)); i++)
    if ((power[i] ?? 0) > most) {
      most = power[i] ?? 0
      band = i
    }
  return { band, power: Math.max(0, most) }
}
