/** What is done to a part because of what was found, and in which condition a complaint shows. */

export const WORK_KINDS = ['replace', 'adjust', 'align', 'clean', 'tighten', 'check'] as const
export type WorkKind = (typeof WORK_KINDS)[number]

export const CONDITIONS = ['cold', 'warm', 'damp', 'load', 'throttle', 'idle'] as const
/** When a complaint shows, and so when it has to be proved gone. */
export type Condition = (typeof CONDITIONS)[number]
