import { describe, expect, test } from '@jest/globals'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { describeChanges } from './changes.ts'
import type { DriveDraft, DriveEdit } from './edits.ts'
import {
  putAdjuster,
  putShaft,
  removeAdjuster,
  removeBelt,
  removeShaft,
  renameShaft,
  setBeltAdjuster,
  setBeltKind,
  setMustTurn,
  setRoute,
  unplaceShaft,
} from './edits-parts.ts'
import { setEngineFact, setShaftFact } from './edits-facts.ts'
import { addBelt, addPart, addPulley, freshId, newDrive } from './new-drive.ts'
import { setDiameter } from '../testing/drives.ts'
import { beginRunIn } from '../tension/run-in.ts'
import { setBeltCondition, setBook, setInstallTension } from '../tension/setting.ts'
import { keepTensionReading } from '../tension/tension-readings.ts'
import { setBeltLength, setDriveName } from './edits.ts'

const stamp = { by: 'Wren', at: '2026-11-24T08:00:00Z' }
const ketch = vectorNamed('serpentine-1').drive
const words = (mm: number) => `${Math.round(mm)} mm`

/** The document after some edits, which must still hold together, and what changed in words. */
function after(...edits: readonly DriveEdit[]) {
  const draft = structuredClone(ketch) as DriveDraft
  edits.forEach((edit) => edit(draft))
  const drive = mustCheck(draft)
  return { drive, changes: describeChanges(ketch, drive, words).map((change) => change.words) }
}

describe('edits of parts keep the document whole, and are told in words', () => {
  test.each<[string, readonly DriveEdit[], readonly string[]]>([
    ['nothing', [], []],
    ['a shaft put elsewhere', [putShaft('ps', { x: 191.27, y: 230.43 }, 'typed', stamp)], ['ps: moved 30 mm.']],
    ['a place forgotten', [unplaceShaft('ps')], ['ps: lost its place.']],
    ['the crank’s place cannot be forgotten', [unplaceShaft('crank')], []],
    [
      'a name and a turn',
      [renameShaft('ps', 'Pump'), setMustTurn('ps', 'ccw')],
      ['Pump: renamed from ps, must turn counter-clockwise.'],
    ],
    [
      'a diameter',
      [setDiameter('ps.1', 100)],
      [expect.stringMatching(/^ps pulley \(ps\.1\): Ø \d+ mm → Ø 100 mm\.$/) as never],
    ],
    [
      'a belt',
      [setBeltLength('main', null), setRoute('main', [])],
      ['Main belt: length 1681 mm → not known, lost its route.'],
    ],
    [
      'how tight it was set, by which reading, and its run-in',
      [
        setInstallTension('main', 810),
        setBeltCondition('main', 'oily'),
        beginRunIn('main', stamp.at),
        keepTensionReading({ ...stamp, id: 'd', how: 'dial', belt: 'main', tension: 810 }),
      ],
      [
        expect.stringMatching(
          /^Main belt: setting .+ → 810 N, its faces are oily now, continued its run-in\.$/,
        ) as never,
        'Tension readings 0 → 1.',
      ],
    ],
    ['another belt', [addBelt({ name: 'Second', section: 'V13', ribs: 4 })], ['Second was added.']],
    [
      'a belt of another kind, which has no length yet',
      [setBeltKind('main', { name: 'Fan belt', section: 'V13', ribs: 6, count: 2 })],
      ['Fan belt: PK with 6 → V13 with 1, length 1681 mm → not known, renamed from Main belt, 2 side by side.'],
    ],
    [
      'what is said of a part and its belt',
      [setShaftFact('ps', 'clutch', 'one-way'), setShaftFact('ps', 'hubDepth', 0.5), setBook('main', 'used', 690)],
      ['ps: clutch entered, depth of its hub entered.', 'Main belt: tension in the book entered.'],
    ],
    [
      'said, and taken back',
      [
        setEngineFact('cylinders', 4),
        setEngineFact('cylinders', null),
        setShaftFact('ps', 'clutch', 'decoupler'),
        setShaftFact('ps', 'clutch', null),
      ],
      [],
    ],
    ['a belt less', [removeBelt('main')], ['Main belt was removed.']],
    ['fixed centres', [setBeltAdjuster('main', null)], ['Main belt: runs on fixed centres.']],
    ['an adjuster less', [removeAdjuster('tens')], ['Main belt: runs on fixed centres.', 'Adjuster tens was removed.']],
    ['a new name', [setDriveName('Mine')], [expect.stringMatching(/^Renamed from “.+” to “Mine”\.$/) as never]],
    ['the crank cannot go', [removeShaft('crank')], []],
  ])('%s', (_, edits, expected) => {
    expect(after(...edits).changes).toEqual(expected)
  })

  test('a shaft goes with everything that speaks of it', () => {
    const records: DriveEdit = (draft) => {
      const by = { written: '', ...stamp }
      draft.readings = [
        { id: 'r', pulley: 'tens.1', how: 'outside', value: 70, ...by },
        { id: 's', pulley: 'alt.1', how: 'step', value: 2, outer: 'tens.1', ...by },
      ]
      draft.survey = {
        distances: [{ id: 'd', from: 'crank.1', to: 'tens.1', kind: 'gap', value: 9, ...by }],
        sides: [{ from: 'crank.1', to: 'alt.1', of: 'tens.1', side: 'left' }],
        upright: { from: 'crank.1', to: 'tens.1', direction: 90 },
      }
      draft.photo = {
        id: 'p',
        width: 9,
        height: 9,
        strength: 1,
        view: 'oblique',
        rims: [{ pulley: 'tens.1', points: [[1, 1]] }],
        ...stamp,
      }
    }
    const { drive } = after(records, removeShaft('tens'))
    expect(JSON.stringify(drive)).not.toContain('tens')
    expect(drive.belts[0]?.route).toHaveLength(5)
  })

  test('an adjuster is added, changed and given to its belts', () => {
    const swing = {
      id: 'swing',
      kind: 'swing' as const,
      shaft: 'alt',
      pivot: { x: 0, y: 0 },
      angleFrom: 10,
      angleTo: 40,
    }
    const { drive } = after(putAdjuster(swing, ['main']), putAdjuster({ ...swing, angleTo: 50 }))
    expect(drive.adjusters.filter(({ id }) => id === 'swing')).toEqual([{ ...swing, angleTo: 50 }])
    expect(drive.belts[0]?.adjuster).toBe('swing')
  })

  test('an arm moves with the shaft it carries', () => {
    const { drive } = after(
      putShaft(
        'tens',
        {
          x: (ketch.shafts.find(({ id }) => id === 'tens')?.x ?? 0) + 10,
          y: ketch.shafts.find(({ id }) => id === 'tens')?.y ?? 0,
        },
        'dragged',
        stamp,
      ),
    )
    const [was, is] = [ketch.adjusters[0], drive.adjusters[0]]
    expect(is?.kind === 'spring-arm' && was?.kind === 'spring-arm' && is.pivot.x - was.pivot.x).toBeCloseTo(10, 9)
  })
})

describe('a new drive', () => {
  const parts = [
    { kind: 'crank' as const, name: 'Crank', face: 'ribbed' as const, section: 'PK' as const, grooves: 6 },
    { kind: 'idler' as const, name: 'Idler', face: 'smooth' as const, section: 'PK' as const, grooves: 6 },
    {
      kind: 'idler' as const,
      name: 'Second idler',
      face: 'smooth' as const,
      section: 'PK' as const,
      grooves: 6,
      mustTurn: 'ccw' as const,
    },
    { kind: 'other' as const, name: 'Cam', face: 'toothed' as const, section: 'T9.5' as const, grooves: 1 },
  ]

  test('holds together with nothing measured but the crank’s place', () => {
    const drive = mustCheck(
      newDrive({ name: 'New', crankTurns: 'cw', parts, belts: [{ name: 'Belt', section: 'PK', ribs: 6 }] }),
    )
    expect(drive.shafts.map(({ id, x }) => [id, x])).toEqual([
      ['crank', 0],
      ['idler', null],
      ['idler-2', null],
      ['other', null],
    ])
    expect(drive.pulleys.every((pulley) => (pulley.face === 'toothed' ? pulley.teeth : pulley.diameter) === null)).toBe(
      true,
    )
  })

  test('parts and steps are added under names of their own', () => {
    const { drive } = after(
      addPart({ kind: 'crank', name: 'x', face: 'vee', section: 'V13', grooves: 1 }),
      (draft) => (draft.shafts = draft.shafts.slice(0, -1)),
      (draft) => (draft.pulleys = draft.pulleys.slice(0, -1)),
      addPulley('crank', { face: 'vee', section: 'V13', grooves: 2 }),
    )
    expect(drive.pulleys.at(-1)).toMatchObject({ id: 'crank.2', shaft: 'crank', face: 'vee', diameter: null })
    expect(freshId(ketch, 'main')).toBe('main-2')
    expect(freshId(ketch, 'crank.1')).toBe('crank.2')
  })
})
