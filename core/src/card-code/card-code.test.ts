import { expect, test } from '@jest/globals'
import { deflateSync, strToU8 } from 'fflate'
import type { CheckedDrive } from '../drive/drive.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { randomTensionedDrive } from '../testing/tensioned-drives.ts'
import { cardCodeOf, MOST_SYMBOLS, readCardCode } from './card-code.ts'
import { bytesOf, symbolsOf } from './symbols.ts'

const link = (text: string) => `https://192.168.1.9:4681/card/3f1c2b1e-98f0-4f3a-9d0e-6a1d7b9c0e11#${text}`

test('bytes come back out of their symbols, and what was never bytes is none', () => {
  const random = randomFrom(SEED)
  for (let i = 0; i < 200; i++) {
    const bytes = Uint8Array.from({ length: Math.floor(random() * 90) }, () => Math.floor(random() * 256))
    expect([SEED, i, bytesOf(symbolsOf(bytes))]).toEqual([SEED, i, bytes])
  }
  expect([bytesOf('A'), bytesOf('::'), bytesOf(':::'), bytesOf('a00'), bytesOf('0 0')]).toEqual([
    null,
    null,
    null,
    null,
    null,
  ])
})

test('every drive of the demo fits whole, and is read back as it was, with the link before it or without', () => {
  for (const name of DEMO_DRIVES) {
    const drive = demoDrive(name)
    const code = cardCodeOf(drive)
    expect([name, code?.holds]).toEqual([name, 'whole'])
    for (const text of [code?.text ?? '', link(code?.text ?? '')])
      // As JSON, which knows no −0.
      expect(JSON.stringify(readCardCode(text))).toBe(JSON.stringify({ ok: true, drive, holds: 'whole' }))
  }
})

test('random drives come back as they were', () => {
  for (let i = 0; i < runs(60, 2000); i++) {
    const drive = randomTensionedDrive(randomFrom(SEED + i))
    const code = cardCodeOf(drive)
    const read = readCardCode(code?.text ?? '')
    expect([SEED + i, read.ok && code?.holds === 'whole' ? read.drive : read.ok]).toEqual([
      SEED + i,
      code?.holds === 'whole' ? drive : true,
    ])
  }
})

test('a drive with a long history fits by what its belts are fitted by', () => {
  const drive = demoDrive('ketch-main')
  const random = randomFrom(SEED)
  const pulley = drive.pulleys[0]?.id ?? ''
  const readings = Array.from({ length: 180 }, (_, i) => ({
    id: `r${i}-${Math.floor(random() * 1e9).toString(36)}`,
    pulley,
    how: 'outside' as const,
    value: Math.round(1000 + random() * 1000) / 10,
    written: String(random()),
    by: 'Isla',
    at: new Date(Date.UTC(2026, 0, 1) + i * 7_654_321).toISOString(),
  }))
  const long = { ...drive, readings } as CheckedDrive
  const code = cardCodeOf(long)
  expect([code?.holds, (code?.text.length ?? Infinity) <= MOST_SYMBOLS]).toEqual(['short', true])
  const read = readCardCode(code?.text ?? '')
  expect(read.ok && [read.holds, read.drive.belts, read.drive.adjusters, read.drive.readings]).toEqual([
    'short',
    drive.belts,
    drive.adjusters,
    undefined,
  ])
})

test('a code with any one symbol misread is refused with a sentence, never read as another drive', () => {
  const drive = demoDrive('ketch-main')
  const { text } = cardCodeOf(drive) ?? { text: '' }
  const random = randomFrom(SEED)
  let refused = 0
  for (let i = 0; i < text.length; i++) {
    const other = '0123456789ABCDEFGHIJ$*+-.:'.charAt(Math.floor(random() * 26))
    if (other === text.charAt(i)) continue
    const read = readCardCode(text.slice(0, i) + other + text.slice(i + 1))
    // The second symbol says only how much is held, and the last bits of a packed stream say nothing; all the rest is under the sum.
    if (read.ok) expect([SEED, i, read.drive]).toEqual([SEED, i, drive])
    else expect([SEED, i, read.message]).toEqual([SEED, i, expect.stringMatching(/\.$/)])
    refused += read.ok ? 0 : 1
  }
  expect(refused / text.length).toBeGreaterThan(0.95)
  for (const cut of [3, 20, text.length - 1]) expect(readCardCode(text.slice(0, cut)).ok).toBe(false)
})

test('what is no card, a later version, and a code that unpacks to a flood are told apart in sentences', () => {
  const said = (text: string) => {
    const read = readCardCode(text)
    return read.ok ? 'read' : read.message
  }
  expect(said('https://elsewhere.example/menu')).toContain('not one of an Emery card')
  expect(said('WIFI:T:WPA;S:yard;;')).toContain('not one of an Emery card')
  expect(said(link(''))).toContain('holds nothing')
  expect(said(link('2WABC'))).toContain('version 2')
  expect(said(link('1XABC'))).toContain('damaged')
  expect(said('1W'.padEnd(9000, '0'))).toContain('too long')
  const flood = deflateSync(strToU8(`{"a":"${'x'.repeat(900_000)}"}`), { level: 9 })
  expect(said(`1W${symbolsOf(flood)}`)).toContain('damaged')
})
