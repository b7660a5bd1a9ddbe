import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { NOMINAL_RULES } from '@emery/core/rules'
import { describeSettled } from '@emery/core/solution'
import { differences } from '../drive-screen/conflict-dialog.tsx'
import { isStep, stepVerdict } from '../bench/panels/steps.ts'
import { lengthsIn } from './use-lengths.ts'
import { demoDrive } from '../testing/drives.ts'
import { keyName } from './shortcuts.ts'

describe('keys by name', () => {
  const press = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey', boolean>> = {}) =>
    keyName({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...held })

  test.each([
    ['w', {}, 'W'],
    ['z', { ctrlKey: true }, 'Ctrl Z'],
    ['Z', { metaKey: true, shiftKey: true }, 'Ctrl Shift Z'],
    ['?', { shiftKey: true }, '?'],
    ['3', {}, '3'],
    ['Escape', {}, 'Escape'],
  ])('%s with %p is %s', (key, held, name) => {
    expect(press(key, held)).toBe(name)
  })
})

describe('steps', () => {
  const verdicts = (drive: CheckedDrive) => {
    const settled = settleDrive(drive)
    const solution = describeSettled(settled)
    return (['measure', 'length', 'speeds'] as const).map((step) =>
      stepVerdict(step, { settled, solution, rules: NOMINAL_RULES }),
    )
  }
  const ketch = demoDrive('ketch-main')
  const belt = ketch.belts.map((each) => ({ ...each, length: null }))

  test('stand where their problems put them', () => {
    expect(verdicts(ketch)).toEqual(['fine', 'fine', 'fine'])
    expect(verdicts(demoDrive('kiln-blower'))).toEqual(['fine', 'fine', 'watch'])
    expect(verdicts({ ...ketch, belts: belt })).toEqual(['fine', 'unknown', 'fine'])
    expect(verdicts({ ...ketch, belts: belt.map((each) => ({ ...each, length: 900 })) })).toEqual([
      'fine',
      'act',
      'fine',
    ])
    expect(verdicts({ ...ketch, belts: [] })[1]).toBe('unknown')
  })

  test('are known by name', () => {
    expect([isStep('length'), isStep('unknown'), isStep(undefined)]).toEqual([true, false, false])
  })
})

describe('two versions of a drive', () => {
  const ketch = demoDrive('ketch-main')
  const mm = lengthsIn('mm')

  test('differ in difference, in the words of the bench', () => {
    const theirs: CheckedDrive = {
      ...ketch,
      belts: ketch.belts.map((each) => ({ ...each, length: 1680 })),
      shafts: ketch.shafts.map((each) => (each.id === 'alt' ? { ...each, x: -170 } : each)),
    }
    expect(differences(ketch, theirs, mm)).toEqual([
      { what: 'Main belt, length', mine: '1675.0 mm', theirs: '1680.0 mm' },
      { what: 'Alternator, right', mine: '−179.8 mm', theirs: '−170.0 mm' },
    ])
  })

  test('that are the same have nothing to show, and anything else is named as such', () => {
    expect(differences(ketch, ketch, mm)).toEqual([])
    expect(differences(ketch, { ...ketch, notes: 'else' }, mm)).toEqual([
      { what: 'other details', mine: 'same', theirs: 'otherwise' },
    ])
  })
})
