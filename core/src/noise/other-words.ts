/** The words of a drive’s own belts: what is said of ribs is not said of V grooves or teeth. docs/mechanics/noise.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import { familyOf } from '../sections/families.ts'
import type { BeltKind } from './knowledge-file.ts'
import type { Knowledge } from './knowledge.ts'

/** What every belt of a drive is, where that asks for other words; null for ribs, for mixed drives and where no belt is there. */
export function beltKindOf({ belts }: Pick<CheckedDrive, 'belts'>): BeltKind | null {
  const families = belts.map(({ section }) => familyOf(section))
  if (families.length === 0) return null
  if (families.every(({ wedges }) => wedges)) return 'vee'
  return families.every(({ meshes }) => meshes) ? 'teeth' : null
}

/** The same knowledge in the words of such belts. Ids and likelihoods stay, so that answers and diagnoses hold for either. */
export function inWordsOf(knowledge: Knowledge, belts: BeltKind | null): Knowledge {
  if (belts === null) return knowledge
  return {
    ...knowledge,
    causes: knowledge.causes.map((cause) => ({ ...cause, ...cause.otherWords?.[belts] })),
    tests: knowledge.tests.map((test) => {
      const { outcomes = [], ...words } = test.otherWords?.[belts] ?? {}
      return {
        ...test,
        ...words,
        outcomes: test.outcomes.map((outcome) => outcomes.find(({ id }) => id === outcome.id) ?? outcome),
      }
    }),
  }
}
