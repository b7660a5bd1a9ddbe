/** How often an engine fires, told from the hum under everything else in a recording: docs/mechanics/sound.md. */
import { slowedDown, type Recording } from './recording.ts'
import { highestNear, spectrumOf, type Spectrum } from './spectrum.ts'

/** Seconds that are looked at, from the beginning: enough for a hum, and an engine does not keep its speed for longer. */
const LOOKED_S = 6
/** Samples a second that hold the hum and its overtones. */
const RATE = 1000
/** Times a second that an engine of one to twelve cylinders fires between a slow idle and a fast one. */
const FIRES: readonly [number, number] = [10, 110]
/** What each overtone counts. */
const OVERTONES = [1, 0.8, 0.6, 0.4] as const
/** Log of the times over its floor beyond which a tone counts no more. */
const MAX_OVER = 5
/** Score from which a hum is clear. */
const CLEAR = 5.5
/** Share of the firing rate within which a tone is looked for. */
const REACH = 0.012

const S_PER_MIN = 60
const TURNS_PER_CYCLE = 2

/**
 * Times a second that the engine fires; null where no hum is clear. Of all tones the one wins whose overtones stand out and between whose
 * overtones nothing does: half the rate would have something between, twice the rate would miss its first.
 */
export function findFiring(recording: Recording): number | null {
  const { samples, rate } = recording
  const sound = slowedDown({ samples: samples.subarray(0, LOOKED_S * rate), rate }, RATE)
  const spectrum = spectrumOf(sound.samples, sound.rate)
  const [from, to] = FIRES.map((hz) => Math.round(hz / spectrum.step)) as [number, number]
  let best = { score: -Infinity, band: 0 }
  for (let band = from; band <= Math.min(to, spectrum.power.length - 2); band++) {
    const here = spectrum.power[band] ?? 0
    if (here < (spectrum.power[band - 1] ?? 0) || here < (spectrum.power[band + 1] ?? 0)) continue
    const score = scoreOf(spectrum, band)
    if (score > best.score) best = { score, band }
  }
  if (best.score < CLEAR) return null
  return placed(spectrum, best.band) * spectrum.step
}

/** rpm of a four-stroke engine of some cylinders that fires so many times a second. */
export function speedOfFiring(hz: number, cylinders: number): number {
  return (hz * S_PER_MIN * TURNS_PER_CYCLE) / cylinders
}

function scoreOf({ power }: Spectrum, band: number): number {
  const over = (at: number) => {
    const tone = highestNear(power, at, Math.max(1, at * REACH)).power
    return Math.min(MAX_OVER, Math.max(0, Math.log(tone / floorNear(power, at, band))))
  }
  return OVERTONES.reduce((sum, weight, k) => sum + weight * (over((k + 1) * band) - over((k + 0.5) * band)), 0)
}

/** Points that the floor about a tone is taken from, on each side. */
const FLOOR_POINTS = 12

/** Middle of the powers between this tone and its neighbours, on both sides. */
function floorNear(power: Float64Array, at: number, band: number): number {
  const [near, far] = [0.12 * band, 0.38 * band]
  const step = Math.max(1, (far - near) / FLOOR_POINTS)
  const around: number[] = []
  for (let off = near; off <= far; off += step)
    around.push(power[Math.round(at - off)] ?? 0, power[Math.round(at + off)] ?? 0)
  const sorted = around.toSorted((a, b) => a - b)
  return Math.max(Number.MIN_VALUE, sorted[Math.floor(sorted.length / 2)] ?? 0)
}

/** The firing rate in bands, from where its overtones stand: the higher ones say it finer. */
function placed({ power }: Spectrum, band: number): number {
  let [sum, weights, at] = [0, 0, band]
  for (const [k, weight] of OVERTONES.entries()) {
    const n = k + 1
    const peak = highestNear(power, n * at, Math.max(1, n * at * REACH))
    if (Math.log(peak.power / floorNear(power, n * at, band)) < 1.5) continue
    const [left, mid, right] = [-1, 0, 1].map((d) => Math.log(Math.max(Number.MIN_VALUE, power[peak.band + d] ?? 0)))
    const bend = (left ?? 0) - 2 * (mid ?? 0) + (right ?? 0)
    const shift = bend < 0 ? (0.5 * ((left ?? 0) - (right ?? 0))) / bend : 0
    sum += weight * n * (peak.band + shift)
    weights += weight * n * n
    at = sum / weights
  }
  return at
}
