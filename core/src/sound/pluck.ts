/** The pitch of a plucked belt in a recording: docs/mechanics/sound.md. */
import { highestNear, spectrumOf, type Spectrum } from './spectrum.ts'
import { clippedShare, isSilent, levelOf, secondsOf, slowedDown, type Recording } from './recording.ts'

/** Pitches that spans of belts ring at, Hz. */
export const PLUCK_RANGE: readonly [number, number] = [12, 600]

/** Below this confidence a pitch wants another pluck before it is believed. Tried on made-up recordings. */
export const SURE_OF_PITCH = 0.6

export interface Pluck {
  /** First mode of the span, Hz. */
  readonly frequency: number
  /** One standard deviation of it, Hz, from how its plucks and harmonics agree. */
  readonly sigma: number
  /** From 0 to 1: how far this pitch stands out from every other. */
  readonly confidence: number
  /** Share of the recording that was too loud for the microphone. */
  readonly clipped: number
  /** Plucks that rang at this pitch. */
  readonly plucks: number
  /** Spectrum of the loudest of them, over the noise there, for looking at. */
  readonly picture: readonly { readonly frequency: number; readonly db: number }[]
}

export type PluckFound =
  | ({ readonly ok: true } & Pluck)
  | { readonly ok: false; readonly why: 'short' | 'silent' | 'no-pluck' | 'no-pitch'; readonly message: string }

/** Samples a second that suffice: ten harmonics of most belts lie below half of it. */
const ENOUGH_RATE = 4000
/** Seconds looked at after each pluck: a long look tells close pitches apart, a short one hears what dies quickly. */
const LOOKED_AT = [0.7, 0.3] as const
/** Seconds that are let pass first: the finger’s own click. */
const CLICK = 0.02
const MIN_SECONDS = 0.4
/** Seconds between two looks at the level, while plucks are searched for. */
const FRAME = 0.025
/** A pluck is this many times louder than what went before. */
const RISE = 1.6
const MAX_PLUCKS = 4

/**
 * Finds the first mode of a plucked span. Around every pluck the spectrum is held against the noise before it and about it; of every
 * possible pitch the evidence of its harmonics is summed, with a price for those that are missing, so that neither an octave too high
 * (which misses odd harmonics) nor one too low (which pays for empty ones) wins. The winner is placed between bands by its strongest harmonics.
 */
export function findPluck(recording: Recording): PluckFound {
  if (secondsOf(recording) < MIN_SECONDS)
    return refuse('short', 'The recording is too short. Record at least half a second of ringing.')
  if (isSilent(recording))
    return refuse('silent', 'Nothing was heard. Check that the microphone is on and close to the span.')
  const clipped = clippedShare(recording)
  const slow = slowedDown(recording, ENOUGH_RATE)
  const onsets = onsetsOf(slow)
  const heard = onsets.flatMap((onset) => {
    const [long, short] = LOOKED_AT.map((seconds) => pitchAfter(slow, onset, seconds))
    if (long === undefined || short === undefined) return long ?? short ?? []
    if (long.evidence >= short.evidence) return long
    // What the short look hears the long one places, as far as it hears it too.
    const heardToo = long.evidenceAt(short.frequency) > NOISE - 1
    return { ...short, frequency: heardToo ? long.placed(short.frequency) : short.frequency }
  })
  if (heard.length === 0)
    return refuse('no-pluck', 'No pluck is louder than the noise. Pluck harder, or hold the microphone closer.')
  // Whichever pitch the plucks agree on: the evidence of all of them at each one's pitch.
  const best = heard
    .map((each) => ({
      each,
      evidence: heard.reduce((sum, other) => sum + Math.max(0, other.evidenceAt(each.frequency) - NOISE), 0),
    }))
    .reduce((most, next) => (next.evidence > most.evidence ? next : most)).each
  const alike = heard.filter(({ frequency }) => Math.abs(frequency / best.frequency - 1) < ALIKE)
  const sure = Math.max(...alike.map(({ confidence }) => confidence))
  if (sure < MIN_CONFIDENCE)
    return refuse('no-pitch', 'A knock was heard, but no pitch. Pluck the middle of the span once and let it ring.')
  const weights = alike.reduce((sum, { confidence }) => sum + confidence, 0)
  const frequency = alike.reduce((sum, each) => sum + each.frequency * each.confidence, 0) / weights
  const apart = Math.sqrt(
    alike.reduce((sum, each) => sum + each.confidence * (each.frequency - frequency) ** 2, 0) / weights,
  )
  const agreed = weights / heard.reduce((sum, { confidence }) => sum + confidence, 0)
  return {
    ok: true,
    frequency,
    sigma: Math.max(apart, MIN_SIGMA * frequency),
    confidence: sure * (0.5 + 0.5 * agreed) * (clipped > CLIPPED_MUCH ? 0.8 : 1),
    clipped,
    plucks: alike.length,
    picture: best.picture,
  }
}

const MIN_CONFIDENCE = 0.07
/** Share by which plucks of one span may differ. */
const ALIKE = 0.02
/** No pitch is known better than this share: the span is measured with a rule, and its ends give. */
const MIN_SIGMA = 0.003
/** Share of clipped samples from which harmonics are not what they were. */
const CLIPPED_MUCH = 0.002

function refuse(why: Exclude<PluckFound, { ok: true }>['why'], message: string): PluckFound {
  return { ok: false, why, message }
}

/** Where the level rises the most, loudest rises first, as sample indices. */
function onsetsOf({ samples, rate }: Recording): readonly number[] {
  const frame = Math.round(FRAME * rate)
  const levels = Array.from({ length: Math.floor(samples.length / frame) }, (_, i) =>
    levelOf(samples, i * frame, (i + 1) * frame),
  )
  const rises = levels
    .map((level, i) => {
      const before = Math.max(Number.MIN_VALUE, ...levels.slice(Math.max(0, i - 3), i))
      return { at: i * frame, level, rise: i === 0 ? RISE : level / before }
    })
    .filter(({ rise }) => rise >= RISE)
    .toSorted((a, b) => b.level * Math.min(b.rise, 4) - a.level * Math.min(a.rise, 4))
  const kept: number[] = []
  for (const { at } of rises) {
    if (kept.length === MAX_PLUCKS) break
    const fits = at + MIN_SECONDS * rate * 0.75 < samples.length
    if (fits && kept.every((other) => Math.abs(other - at) > 0.3 * rate)) kept.push(at)
  }
  // A recording that begins with ringing has no rise of its own; so has one in much noise.
  if (kept.length === 0) kept.push(levels.indexOf(Math.max(...levels)) * frame)
  return kept
}

interface Heard {
  readonly frequency: number
  readonly confidence: number
  readonly evidence: number
  readonly evidenceAt: (frequency: number) => number
  /** A pitch that is nearly right, placed by this look’s peaks. */
  readonly placed: (frequency: number) => number
  readonly picture: Pluck['picture']
}

/** Share between one pitch that is tried and the next. */
const TRIED_STEP = 0.003
/** Harmonics that count. */
const MAX_HARMONICS = 10
/** Evidence is worth this much at most: one loud line is not a row of them. */
const MAX_EVIDENCE = 5
/** What lies beyond still tells a peak's top from its flanks. */
const BEYOND_SHARE = 0.05
/** Natural logarithm of power over noise at which a harmonic counts neither for nor against. */
const BREAK_EVEN = 1.7
const MIN_EVIDENCE = -1
/** Share of its frequency within which a harmonic is looked for. */
const NEAR = 0.004

function pitchAfter({ samples, rate }: Recording, onset: number, seconds: number): Heard | undefined {
  const from = onset + Math.round(CLICK * rate)
  const stretch = samples.slice(from, Math.min(samples.length, from + Math.round(seconds * rate)))
  if (stretch.length < 0.2 * rate) return undefined
  const spectrum = spectrumOf(stretch, rate)
  const before = samples.slice(Math.max(0, onset - Math.round(seconds * rate)), onset)
  const over = overNoise(
    spectrum,
    before.length > 0.25 * rate
      ? { before: spectrumOf(before, rate), seconds: before.length / stretch.length }
      : undefined,
  )
  const evidenceAt = (frequency: number) => evidenceOf(over, spectrum.step, frequency)
  const tried: { readonly frequency: number; readonly evidence: number }[] = []
  for (let f = PLUCK_RANGE[0]; f <= PLUCK_RANGE[1]; f *= 1 + TRIED_STEP)
    tried.push({ frequency: f, evidence: evidenceAt(f) })
  const best = tried.reduce((most, each) => (each.evidence > most.evidence ? each : most))
  // The next best that is another pitch, not a slope of the same peak.
  const rival = tried
    .filter(({ frequency }) => Math.abs(Math.log(frequency / best.frequency)) > 0.04)
    .reduce((most, each) => Math.max(most, each.evidence), 0)
  return {
    frequency: placed(over, spectrum, best.frequency),
    confidence: confidenceOf(best.evidence, best.evidence - rival),
    evidence: best.evidence,
    evidenceAt,
    placed: (frequency) => placed(over, spectrum, frequency),
    picture: pictureOf(over, spectrum.step),
  }
}

/** Evidence that noise alone gives at most, evidence beyond it by which a pitch is there, and evidence before its rival by which it is this one; tried on made-up recordings. */
const NOISE = -0.4
const THERE_BY = 3
const BEFORE_BY = 0.8
/** Confidence that is left where a rival has as much evidence: half of the pitch is still in its row of harmonics. */
const UNDECIDED = 0.4

function confidenceOf(evidence: number, before: number): number {
  if (evidence <= NOISE) return 0
  return (
    (1 - Math.exp((NOISE - evidence) / THERE_BY)) * (UNDECIDED + (1 - UNDECIDED) * (1 - Math.exp(-before / BEFORE_BY)))
  )
}

/** Logarithm of power over the noise there: the median about each band, and what was there before the pluck. */
function overNoise(
  { power, step }: Spectrum,
  earlier?: { readonly before: Spectrum; readonly seconds: number },
): Float64Array {
  const logs = Float64Array.from(power, (each) => Math.log(Math.max(Number.MIN_VALUE, each)))
  const width = Math.max(8, Math.round(FLOOR_HZ / step))
  const floor = smoothedMedian(logs, width)
  // The mean of a noise's logarithm lies this far below the logarithm of its mean.
  const over = logs.map((log, i) => log - (floor[i] ?? 0) - MEDIAN_BELOW_MEAN)
  if (earlier === undefined) return over
  const { before, seconds } = earlier
  return over.map((each, i) => {
    const then = highestNear(before.power, (i * step) / before.step, 2).power / seconds
    return Math.min(each, (logs[i] ?? 0) - Math.log(Math.max(Number.MIN_VALUE, then)) + STEADY)
  })
}

/** Hz about a band over which its noise is judged. */
const FLOOR_HZ = 40
const MEDIAN_BELOW_MEAN = 0.37
/** What was as loud before the pluck is noise: a line has to have grown; the highest of a few bands overstates noise by about this. */
const STEADY = 1.2

/** Median over a sliding stretch, worked out at every 32nd band and drawn straight between. */
function smoothedMedian(values: Float64Array, width: number): Float64Array {
  const every = 32
  const knots: number[] = []
  for (let i = 0; i < values.length + every; i += every) {
    const part = values.slice(Math.max(1, i - width), Math.min(values.length, i + width)).sort()
    knots.push(part[Math.floor(part.length / 2)] ?? knots.at(-1) ?? 0)
  }
  return values.map((_, i) => {
    const at = Math.floor(i / every)
    const share = (i % every) / every
    return (knots[at] ?? 0) * (1 - share) + (knots[at + 1] ?? 0) * share
  })
}

function evidenceOf(over: Float64Array, step: number, frequency: number): number {
  let sum = 0
  for (let k = 1; k <= MAX_HARMONICS; k++) {
    const at = (k * frequency) / step
    if (at > over.length - 2) break
    const level = highest(over, at, Math.max(1, NEAR * at))
    const beyond = Math.max(0, level - BREAK_EVEN - MAX_EVIDENCE)
    const evidence = Math.min(MAX_EVIDENCE, Math.max(MIN_EVIDENCE, level - BREAK_EVEN)) + BEYOND_SHARE * beyond
    // Low modes carry a pluck; high ones die in rubber.
    sum += evidence / Math.sqrt(k)
  }
  return sum
}

function highest(values: Float64Array, at: number, reach: number): number {
  let most = -Infinity
  for (let i = Math.max(1, Math.round(at - reach)); i <= Math.min(values.length - 2, Math.round(at + reach)); i++)
    most = Math.max(most, values[i] ?? -Infinity)
  return most
}

/** Harmonics by which a pitch is placed; higher ones ring sharp, since a belt is stiff. */
const PLACED_BY = 4
/** Share about a pitch within which it is placed, and between one place that is tried and the next. */
const PLACED_WITHIN = 0.02
const PLACED_STEP = 0.0005

/** The pitch near to one at which its first harmonics have the most power over the noise together: what it does to one, the others outweigh. */
function placed(over: Float64Array, { step }: Spectrum, frequency: number): number {
  const together = (f: number) => {
    let sum = 0
    for (let k = 1; k <= PLACED_BY; k++) sum += Math.exp(Math.max(0, between(over, (k * f) / step)))
    return sum
  }
  let [best, most] = [frequency, -Infinity]
  for (let share = -PLACED_WITHIN; share <= PLACED_WITHIN; share += PLACED_STEP) {
    const f = frequency * (1 + share)
    const sum = together(f)
    if (sum > most) [best, most] = [f, sum]
  }
  return best
}

/** A value between two bands, on the parabola through the nearest three. */
function between(values: Float64Array, at: number): number {
  const band = Math.min(values.length - 2, Math.max(1, Math.round(at)))
  const [a, b, c] = [values[band - 1] ?? 0, values[band] ?? 0, values[band + 1] ?? 0]
  const x = at - band
  return b + (x * (c - a)) / 2 + (x * x * (a - 2 * b + c)) / 2
}

const PICTURE_TO_HZ = 800
const PICTURE_POINTS = 240

function pictureOf(over: Float64Array, step: number): Pluck['picture'] {
  const width = PICTURE_TO_HZ / PICTURE_POINTS
  return Array.from({ length: PICTURE_POINTS }, (_, i) => {
    const frequency = (i + 0.5) * width
    return { frequency, db: (10 / Math.LN10) * Math.max(0, highest(over, frequency / step, width / 2 / step)) }
  })
}
