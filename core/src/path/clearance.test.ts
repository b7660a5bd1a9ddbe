import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import { metalClashes, nearMisses, spansOf } from './clearance.ts'
import { settleDrive } from './settle.ts'

const LEAST = 3

function changed(name: string, change: (draft: DriveDraft) => void): CheckedDrive {
  const draft = structuredClone(demoDrive(name)) as DriveDraft
  change(draft)
  return draft as CheckedDrive
}
const collisions = (drive: CheckedDrive) => {
  const settled = settleDrive(drive)
  return settled.belts.flatMap((belt) => nearMisses(settled, belt, spansOf(belt), LEAST))
}
const withoutDepths = (draft: DriveDraft) => {
  for (const pulley of draft.pulleys) delete pulley.z
}

describe('planes of which nobody has read the depth', () => {
  // Three belts in three planes over one crank, as the demo has them with every depth read.
  test.each(['fenland-vee', 'plover-stretch', 'petrel-two'])('%s: several belts run into nothing', (name) => {
    expect(collisions(demoDrive(name))).toEqual([])
    const bare = changed(name, withoutDepths)
    expect(collisions(bare)).toEqual([])
    expect(metalClashes(settleDrive(bare))).toEqual([])
  })

  test('with all depths read as one, what is in the way is in the way', () => {
    const flat = changed('fenland-vee', (draft) => {
      for (const pulley of draft.pulleys) pulley.z = 0
    })
    expect(collisions(flat).length).toBeGreaterThan(0)
  })

  test('a pulley of the same belt is in its plane, read or not', () => {
    const swollen = (depths: (draft: DriveDraft) => void) =>
      changed('ketch-main', (draft) => {
        depths(draft)
        // An idler so large that the belt, drawn past it elsewhere, cannot miss it.
        for (const pulley of draft.pulleys) if (pulley.face === 'smooth') pulley.diameter = 400
      })
    expect(collisions(swollen(withoutDepths))).toHaveLength(collisions(swollen(() => undefined)).length)
    expect(metalClashes(settleDrive(swollen(withoutDepths))).length).toBeGreaterThan(0)
  })
})
