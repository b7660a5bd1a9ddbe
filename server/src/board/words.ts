/** Words that are looked for at most; more are left aside. */
const MAX_WORDS = 6

/** What was typed, as the words of it in small letters; the longest first, which fewest rows hold. */
export function wordsOf(typed: unknown): readonly string[] {
  return typeof typed === 'string'
    ? typed
        .slice(0, 120)
        .toLowerCase()
        .split(/\s+/)
        .filter((word) => word !== '')
        .slice(0, MAX_WORDS)
        .toSorted((a, b) => b.length - a.length)
    : []
}

/** A word as SQL's LIKE finds it anywhere; its own signs are taken as they are. */
export function likeOf(word: string): string {
  return `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`
}
