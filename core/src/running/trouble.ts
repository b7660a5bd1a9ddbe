/** What is wrong with the parts of a drive beyond what its document can say; faults.ts puts it there. */
export interface Trouble {
  /** Share of its grip that a belt has left on grooved pulleys, by belt. */
  readonly grip?: Readonly<Record<string, number>>
  /** Share of its torque that a tensioner's spring has left, and of its damping, by adjuster. */
  readonly spring?: Readonly<Record<string, number>>
  readonly damping?: Readonly<Record<string, number>>
  /** Share of the pull its belt should have, at which an arm has frozen, by adjuster. */
  readonly frozen?: Readonly<Record<string, number>>
  /** Share of its setting that a belt tightened by hand has, by belt. */
  readonly setting?: Readonly<Record<string, number>>
  /** N·m that a shaft drags with beyond its load. */
  readonly drag?: Readonly<Record<string, number>>
  /** How rough a shaft's bearing runs: 0 new, 1 about to seize. */
  readonly rough?: Readonly<Record<string, number>>
  /** mm by which a pulley rocks at its rim, by shaft. */
  readonly play?: Readonly<Record<string, number>>
  /** mm that a pulley runs out, and degrees that its face wobbles, once a turn, by pulley. */
  readonly runOut?: Readonly<Record<string, number>>
  readonly wobble?: Readonly<Record<string, number>>
  /** mm that something in a groove lifts the belt, by pulley. */
  readonly bump?: Readonly<Record<string, number>>
  /** mm that a part's pulley moves along its shaft for 1000 N more on it than at rest, by shaft. */
  readonly gives?: Readonly<Record<string, number>>
  /** Grooves by which the belt lies beside where it belongs, toward the front, by pulley. */
  readonly groovesOff?: Readonly<Record<string, number>>
  /** What only eyes see: how worn, glazed and oily a belt is, 0 to 1, and how many ribs it has too few, by belt; how far an arm leans, degrees. */
  readonly worn?: Readonly<Record<string, number>>
  readonly glazed?: Readonly<Record<string, number>>
  readonly oily?: Readonly<Record<string, number>>
  readonly fewer?: Readonly<Record<string, number>>
  readonly leans?: Readonly<Record<string, number>>
  /** Shafts whose clutch holds both ways. */
  readonly locked?: readonly string[]
}

export const NO_TROUBLE: Trouble = {}
