/** Changes to the knowledge of noises, before it is saved. */
import type { Cause, KnowledgeFile, NoiseTest } from '@emery/core/noise'

/** Likelihoods go no nearer to never and always than this. */
const LEAST = 0.005

export function setCause(file: KnowledgeFile, id: string, change: Partial<Cause>): KnowledgeFile {
  return { ...file, causes: file.causes.map((cause) => (cause.id === id ? { ...cause, ...change } : cause)) }
}

/** Sets how often a cause comes; the others keep their shares of what is left. */
export function setPrior(file: KnowledgeFile, id: string, prior: number): KnowledgeFile {
  const kept = Math.min(0.9, Math.max(0.0005, prior))
  const others = file.causes.reduce((sum, cause) => (cause.id === id ? sum : sum + cause.prior), 0)
  return {
    ...file,
    causes: file.causes.map((cause) => ({
      ...cause,
      prior: cause.id === id ? kept : Math.max(0.0005, (cause.prior * (1 - kept)) / others),
    })),
  }
}

export function setTest(file: KnowledgeFile, id: string, change: Partial<NoiseTest>): KnowledgeFile {
  return { ...file, tests: file.tests.map((test) => (test.id === id ? { ...test, ...change } : test)) }
}

/** One of some likelihoods set otherwise; the others as they were. */
export function withLikelihood(row: readonly number[], at: number, value: number): number[] {
  return row.map((each, i) => (i === at ? value : each))
}

/** Brought to 1 together, each within its limits: what lies outside is put on its limit, the rest shares what is left. */
export function evenedOut(row: readonly number[]): number[] {
  let fixed = new Set<number>()
  const clamp = (value: number) => Math.min(1 - LEAST, Math.max(LEAST, value))
  for (;;) {
    const held = [...fixed].reduce((sum, i) => sum + clamp(row[i] ?? 0), 0)
    const rest = row.reduce((sum, each, i) => (fixed.has(i) ? sum : sum + Math.max(0, each)), 0)
    const free = row.length - fixed.size
    const share = (each: number) => (rest > 0 ? (Math.max(0, each) * (1 - held)) / rest : (1 - held) / free)
    const next = row.map((each, i) => (fixed.has(i) ? clamp(each) : share(each)))
    const low = next.flatMap((each, i) => (!fixed.has(i) && each < LEAST ? [i] : []))
    if (low.length === 0) return next.map((each) => Math.round(each * 1e6) / 1e6)
    fixed = new Set([...fixed, ...low])
  }
}
