/** A change to a job as plain data: it can be kept, sent later, and made on top of what somebody else has changed meanwhile. */
import type { JobFields } from '../api/job-records.ts'

/** What tells the entries of each list of a job apart. */
const KEYS = {
  without: String,
  shows: String,
  work: ({ id }: JobFields['work'][number]) => id,
  ticks: ({ step }: JobFields['ticks'][number]) => step,
  pictures: ({ id }: JobFields['pictures'][number]) => id,
  torques: ({ step }: JobFields['torques'][number]) => step,
  added: ({ id }: JobFields['added'][number]) => id,
  moved: (move: JobFields['moved'][number]) => `${move.step} ${move.before} ${move.at}`,
  parts: ({ id }: JobFields['parts'][number]) => id,
  diagnoses: String,
  hands: String,
  time: ({ id }: JobFields['time'][number]) => id,
} as const

type ListName = keyof typeof KEYS
const LISTS = Object.keys(KEYS) as readonly ListName[]

interface ListEdit {
  /** Entries that are new, or other than they were. */
  readonly put: readonly unknown[]
  /** Keys of entries that are gone. */
  readonly gone: readonly string[]
}

export interface JobEdit {
  readonly set: Partial<Omit<JobFields, ListName>>
  readonly lists: { readonly [Name in ListName]?: ListEdit }
}

const keyOf = (list: ListName, entry: unknown) => (KEYS[list] as (entry: unknown) => string)(entry)
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** What leads from one state of a job to another; null where nothing does. */
export function jobEdit(before: JobFields, after: JobFields): JobEdit | null {
  const fields = (Object.keys(after) as (keyof JobFields)[]).filter((key) => !LISTS.includes(key as ListName))
  const set = Object.fromEntries(fields.flatMap((key) => (same(before[key], after[key]) ? [] : [[key, after[key]]])))
  const lists = Object.fromEntries(
    LISTS.flatMap((list) => {
      const [old, now] = [entriesOf(before, list), entriesOf(after, list)]
      const put = [...now].flatMap(([key, entry]) => (same(old.get(key), entry) ? [] : [entry]))
      const gone = [...old.keys()].filter((key) => !now.has(key))
      return put.length + gone.length === 0 ? [] : [[list, { put, gone }]]
    }),
  )
  return Object.keys(set).length + Object.keys(lists).length === 0 ? null : { set, lists }
}

/** A job with a change made to it, whatever else was changed since: entries keep their places, new ones come last. */
export function withJobEdit(job: JobFields, { set, lists }: JobEdit): JobFields {
  const changed = Object.entries(lists).map(([name, { put, gone }]) => {
    const list = name as ListName
    const entries = entriesOf(job, list)
    for (const key of gone) entries.delete(key)
    for (const entry of put) entries.set(keyOf(list, entry), entry)
    return [list, [...entries.values()]] as const
  })
  return { ...job, ...set, ...Object.fromEntries(changed) }
}

function entriesOf(job: JobFields, list: ListName): Map<string, unknown> {
  return new Map((job[list] as readonly unknown[]).map((entry) => [keyOf(list, entry), entry]))
}
