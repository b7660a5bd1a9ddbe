import { describe, expect, test } from '@jest/globals'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { settleDrive } from '../path/settle.ts'
import {
  holdOf,
  moveShaftBy,
  placeShaft,
  setBeltLength,
  setDiameterPlace,
  setDriveName,
  type DriveDraft,
  type DriveEdit,
} from './edits.ts'
import type { CheckedDrive } from './drive.ts'

const stamp = { by: 'Wren', at: '2026-11-24T08:00:00Z' }

function edited(drive: CheckedDrive, edit: DriveEdit): CheckedDrive {
  const draft = structuredClone(drive) as DriveDraft
  edit(draft)
  return mustCheck(draft)
}

/** Where a shaft stands with every adjuster half taken up. */
function held(drive: CheckedDrive, shaft: string) {
  return settleDrive(drive, Object.fromEntries(drive.adjusters.map(({ id }) => [id, 0.5]))).places.get(shaft)
}

describe('a shaft moves with all that holds it', () => {
  test.each([
    ['serpentine-1', 'tens', 'an arm’s pivot'],
    ['serpentine-1', 'alt', 'nothing but itself'],
    ['veeset-1', 'gen', 'a slot’s pivot'],
    ['veeset-1', 'ps', 'a slide'],
    ['rod-1', 'ac', 'a turnbuckle with lug and anchor'],
    ['compound-1', 'blow', 'an eccentric'],
  ])('%s: %s, held by %s', (name, shaft) => {
    const { drive } = vectorNamed(name)
    const [before, after] = [held(drive, shaft), held(edited(drive, moveShaftBy(shaft, { x: 12.5, y: -7 })), shaft)]
    expect((after?.x ?? NaN) - (before?.x ?? NaN)).toBeCloseTo(12.5, 9)
    expect((after?.y ?? NaN) - (before?.y ?? NaN)).toBeCloseTo(-7, 9)
  })
})

test('an arm’s shaft is placed by its pivot, any other by its centre', () => {
  const draft = structuredClone(vectorNamed('serpentine-1').drive) as DriveDraft
  expect(holdOf(draft, 'tens')).toEqual({ x: -143.07, y: 54.92, of: 'pivot' })
  expect(holdOf(draft, 'ps')).toEqual({ x: 191.27, y: 260.43, of: 'centre' })
  expect(holdOf(draft, 'nowhere')).toBeUndefined()
  placeShaft('tens', 'x', -150, stamp)(draft)
  placeShaft('ps', 'y', 250, stamp)(draft)
  expect(holdOf(draft, 'tens')).toMatchObject({ x: -150, y: 54.92 })
  expect(holdOf(draft, 'ps')).toMatchObject({ x: 191.27, y: 250 })
  // A pivot that was typed says nothing of where the arm's shaft stands.
  expect(draft.shafts.flatMap(({ id, placed }) => (placed === undefined ? [] : [[id, placed]]))).toEqual([
    ['ps', { how: 'typed', ...stamp }],
  ])
})

test('readings are changed where they stand', () => {
  const ketch = vectorNamed('serpentine-1').drive
  expect(edited(ketch, setDiameterPlace('crank.1', 'pitch')).pulleys[0]).toMatchObject({ diameterAt: 'pitch' })
  expect(edited(ketch, setBeltLength('main', null)).belts[0]?.length).toBeNull()
  expect(edited(ketch, setDriveName('Mine')).name).toBe('Mine')
})

test.each<[string, DriveEdit]>([
  ['a pulley’s reading', setDiameterPlace('gone', 'pitch')],
  ['a shaft', placeShaft('gone', 'x', 4, stamp)],
  ['a belt', setBeltLength('gone', 4)],
])('%s that is not present changes nothing', (_, edit) => {
  const ketch = vectorNamed('serpentine-1').drive
  expect(edited(ketch, edit)).toEqual(ketch)
})
