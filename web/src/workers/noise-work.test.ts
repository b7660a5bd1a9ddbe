import { expect, test } from '@jest/globals'
import { simulatedNoise, writeWav } from '@emery/core/sound'
import { noiseWork } from './noise-work.ts'

const recording = simulatedNoise({ kind: 'chirp', seed: 8, repetition: 6, seconds: 2 })

test('a recording and the same as a file are told alike', () => {
  const { found } = noiseWork.inRecording(recording)
  const { found: inFile, leftOut } = noiseWork.inFile(writeWav(recording))
  expect([found.ok && found.kind, inFile.ok && inFile.kind, leftOut]).toEqual(['chirp', 'chirp', 0])
  expect(Math.abs((found.ok ? (found.repetition ?? 0) : 0) / 6 - 1)).toBeLessThan(0.02)
})

test('a file of twenty minutes is looked at as far as two, and the rest is said', () => {
  // Slow samples keep it small: 8 bits, 4000 a second.
  const seconds = 20 * 60
  const long = writeWav({
    samples: Float32Array.from({ length: seconds * 4000 }, (_, i) => ((i % 40) - 20) / 200),
    rate: 4000,
  })
  const { found, leftOut } = noiseWork.inFile(long)
  expect(leftOut).toBeCloseTo(seconds - 120, 0)
  expect(found.ok).toBe(true)
}, 60_000)
