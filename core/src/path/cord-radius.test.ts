import { describe, expect, test } from '@jest/globals'
import type { SizedPulley } from '../drive/pulley.ts'
import { beltLabel, statedMinusCord } from '../sections/families.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { cordRadius, metalRadius } from './cord-radius.ts'
import { settleDrive } from './settle.ts'

const common = { id: 'p', shaft: 's', diameter: 100 } as const
const ribbed: SizedPulley = { ...common, face: 'ribbed', section: 'PK', grooves: 6, diameterAt: 'outside' }
const vee: SizedPulley = { ...common, face: 'vee', section: 'V13', grooves: 1, diameterAt: 'outside' }
const smooth: SizedPulley = { ...common, face: 'smooth', diameterAt: 'outside' }
const toothed: SizedPulley = { id: 'p', shaft: 's', face: 'toothed', section: 'T9.5', teeth: 20, width: 25 }

describe('cord radius, from the nominal table by hand', () => {
  test.each<[string, SizedPulley, 'PK' | 'V13' | 'T9.5', 'ribs' | 'back', number]>([
    ['ribs in grooves: 50 + 1.6', ribbed, 'PK', 'ribs', 51.6],
    ['an effective diameter counts as outside', { ...ribbed, diameterAt: 'effective' }, 'PK', 'ribs', 51.6],
    ['at the cord line: 50', { ...ribbed, diameterAt: 'pitch' }, 'PK', 'ribs', 50],
    ['over the belt: 50 − 1.2', { ...ribbed, diameterAt: 'overBelt' }, 'PK', 'ribs', 48.8],
    ['a new V belt: 50 − 2.9', vee, 'V13', 'ribs', 47.1],
    ['a V belt 1.5 below the rim', { ...vee, ride: 1.5 }, 'V13', 'ribs', 45.6],
    ['a V belt standing 0.5 proud', { ...vee, ride: -0.5 }, 'V13', 'ribs', 47.6],
    ['back on a smooth face: 50 + 1.2', smooth, 'PK', 'back', 51.2],
    ['ribs on a smooth face: 50 + 4.5 − 1.2', smooth, 'PK', 'ribs', 53.3],
    ['twenty teeth of 9.525: 190.5 / 2π', toothed, 'T9.5', 'ribs', 190.5 / (2 * Math.PI)],
  ])('%s', (_, pulley, section, contact, r) => {
    expect(cordRadius(pulley, section, contact)).toBeCloseTo(r, 12)
  })
})

describe('outermost metal', () => {
  test.each<[string, SizedPulley, 'PK' | 'V13' | 'T9.5', 'ribs' | 'back', number]>([
    ['outside diameter', ribbed, 'PK', 'ribs', 50],
    ['with a flange', { ...smooth, flange: 3 }, 'PK', 'back', 53],
    ['from the cord line on ribs: 50 − 1.6', { ...ribbed, diameterAt: 'pitch' }, 'PK', 'ribs', 48.4],
    [
      'from over a V belt 1 below the rim: 47.1 + 1 + 2.9',
      { ...vee, diameterAt: 'overBelt', ride: 1 },
      'V13',
      'ribs',
      51,
    ],
    ['from over the back on a smooth face: 50 − 2·1.2', { ...smooth, diameterAt: 'overBelt' }, 'PK', 'back', 47.6],
    ['teeth: cord less 0.381', toothed, 'T9.5', 'ribs', 190.5 / (2 * Math.PI) - 0.381],
  ])('%s', (_, pulley, section, contact, r) => {
    expect(metalRadius(pulley, section, contact)).toBeCloseTo(r, 12)
  })
})

test('what the trade’s names add to the cord', () => {
  expect(statedMinusCord('PK')).toBeCloseTo(-2 * Math.PI * 1.6, 12)
  expect(statedMinusCord('V17')).toBeCloseTo(2 * Math.PI * 3.6, 12)
  expect(statedMinusCord('T12.7')).toBe(0)
})

test('labels', () => {
  expect(beltLabel('PK', 6, 1725)).toBe('6PK1725')
  expect(beltLabel('V13', 1, 1012.5)).toBe('V13 × 1012.5')
  expect(beltLabel('T9.5', 1, 876.3)).toBe('T9.5 × 92 teeth')
})

test('the drive’s own answer for an idler’s metal follows from the belt that runs on it', () => {
  const drive = structuredClone(vectorNamed('veeset-1').drive) as DriveDraft
  drive.shafts.push({ id: 'idler', name: 'Idler', kind: 'idler', x: 100, y: 400 })
  drive.pulleys.push({ id: 'idler.1', shaft: 'idler', face: 'smooth', diameter: 100, diameterAt: 'overBelt' })
  // Met by no belt it is read as over a multi-rib belt's back: 50 − 2·1.2.
  expect(settleDrive(mustCheck(drive)).metal.get('idler.1')).toBeCloseTo(47.6, 12)
  const met = structuredClone(drive)
  met.belts[0]?.route.push({ pulley: 'idler.1', contact: 'back' })
  // On the back of a V13 belt the cord lies 2.9 below its top: 50 − 2·2.9.
  expect(settleDrive(mustCheck(met)).metal.get('idler.1')).toBeCloseTo(44.2, 12)
})
