/** What the other packages may take from here. */
export {
  BELT_LINE_ROLES,
  type BeltLinePartFields,
  beltLinePartFieldsSchema,
  type BeltLineRole,
} from './belt-line-part.ts'
export {
  allowedChoices,
  BELT_LINE_CLEARANCE,
  type BeltLineChoice,
  beltLineChoices,
  type BeltLineSet,
  beltLineSets,
  type BeltLineSets,
  LINE_WITHIN,
  type LineChoice,
} from './belt-line-sets.ts'
