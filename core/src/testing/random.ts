export { randomFrom } from '../numerics/random.ts'

/** The seed of this run: from EMERY_SEED, or the fixed one that CI uses. Properties print it when they fail. */
export const SEED = Number(process.env['EMERY_SEED'] ?? 20261123)

/** How often a random test repeats itself: a few times in `npm test`, many in `npm run endure`. */
export function runs(few: number, many: number): number {
  return process.env['EMERY_ENDURE'] === undefined ? few : many
}
