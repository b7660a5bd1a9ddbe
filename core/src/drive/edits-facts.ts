/** What somebody says of an engine, a part or the drive that no reading gives. */
import type { DriveEdit } from './edits.ts'
import type { Engine } from './engine.ts'
import type { Shaft } from './shaft.ts'

/** Says something of the engine; null for not known. */
export function setEngineFact<Key extends 'cylinders' | 'strokes'>(key: Key, value: Engine[Key] | null): DriveEdit {
  return ({ engine }) => {
    if (value == null) delete engine[key]
    else Object.assign(engine, { [key]: value })
  }
}

/** Says something of a part; null for not known. */
export function setShaftFact<Key extends 'clutch' | 'inertia' | 'hubDepth' | 'marks'>(
  shaftId: string,
  key: Key,
  value: Shaft[Key] | null,
): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (value == null) delete shaft[key]
    else Object.assign(shaft, { [key]: value })
  }
}

export function setNotes(notes: string): DriveEdit {
  return (draft) => {
    draft.notes = notes
  }
}
