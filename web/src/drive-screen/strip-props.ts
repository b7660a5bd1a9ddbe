import type { BenchParts } from '../bench/bench-context.ts'
import type { StepId } from '../bench/panels/steps.ts'
import type { Command } from '../ui/top-bar.ts'

/** What both strips of steps are given, the wide one and the compact one. */
export interface StepStripProps {
  readonly step: StepId
  readonly parts: BenchParts
  readonly commands: readonly Command[]
}
