import { describe, expect, test } from '@jest/globals'
import { labelledLength } from '../ui/labelled-length.ts'
import { aidReading, labelReading, oldBeltReading, trialReading } from './reading-drafts.ts'

const kept = { id: 'r', belt: 'main', by: 'Wren', at: '2026-01-01T00:00:00Z' }
const aid = {
  aid: 'string',
  thickness: 2,
  value: 1640,
  half: false,
  u: 0,
  stretch: 0.008,
  backTurns: 0,
  lay: null,
} as const

describe('what was filled in becomes a reading', () => {
  test('something laid round: what says nothing is left out', () => {
    expect(aidReading(aid, kept)).toEqual({
      ...kept,
      how: 'aid',
      written: '',
      aid: 'string',
      thickness: 2,
      value: 1640,
      u: 0,
      stretch: 0.008,
    })
    expect(aidReading({ ...aid, half: true, backTurns: 0.5 }, kept)).toMatchObject({ half: true, backTurns: 0.5 })
  })

  test('a label: as it was written, and as it was meant', () => {
    const meant = {
      section: 'PK',
      ribs: 6,
      length: 1725,
      lengthAt: 'effective',
      notation: 'metric-rib',
      confidence: 1,
    } as const
    expect(labelReading({ text: ' 6pk1725 ', picked: 0, standing: null }, meant, kept)).toEqual({
      ...kept,
      how: 'label',
      written: '6pk1725',
      section: 'PK',
      ribs: 6,
      value: 1725,
    })
  })

  test('an old belt: the pins only where it lay on pins', () => {
    expect(oldBeltReading({ line: 'back', value: 1700, pin: 20, standing: null }, kept)).not.toHaveProperty('pin')
    expect(oldBeltReading({ line: 'pins', value: 800, pin: 20, standing: null }, kept)).toMatchObject({ pin: 20 })
  })

  test('a trial: its place where it went on, its seating where it did not', () => {
    const draft = {
      ...labelledLength('6PK1675', 1675),
      otherMeant: false,
      outcome: 'on',
      scale: 'pointer',
      place: 0.3,
      seated: true,
    } as const
    expect(trialReading(draft, kept)).toMatchObject({ scale: 'pointer', place: 0.3 })
    expect(trialReading(draft, kept)).not.toHaveProperty('seated')
    expect(trialReading({ ...draft, place: null }, kept)).not.toHaveProperty('scale')
    const short = trialReading({ ...draft, outcome: 'too-short' }, kept)
    expect(short).toMatchObject({ outcome: 'too-short', seated: true })
    expect(short).not.toHaveProperty('place')
  })

  test('with nothing read there is none', () => {
    expect(aidReading({ ...aid, value: null }, kept)).toBeNull()
    expect(labelReading({ text: 'what', picked: 0, standing: null }, undefined, kept)).toBeNull()
    expect(oldBeltReading({ line: 'flat', value: null, pin: 20, standing: null }, kept)).toBeNull()
  })
})
