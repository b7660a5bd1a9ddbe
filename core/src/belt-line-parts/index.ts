/** What the other packages may take from here. */
export {
  BELT_LINE_ROLES,
  FACES,
  NOTHING_MORE_KNOWN,
  TURNS,
  type BeltLinePartFields,
  beltLinePartFieldsSchema,
  type BeltLineRole,
} from './belt-line-part.ts'
export {
  type Allowed,
  allowedChoices,
  type BeltLineChoice,
  beltLineChoices,
  lineChoiceOf,
} from './belt-line-choices.ts'
export { type BeltLineSet, beltLineSets, type BeltLineSets, type LineChoice, worthBuying } from './belt-line-sets.ts'
export { type Asked, type CannotCarry, type Carries } from './carries.ts'
export { LINE_WITHIN, BELT_LINE_CLEARANCE, MAX_CHOICES } from './nominal.ts'
