import { expect, test } from '@jest/globals'
import { randomFrom, SEED } from '../testing/random.ts'
import { findFiring, speedOfFiring } from './firing.ts'
import { simulatedNoise, type NoiseKind } from './simulated-noise.ts'

test('a four-cylinder engine at 810 rpm fires 27 times a second, a six at 900 rpm 45 times', () => {
  expect([speedOfFiring(27, 4), speedOfFiring(45, 6)]).toEqual([810, 900])
})

test(`the hum under a noise tells how often the engine fires, within 1 %, in 18 of 20 (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  const kinds: NoiseKind[] = ['chirp', 'squeal', 'whine', 'grind']
  const wrong: string[] = []
  const trials = 20
  for (let i = 0; i < trials; i++) {
    const firing = 14 + 60 * random()
    const kind = kinds[i % kinds.length] ?? 'chirp'
    const found = findFiring(
      simulatedNoise({
        kind,
        seed: SEED + i,
        firing,
        seconds: 4,
        rate: 4000,
        repetition: 4 + 9 * random(),
        pitch: 900,
        signalToNoise: 6,
      }),
    )
    if (found === null || Math.abs(found / firing - 1) > 0.01)
      wrong.push(`${kind} ${firing.toFixed(2)}: ${String(found)}`)
  }
  expect(wrong.length <= trials / 10 ? [] : wrong).toEqual([])
}, 120_000)

test('tones by the book: a saw of 25 Hz is heard as 25 Hz, not as half or twice that; a single tone far above says nothing', () => {
  const rate = 4000
  const wave = (of: (t: number) => number) => ({
    samples: Float32Array.from({ length: 4 * rate }, (_, i) => 0.1 * of(i / rate) + 0.002 * Math.sin(i * i * 0.37)),
    rate,
  })
  const saw = findFiring(wave((t) => 2 * ((25 * t) % 1) - 1))
  expect(Math.abs((saw ?? 0) / 25 - 1)).toBeLessThan(0.003)
  expect(findFiring(wave((t) => Math.sin(2 * Math.PI * 430 * t)))).toBeNull()
})

test('without a hum nothing is made up', () => {
  let heard = 0
  for (let i = 0; i < 8; i++)
    if (findFiring(simulatedNoise({ kind: 'grind', seed: i, seconds: 4, rate: 4000 })) !== null) heard++
  expect(heard).toBeLessThanOrEqual(1)
})
