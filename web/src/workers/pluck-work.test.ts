import { expect, test } from '@jest/globals'
import { simulatedPluck, writeWav } from '@emery/core/sound'
import { pluckWork } from './pluck-work.ts'

const recording = simulatedPluck({ frequency: 62, seed: 8, rate: 16_000 })

test('a recording and the same as a file give the same pitch', () => {
  const { found } = pluckWork.inRecording(recording)
  expect(found.ok && found.frequency).toBeCloseTo(62, 0)
  const { found: inFile, leftOut } = pluckWork.inFile(writeWav(recording))
  expect(inFile.ok && inFile.frequency).toBeCloseTo(found.ok ? found.frequency : NaN, 1)
  expect(leftOut).toBe(0)
})

test('a file that is none is refused in a sentence', () => {
  expect(pluckWork.inFile(Uint8Array.from([0x49, 0x44, 0x33, 4])).found).toMatchObject({
    ok: false,
    message: expect.stringContaining('This is an MP3'),
  })
})
