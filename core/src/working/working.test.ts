import { expect, test } from '@jest/globals'
import { settleDrive } from '../path/settle.ts'
import { solveDrive } from '../solution/solve-drive.ts'
import { readVectors, vectorNamed } from '../testing/vectors.ts'
import { lengthAnswer } from '../length/length-answer.ts'
import { wantedWorking } from './wanted-working.ts'
import { beltSpeedWorking, ratioWorking, speedWorking, timeWorking } from './speed-working.ts'
import { lengthWorking, type WorkingLine } from './working.ts'

const number = ({ value }: WorkingLine): number =>
  value.is === 'length' ? value.mm : value.is === 'angle' ? value.deg : value.value

test.each(readVectors().map(({ file, drive }) => [file, drive] as const))(
  'the lines of a length add up to it: %s',
  (_, drive) => {
    const settled = settleDrive(drive)
    for (const solved of solveDrive(drive).belts) {
      const working = lengthWorking(settled, solved.id)
      if (working === undefined) throw new Error('no working')
      const sum = (letter: RegExp) =>
        working.lines.filter(({ symbol }) => letter.test(symbol)).reduce((all, line) => all + number(line), 0)
      const sign = working.formula.includes('−') ? -1 : 1
      const correction = 2 * Math.PI * sign * sum(/^[bt]$/)
      // The formula as it stands on the screen, done by hand.
      expect(sum(/^s\d/) + sum(/^a\d/) + correction).toBeCloseTo(solved.statedLength ?? NaN, 8)
      expect(number(working.result)).toBeCloseTo(solved.statedLength ?? NaN, 9)
    }
  },
)

test('arcs are radius times wrap', () => {
  const working = lengthWorking(settleDrive(vectorNamed('serpentine-1').drive), 'main')
  const line = (symbol: string) => number(working?.lines.find((each) => each.symbol === symbol) as WorkingLine)
  expect(line('a3')).toBeCloseTo((line('r3') * line('w3') * Math.PI) / 180, 9)
})

test('a ratio over two belts shows both', () => {
  const { drive, solution } = vectorNamed('compound-1')
  const working = ratioWorking(settleDrive(drive), 'blow')
  expect(working?.formula).toBe('ratio = (r1 driving / r1 driven) · (r2 driving / r2 driven)')
  const [a, b, c, d] = (working?.lines ?? []).map(number) as [number, number, number, number]
  expect((a / b) * (c / d)).toBeCloseTo(solution.shafts.find(({ id }) => id === 'blow')?.ratio ?? NaN, 9)
})

test('the crank has no working, nor has a shaft that no belt reaches', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  expect(ratioWorking(settled, 'crank')).toBeUndefined()
  expect(ratioWorking(settled, 'nowhere')).toBeUndefined()
  expect(lengthWorking(settled, 'nowhere')).toBeUndefined()
})

test('a cord radius comes about from what was read and the section’s own figures', () => {
  const radii = (name: string, belt: string) =>
    (lengthWorking(settleDrive(vectorNamed(name).drive), belt)?.lines ?? [])
      .filter(({ symbol }) => symbol.startsWith('r'))
      .map(({ from }) => from.map((part) => (typeof part === 'string' ? part : part.mm.toFixed(1))).join(''))
  expect(radii('serpentine-1', 'main').slice(0, 2)).toEqual(['160.5 / 2 + 1.6', '77.0 / 2 + 1.2'])
  // The steering pulley's belt has sunk by 0.6 mm.
  expect(radii('veeset-1', 'psbelt')).toEqual(['133.3 / 2 − 2.9', '127.7 / 2 − 0.6 − 2.9'])
  expect(radii('toothed-1', 'main')[0]).toMatch(/^\d+ · 9\.5 \/ 2π$/)
})

test('the lines of a length wanted lead to it: two that agree come to about their mean by inverse variance', () => {
  const { drive } = vectorNamed('serpentine-1')
  const strap = {
    id: 's',
    belt: 'main',
    how: 'aid',
    aid: 'strap',
    thickness: 2,
    value: 1668,
    u: 0,
    written: '',
  } as const
  const settled = settleDrive({ ...drive, lengths: [{ ...strap, by: '', at: '2026-01-01T00:00:00Z' }] })
  const [belt] = settled.belts
  if (belt === undefined) throw new Error('no belt')
  const working = wantedWorking(
    belt.belt,
    lengthAnswer(settled, belt),
    new Map([['s', { moved: 1, width: 5, widthWithout: 9 }]]),
  )
  if (working === undefined) throw new Error('no working')
  const pick = (letter: RegExp) => working.lines.filter(({ symbol }) => letter.test(symbol)).map(number)
  const [lengths, sigmas] = [pick(/^L\d/), pick(/^σ\d/)]
  expect(lengths).toHaveLength(2)
  const weights = sigmas.map((sigma) => 1 / sigma ** 2)
  const weight = weights.reduce((sum, each) => sum + each, 0)
  const mean = lengths.reduce((sum, length, i) => sum + length * (weights[i] ?? 0), 0) / weight
  // That one of them may be a mistake pulls the other way by a few hundredths of a millimetre.
  expect(Math.abs(number(working.result) - mean)).toBeLessThan(0.1)
  const [low, high] = pick(/^L[₅₉]/)
  expect(low).toBeLessThan(mean)
  expect(high).toBeGreaterThan(mean)
  expect(pick(/^Δ/)).toEqual([1])
  // A strap's chain: what was read, its correction, and on to where a new belt stands.
  const chain = working.lines.find(({ what }) => what.startsWith('Strap'))?.from ?? []
  const signed = chain.reduce<{ sum: number; sign: number }>(
    ({ sum, sign }, part) =>
      typeof part === 'string' ? { sum, sign: part.includes('−') ? -1 : 1 } : { sum: sum + sign * part.mm, sign: 1 },
    { sum: 0, sign: 1 },
  )
  expect(signed.sum).toBeCloseTo(lengths[1] ?? NaN, 9)
})

test('where only the drive itself says anything its own working tells more', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  const [belt] = settled.belts
  expect(belt === undefined ? null : wantedWorking(belt.belt, lengthAnswer(settled, belt), new Map())).toBeUndefined()
})

test('a speed is the engine’s times its radii, each from what was read', () => {
  const settled = settleDrive(vectorNamed('serpentine-1').drive)
  const working = speedWorking(settled, 'alt', 2100)
  const [n, driving, driven] = (working?.lines ?? []).map(number) as [number, number, number]
  expect(n).toBe(2100)
  if (working === undefined) throw new Error('no working')
  expect(number(working.result)).toBeCloseTo((n * driving) / driven, 9)
  expect(working.lines[1]?.from).toEqual([{ mm: 160.5 }, ' / 2', ' + ', { mm: 1.6 }])
})

test('a belt’s speed is 2π·r·ratio·n / 60 000', () => {
  for (const name of ['serpentine-1', 'compound-1']) {
    const settled = settleDrive(vectorNamed(name).drive)
    for (const { belt } of settled.belts) {
      const working = beltSpeedWorking(settled, belt.id, 2000)
      if (working === undefined) throw new Error('no working')
      const [n, r, ratio] = working.lines.map(number) as [number, number, number]
      expect(number(working.result)).toBeCloseTo((2 * Math.PI * r * ratio * n) / 60_000, 9)
    }
  }
})

test('a time out of range is the sum of too slow and too fast, and its shares are all of the time', () => {
  const { drive } = vectorNamed('serpentine-1')
  const settled = settleDrive({ ...drive, use: { of: 'towing' } })
  const working = timeWorking(settled, 'alt', {})
  if (working === undefined) throw new Error('no working')
  const pick = (letter: RegExp) => working.lines.filter(({ symbol }) => letter.test(symbol)).map(number)
  expect(pick(/^t\d/).reduce((sum, share) => sum + share, 0)).toBeCloseTo(100, 9)
  expect(pick(/^(below|above)$/).reduce((sum, share) => sum + share, 0)).toBeCloseTo(number(working.result), 9)
  expect(timeWorking(settled, 'crank', {})).toBeUndefined()
})
