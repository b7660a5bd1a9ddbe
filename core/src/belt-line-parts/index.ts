/** What the other packages may take from here. */
export {
  BELT_LINE_ROLES,
  type BeltLinePartFields,
  beltLinePartFieldsSchema,
  type BeltLineRole,
} from './belt-line-part.ts'
export {
  allowedChoices,
  type BeltLineChoice,
  beltLineChoices,
  type BeltLineSet,
  beltLineSets,
  type BeltLineSets,
  type LineChoice,
} from './belt-line-sets.ts'
export { LINE_WITHIN, BELT_LINE_CLEARANCE } from './nominal.ts'
