/** Version 1 to 2: alignment and minimum speeds under the names everyone uses, and keys that version 1 did not have. */
import type { DocumentProblem } from '../document-problem.ts'
import type { Migration, RawDocument } from './migration.ts'

/** Keys that were called otherwise, by the list whose entries hold them; none for the document itself. */
const RENAMED = [
  { list: null, was: 'lineUp', is: 'alignment' },
  { list: null, was: 'lineUpWork', is: 'alignmentWork' },
  { list: 'shafts', was: 'leastRpm', is: 'minRpm' },
] as const

/** Keys that came with version 2, by where they stand. */
const NEW: Readonly<Record<'engine' | 'shafts' | 'pulleys' | 'belts' | 'adjusters' | 'lengths', readonly string[]>> = {
  engine: ['assumed', 'cylinders', 'strokes'],
  shafts: ['assumed', 'clutch', 'inertia', 'rating', 'hubDepth', 'marks'],
  pulleys: ['assumed'],
  belts: ['assumed', 'construction', 'book'],
  adjusters: ['assumed'],
  lengths: ['lay'],
}

const isObject = (value: unknown): value is RawDocument =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A record with one key under another name, in the same place. */
function withKey(record: RawDocument, was: string, is: string): RawDocument {
  if (!Object.hasOwn(record, was)) return record
  return Object.fromEntries(Object.entries(record).map(([key, value]) => [key === was ? is : key, value]))
}

function newKeyIn(record: unknown, keys: readonly string[], path: string): DocumentProblem | undefined {
  const key = isObject(record) ? keys.find((each) => Object.hasOwn(record, each)) : undefined
  if (key === undefined) return undefined
  return { path: `${path}.${key}`, message: 'is a key of version 2, and this document says it is version 1' }
}

export const fromV1: Migration = {
  refuse: (document) => {
    const taken = RENAMED.flatMap(({ list, is }) => (list === null ? [is] : []))
    const atTop = newKeyIn(document, taken, '$')
    if (atTop !== undefined) return atTop
    for (const [part, keys] of Object.entries(NEW)) {
      const renamed = RENAMED.flatMap(({ list, is }) => (list === part ? [is] : []))
      const value = document[part]
      const records = Array.isArray(value) ? value : [value]
      for (const [i, record] of records.entries()) {
        const found = newKeyIn(record, [...keys, ...renamed], Array.isArray(value) ? `$.${part}[${i}]` : `$.${part}`)
        if (found !== undefined) return found
      }
    }
    return undefined
  },

  convert: (document) => {
    let next: RawDocument = { ...document, version: 2 }
    for (const { list, was, is } of RENAMED) {
      if (list === null) next = withKey(next, was, is)
      else {
        const records = next[list]
        if (Array.isArray(records))
          next = {
            ...next,
            [list]: records.map((record: unknown) => (isObject(record) ? withKey(record, was, is) : record)),
          }
      }
    }
    return next
  },

  pathBefore: (path) =>
    RENAMED.reduce(
      (was, { list, was: old, is }) =>
        list === null
          ? was.replace(new RegExp(`^\\$\\.${is}(?=$|[.[])`), `$.${old}`)
          : was.replace(new RegExp(`^(\\$\\.${list}\\[\\d+\\])\\.${is}(?=$|[.[])`), `$1.${old}`),
      path,
    ),
}
