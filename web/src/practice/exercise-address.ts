import { EXERCISES, GRADES, ROUND_KINDS, type ExerciseKey, type RoundKind } from '@emery/core/practice'

/** `1-2` of those that ship, or `g2-48151` for one more of a grade. */
export function exerciseAt(address: string): ExerciseKey | null {
  const shipped = EXERCISES.find(({ id }) => id === address)
  if (shipped !== undefined) return shipped
  const [, digit, seed] = /^g([123])-(\d{1,9})$/.exec(address) ?? []
  const grade = GRADES.find((each) => String(each) === digit)
  return grade === undefined || seed === undefined ? null : { grade, seed: Number(seed) }
}

export function anotherAddress(grade: number): string {
  return `g${grade}-${someSeed()}`
}

export function titleOf(address: string): string {
  return EXERCISES.find(({ id }) => id === address)?.title ?? `Exercise ${address}`
}

/** `size-48151`: a round of one skill. */
export function roundAt(address: string): { readonly kind: RoundKind; readonly seed: number } | null {
  const [word, seed = ''] = address.split('-')
  const kind = ROUND_KINDS.find((each) => each === word)
  return kind === undefined || !/^\d{1,9}$/.test(seed) ? null : { kind, seed: Number(seed) }
}

export function roundAddress(kind: RoundKind): string {
  return `${kind}-${someSeed()}`
}

const someSeed = () => 1 + Math.floor(Math.random() * 999_999)
