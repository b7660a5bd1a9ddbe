/** Names and phrases that were replaced by the common ones; `retired-words.test.mjs` finds none of them outside of HISTORY. */
export const RETIRED = [
  '[wW]alkround',
  'lineUp|LineUp|LINE_UP',
  '[lL]ine-up',
  'leastRpm',
  '[sS]econdThoughts|second-thoughts',
  '[dD]eadEnds|dead-ends',
  '\\bGoingOn\\b|going-on\\.tsx',
  '[pP]utRight|put-right',
  'StackPart|StackFields|STACK_(ROLES|PART|FULL)',
  '[bB]eltStrength|belt-strength',
  'JobStanding|jobStanding',
  '[fF]indingFields|FINDING_NOT_FOUND|findingsQuery',
  'Set and check',
  'Under way',
  'Falls due',
  'Find or do',
  'Cooling compressor',
  'rule of the shop',
  'Fetching the',
  'Clearing the bench',
  'Opening the door',
]

/** Files that tell of what was: migrations and what tests them, old files that are still read, the changelog. */
export const HISTORY = [
  'CHANGELOG.md',
  'docs/decisions',
  'docs/reference/drive-document.md',
  'server/src/database',
  'server/src/http/old-addresses.ts',
  'server/src/vehicles/records-from-version-1.ts',
  'core/src/drive/migrations',
  'tools/retired-words.mjs',
  'tools/fixtures',
]
