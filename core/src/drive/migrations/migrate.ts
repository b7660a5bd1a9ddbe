import type { DocumentProblem } from '../document-problem.ts'
import { fromV1 } from './from-v1.ts'
import type { Migration, RawDocument } from './migration.ts'

/** Every step there has been, by the version it starts from. A step is never changed once files of its version exist. */
const MIGRATIONS: ReadonlyMap<unknown, Migration> = new Map([[1, fromV1]])

export type Migrated =
  | { readonly ok: true; readonly document: RawDocument; readonly pathBefore: (path: string) => string }
  | { readonly ok: false; readonly problem: DocumentProblem }

/** Takes a document of any earlier version to the present one, step by step. */
export function migrate(document: RawDocument): Migrated {
  let current = document
  let pathBefore = (path: string) => path
  for (;;) {
    const step = MIGRATIONS.get(current['version'])
    if (step === undefined) return { ok: true, document: current, pathBefore }
    const problem = step.refuse(current)
    if (problem !== undefined) return { ok: false, problem: { ...problem, path: pathBefore(problem.path) } }
    current = step.convert(current)
    const earlier = pathBefore
    pathBefore = (path) => earlier(step.pathBefore(path))
  }
}

/** The versions that can be opened besides the present one. */
export const OLDER_VERSIONS = [...MIGRATIONS.keys()].filter((version): version is number => typeof version === 'number')
