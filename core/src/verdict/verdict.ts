/**
 * The one word that everything of a drive is judged with: it is fine, it is worth watching, something has to be done, or nobody
 * knows. Not knowing is no kind of fine.
 */
export const VERDICTS = ['fine', 'watch', 'act', 'unknown'] as const
export type Verdict = (typeof VERDICTS)[number]

const GRAVITY: Readonly<Record<Verdict, number>> = { fine: 0, unknown: 1, watch: 2, act: 3 }

/** The gravest of some verdicts: what is known to be wrong weighs more than what nobody knows, and that more than what is fine. */
export function worstOf(verdicts: Iterable<Verdict>): Verdict | undefined {
  return [...verdicts].toSorted(graver)[0]
}

/** Sorts the gravest first. */
export function graver(a: Verdict, b: Verdict): number {
  return GRAVITY[b] - GRAVITY[a]
}
