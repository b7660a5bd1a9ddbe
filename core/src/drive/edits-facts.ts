/** What somebody says of an engine, a part or the drive that no reading gives. */
import type { DriveEdit } from './edits.ts'
import type { Engine } from './engine.ts'
import type { Shaft } from './shaft.ts'

/** Says something of the engine; null for not known. */
export function setEngineFact<Key extends 'cylinders' | 'strokes'>(key: Key, value: Engine[Key] | null): DriveEdit {
  return (draft) => {
    draft.engine = withFact(draft.engine, key, value)
  }
}

/** Says something of a part; null for not known. */
export function setShaftFact<Key extends 'clutch' | 'inertia' | 'hubDepth' | 'hubStands' | 'marks'>(
  shaftId: string,
  key: Key,
  value: Shaft[Key] | null,
): DriveEdit {
  return (draft) => {
    draft.shafts = draft.shafts.map((shaft) => (shaft.id === shaftId ? withFact(shaft, key, value) : shaft))
  }
}

/** A record with one of its optional keys said, or not there. */
export function withFact<Part extends object, Key extends keyof Part>(
  part: Part,
  key: Key,
  value: Part[Key] | null | undefined,
): Part {
  const others = Object.entries(part).filter(([each]) => each !== key)
  return Object.fromEntries(value == null ? others : [...others, [key, value]]) as Part
}

export function setNotes(notes: string): DriveEdit {
  return (draft) => {
    draft.notes = notes
  }
}
