import { expect, test } from '@jest/globals'
import { recurring } from '@emery/core/noise'
import { settleDrive } from '@emery/core/path'
import { speedOfFiring } from '@emery/core/sound'
import { demoDrive } from '../testing/drives.ts'
import { simulatedSamples } from './simulated-samples.ts'

test('every belt and shaft of a drive has a chirp of its own, over an engine that hums at its speed', () => {
  const settled = settleDrive(demoDrive('ketch-main'))
  const samples = simulatedSamples(settled, 840)
  const once = recurring(settled, 840).filter(({ times }) => times === 1)
  expect(samples.filter(({ noise }) => noise.kind === 'chirp').map(({ noise }) => noise.repetition)).toEqual(
    once.map(({ expected }) => expected),
  )
  expect(samples[0]?.label).toBe('Chirp, with Main belt passing')
  for (const { noise } of samples) expect(speedOfFiring(noise.firing ?? 0, 4)).toBeCloseTo(840, 9)
})

test('without a drive there is a chirp with the crank', () => {
  expect(simulatedSamples(null, 900)[0]).toMatchObject({ noise: { kind: 'chirp', repetition: 15 } })
  expect(new Set(simulatedSamples(null, 900).map(({ label }) => label)).size).toBe(4)
})
