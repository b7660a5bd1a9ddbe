/** A small seeded source of chance (mulberry32), so that a failing property can be run again from its printed seed. */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** The seed of this run: from EMERY_SEED, or the fixed one that CI uses. Properties print it when they fail. */
export const SEED = Number(process.env['EMERY_SEED'] ?? 20261123)
