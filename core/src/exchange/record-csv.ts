/** Findings and walkrounds as tables, for other programs to read: docs/reference/record-csv.md. */
import type { Finding } from '../api/finding-records.ts'
import type { Walkround } from '../api/walkround-records.ts'
import { writeTable } from './read-table.ts'

const FINDING_COLUMNS = [
  ...['at', 'by', 'distance_km', 'cause', 'found', 'probability', 'actions', 'rests_on', 'prove', 'note', 'edition'],
] as const

/** A row for each finding, in the order given. */
export function findingsCsv(findings: readonly Finding[]): string {
  const rows = findings.map(
    ({ at, by, distance, cause, causeName, probability, actions, answers, prove, ...rest }) => ({
      ...{ at, by, distance_km: distance ?? '', cause, found: causeName, probability },
      actions: actions.join('; '),
      rests_on: answers.map(({ words }) => words).join('; '),
      ...{ prove, note: rest.note, edition: rest.edition },
    }),
  )
  return writeTable(rows, FINDING_COLUMNS)
}

const WALKROUND_COLUMNS = [
  ...['walkround', 'at', 'by', 'distance_km', 'part', 'part_name', 'check', 'value', 'state', 'verdict', 'reason'],
  ...['note', 'photos', 'marks', 'renewed'],
] as const

/** A row for each thing looked at, walkround by walkround, in the order given; a part that is new and was not looked at has a row of its own. */
export function walkroundsCsv(walkrounds: readonly Walkround[]): string {
  const rows = walkrounds.flatMap(({ id, at, by, distance, checks, renewed }) => {
    const of = { walkround: id, at, by, distance_km: distance ?? '' }
    return [
      ...checks.map(({ part, partName, check, value, state, verdict, reason, note, photos }) => ({
        ...{ ...of, part, part_name: partName, check, value: value ?? '', state: state ?? '', verdict, reason, note },
        photos: photos.length,
        marks: photos.flatMap(({ marks }) => marks.map(({ words }) => words)).join('; '),
        renewed: renewed.includes(part) ? 'yes' : '',
      })),
      ...renewed
        .filter((part) => !checks.some((each) => each.part === part))
        .map((part) => ({ ...of, part, renewed: 'yes' })),
    ]
  })
  return writeTable(rows, WALKROUND_COLUMNS)
}
