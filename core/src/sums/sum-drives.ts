/** Drives that a sum begins: what was entered, and nothing else. docs/mechanics/sums.md */
import type { DriveDraft, Stamp } from '../drive/edits.ts'
import type { DriveDocument } from '../drive/drive.ts'
import { newDrive, type NewPart } from '../drive/new-drive.ts'
import type { AidLaid } from '../length/aids.ts'
import { familyOf } from '../sections/families.ts'
import type { Section } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'

function begun(name: string, section: Section, ribs: number, parts: readonly NewPart[]): DriveDraft {
  const crank = { kind: 'crank', name: 'Crank', face: familyOf(section).face, section, grooves: ribs } as const
  const belts = [{ name: 'Main belt', section, ribs }]
  return newDrive({ name, crankTurns: 'cw', parts: [crank, ...parts], belts })
}

/** Two pulleys of which the outside diameters are known, and the belt between them. A toothed pulley's teeth are still to be counted. */
export function ratioDrive(driving: Mm, driven: Mm, section: Section): DriveDocument {
  const part = { kind: 'other', name: 'Driven', face: familyOf(section).face, section, grooves: 6 } as const
  const draft = begun('From two diameters', section, 6, [part])
  draft.pulleys.forEach((pulley, i) => {
    if (pulley.face !== 'toothed') pulley.diameter = i === 0 ? driving : driven
  })
  for (const belt of draft.belts) belt.route = draft.pulleys.map(({ id }) => ({ pulley: id, contact: 'ribs' }))
  return draft
}

/** A belt of which only what was laid along its route is known. */
export function lengthDrive(
  belt: { readonly section: Section; readonly ribs: number },
  { aid, thickness, reading }: AidLaid,
  backTurns: number,
  stamp: Stamp & { readonly id: string },
): DriveDocument {
  const draft = begun('From a string', belt.section, belt.ribs, [])
  draft.lengths = draft.belts.map(({ id }) => ({
    ...stamp,
    belt: id,
    how: 'aid' as const,
    written: '',
    aid,
    thickness,
    value: reading,
    u: 0,
    ...(backTurns > 0 ? { backTurns } : {}),
  }))
  return draft
}

/** A belt of which only the label is known. */
export function labelDrive(section: Section, ribs: number, length: Mm): DriveDocument {
  const draft = begun('From a label', section, ribs, [])
  for (const belt of draft.belts) belt.length = length
  return draft
}
