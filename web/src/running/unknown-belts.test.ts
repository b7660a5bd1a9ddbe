import { expect, test } from '@jest/globals'
import { unknownBelts } from './unknown-belts.ts'

const position = (belt: number, shaft: string) => ({ belt, pulley: `${shaft}.1`, shaft, body: 0 })
const parts = {
  positions: [position(0, 'crank'), position(0, 'alt'), position(1, 'crank'), position(1, 'blower')],
  belts: [
    { id: 'main', adjuster: 'arm' },
    { id: 'second', adjuster: null },
  ],
}

test('a belt with a load that nobody knows, or on a spring that nobody has read, is not known; nominal loads are', () => {
  const of = (...taken: Parameters<typeof unknownBelts>[0]['taken']) => [...unknownBelts({ ...parts, taken })]
  expect(of({ of: 'load', id: 'alt', as: 'nominal' })).toEqual([])
  expect(of({ of: 'load', id: 'blower', as: 'nothing' })).toEqual([1])
  expect(of({ of: 'spring', id: 'arm', as: 'nominal' })).toEqual([0])
})
