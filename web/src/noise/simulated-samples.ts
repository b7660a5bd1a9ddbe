/** Recordings that nobody made, of this drive’s own parts, to try the search on. */
import { recurring } from '@emery/core/noise'
import type { SettledDrive } from '@emery/core/path'
import type { SimulatedNoise } from '@emery/core/sound'

export interface SimulatedSample {
  readonly label: string
  readonly noise: Pick<SimulatedNoise, 'kind' | 'repetition' | 'pitch' | 'firing'>
}

const S_PER_MIN = 60
/** Firings a turn of the engine that hums under them: four cylinders. */
const FIRINGS_A_TURN = 2

/** A chirp for every belt and part that comes back, and the noises that do not; without a drive, one with the crank. */
export function simulatedSamples(settled: SettledDrive | null, rpm: number): readonly SimulatedSample[] {
  const firing = (FIRINGS_A_TURN * rpm) / S_PER_MIN
  const coming = settled === null ? [] : recurring(settled, rpm).filter(({ times }) => times === 1)
  const chirps = coming.map(({ of, what, expected }) => ({
    label: `Chirp, ${of === 'belt' ? `with ${what} passing` : `once a turn of ${what}`}`,
    noise: { kind: 'chirp' as const, repetition: expected, firing },
  }))
  return [
    ...(chirps.length > 0
      ? chirps
      : [
          {
            label: 'Chirp, once a turn of the crank',
            noise: { kind: 'chirp' as const, repetition: rpm / S_PER_MIN, firing },
          },
        ]),
    { label: 'Squeal of a belt that slips', noise: { kind: 'squeal', firing } },
    { label: 'Whine of a bearing', noise: { kind: 'whine', firing } },
    { label: 'Grinding of a bearing', noise: { kind: 'grind', repetition: rpm / S_PER_MIN, firing } },
  ]
}
