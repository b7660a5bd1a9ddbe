import { ApiError } from '../http/errors.ts'

/** A name as it is told apart from others: without regard to capitals, accents and spaces. */
export function nameKey(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
}

/** Writing systems whose letters look alike in many places; a name keeps to one of them. */
const SCRIPTS = [/\p{Script=Latin}/u, /\p{Script=Cyrillic}/u, /\p{Script=Greek}/u, /\p{Script=Armenian}/u]

/** Refuses what cannot be told apart by eye: letters that nobody sees, and letters of two writing systems in one name. */
export function mustBeReadable(name: string): void {
  const unseen = /[\p{Cf}\p{Cc}\p{Zl}\p{Zp}]/u.test(name)
  const mixed = SCRIPTS.filter((script) => script.test(name)).length > 1
  if (!unseen && !mixed && nameKey(name) !== '') return
  throw new ApiError('BAD_REQUEST', {
    problems: [{ path: '$.name', message: 'must be letters of one alphabet, so that no two names look the same' }],
  })
}
