/** Keys of a drive's records that were called otherwise in version 1 of the ZIP. */
const KEYS: Readonly<Record<string, string>> = {
  findings: 'diagnoses',
  walkrounds: 'inspections',
  look: 'review',
  lookedBy: 'reviewedBy',
}

/** Values that were, by their key. */
const VALUES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  place: { 'gone back': 'returned' },
  verdict: { ok: 'fine', replace: 'act' },
}

/** What a version 1 ZIP holds of a drive, under the names of version 2; nothing in it has been checked yet. */
export function recordsFromVersion1(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(recordsFromVersion1)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [
      KEYS[key] ?? key,
      (typeof each === 'string' ? VALUES[key]?.[each] : undefined) ?? recordsFromVersion1(each),
    ]),
  )
}
