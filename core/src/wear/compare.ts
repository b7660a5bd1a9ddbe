/** Two walks round the same drive, side by side. */
import type { InspectionCheck, InspectionFields } from './inspection.ts'

export interface ComparedCheck {
  readonly part: string
  readonly partName: string
  readonly check: InspectionCheck['check']
  /** null where it was not looked at. */
  readonly before: InspectionCheck | null
  readonly after: InspectionCheck | null
  /** By how much a figure has grown; null without two of them. */
  readonly grown: number | null
}

/** Every check of either walk, in the order of the later one; those that only the earlier one has come last. */
export function compareInspections(
  before: Pick<InspectionFields, 'checks'>,
  after: Pick<InspectionFields, 'checks'>,
): readonly ComparedCheck[] {
  const find = (checks: readonly InspectionCheck[], { part, check }: InspectionCheck) =>
    checks.find((each) => each.part === part && each.check === check) ?? null
  const gone = before.checks.filter((each) => find(after.checks, each) === null)
  return [...after.checks, ...gone].map((each) => {
    const [was, is] = [find(before.checks, each), find(after.checks, each)]
    return {
      part: each.part,
      partName: each.partName,
      check: each.check,
      before: was,
      after: is,
      grown: was?.value == null || is?.value == null ? null : is.value - was.value,
    }
  })
}
