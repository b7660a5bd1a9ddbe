import { describe, expect, test } from '@jest/globals'
import { noiseTrial } from '../testing/noise-trial.ts'
import { otherNoise, type OtherKind } from '../testing/other-noises.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { simulatedNoise } from './simulated-noise.ts'
import { hearNoise, type HeardNoise } from './noise-sound.ts'
import type { Recording } from './recording.ts'

function heard(recording: Recording): HeardNoise {
  const found = hearNoise(recording)
  if (!found.ok) throw new Error(found.message)
  return found
}

/** Tones by the book, which are no made-up noises either: beeps of 30 ms that come back, or one that never stops. */
function beeps(pitch: number, repetition: number | null, seconds = 3, rate = 22_050): Recording {
  const samples = Float32Array.from({ length: seconds * rate }, (_, i) => {
    const t = i / rate
    const on = repetition === null || (t * repetition) % 1 < Math.min(0.03 * repetition, 0.4)
    // A little hiss, as every microphone has.
    return (on ? 0.2 * Math.sin(2 * Math.PI * pitch * t) : 0) + 0.004 * Math.sin(i * i * 0.37)
  })
  return { samples, rate }
}

describe('noises made by something else', () => {
  const told = (kind: OtherKind, trials: number) => {
    const random = randomFrom(SEED)
    const kinds = Array.from(
      { length: trials },
      () => heard(otherNoise({ kind, seed: Math.floor(1e9 * random()) })).kind,
    )
    return (...of: readonly HeardNoise['kind'][]) => kinds.filter((each) => of.includes(each)).length / trials
  }
  const trials = runs(30, 140)

  test('a chirp is no squeal, and a squeal that flickers no chirp: their remedies are opposite', () => {
    const [chirps, squeals] = [told('chirp', trials), told('squeal', trials)]
    expect(chirps('squeal') + squeals('chirp')).toBeLessThanOrEqual(0.03)
    expect(chirps('either')).toBeLessThanOrEqual(0.15)
    expect(squeals('either')).toBeLessThanOrEqual(0.15)
  }, 120_000)

  test('a whine stays a whine', () => {
    expect(told('whine', trials)('whine')).toBeGreaterThan(0.9)
  }, 60_000)
})

describe('a noise in a recording', () => {
  test('is told by kind in 90 of 100, its repetition within 2 % and the part that keeps time, of made-up ones at 6 dB', () => {
    const trials = runs(48, 1000)
    const { kindRight, repeating, repetitionRight, partRight } = noiseTrial(SEED, trials)
    expect({ seed: SEED, repeating }).toEqual({ seed: SEED, repeating: trials / 2 })
    expect(kindRight).toBeGreaterThanOrEqual(0.9 * trials)
    expect(repetitionRight).toBeGreaterThanOrEqual(0.9 * repeating)
    expect(partRight).toBeGreaterThanOrEqual(0.9 * repeating)
  }, 240_000)

  test.each([
    [2500, 4],
    [2500, 12.5],
    [4000, 31],
  ])('beeps of %d Hz, %d times a second, are chirps', (pitch, repetition) => {
    const found = heard(beeps(pitch, repetition))
    expect(found.kind).toBe('chirp')
    expect(Math.abs((found.repetition ?? 0) / repetition - 1)).toBeLessThan(0.02)
    expect(Math.abs((found.pitch ?? 0) / pitch - 1)).toBeLessThan(0.03)
  })

  test('a tone that never stops and keeps its pitch is a whine', () => {
    const found = heard(beeps(900, null))
    expect([found.kind, found.repetition]).toEqual(['whine', null])
    expect(Math.abs((found.pitch ?? 0) / 900 - 1)).toBeLessThan(0.002)
  })

  test('rough noise without a pitch is something else', () => {
    expect(heard(simulatedNoise({ kind: 'grind', seed: 4, seconds: 3 }))).toMatchObject({ kind: 'other', pitch: null })
  })

  test('the picture shows the loud moments over the quiet ones', () => {
    const { picture } = heard(beeps(2500, 4))
    expect([picture.rows.length, picture.rows[0]?.length]).toEqual([60, 240])
    const row = picture.rows[Math.floor((2500 / picture.toHz) * picture.rows.length)] ?? []
    expect(Math.max(...row) - Math.min(...row)).toBeGreaterThan(20)
  })

  test('silence and what is too short are refused in a sentence', () => {
    expect(hearNoise({ samples: new Float32Array(48_000), rate: 16_000 })).toMatchObject({ ok: false, why: 'silent' })
    expect(hearNoise(beeps(900, null, 0.5))).toMatchObject({ ok: false, why: 'short' })
  })
})
