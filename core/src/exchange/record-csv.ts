/** Findings and inspections as tables, for other programs to read: docs/reference/record-csv.md. */
import type { Diagnosis } from '../api/diagnosis-records.ts'
import type { Inspection } from '../api/inspection-records.ts'
import { writeTable } from './read-table.ts'

const DIAGNOSIS_COLUMNS = [
  'at',
  'by',
  'distance_km',
  'cause',
  'found',
  'probability',
  'actions',
  'rests_on',
  'prove',
  'note',
  'edition',
] as const

/** A row for each finding, in the order given. */
export function diagnosesCsv(diagnoses: readonly Diagnosis[]): string {
  const rows = diagnoses.map(
    ({ at, by, distance, cause, causeName, probability, actions, answers, prove, ...rest }) => ({
      at,
      by,
      distance_km: distance ?? '',
      cause,
      found: causeName,
      probability,
      actions: actions.join('; '),
      rests_on: answers.map(({ words }) => words).join('; '),
      prove,
      note: rest.note,
      edition: rest.edition,
    }),
  )
  return writeTable(rows, DIAGNOSIS_COLUMNS)
}

const INSPECTION_COLUMNS = [
  'inspection',
  'at',
  'by',
  'distance_km',
  'part',
  'part_name',
  'check',
  'value',
  'read_with',
  'state',
  'verdict',
  'reason',
  'note',
  'photos',
  'marks',
  'renewed',
] as const

/** A row for each thing looked at, inspection by inspection, in the order given; a part that is new and was not looked at has a row of its own. */
export function inspectionsCsv(inspections: readonly Inspection[]): string {
  const rows = inspections.flatMap(({ id, at, by, distance, checks, renewed }) => {
    const of = { inspection: id, at, by, distance_km: distance ?? '' }
    return [
      ...checks.map(({ part, partName, check, value, state, tool, verdict, reason, note, photos }) => ({
        ...of,
        part,
        part_name: partName,
        check,
        value: value ?? '',
        read_with: tool ?? '',
        state: state ?? '',
        verdict,
        reason,
        note,
        photos: photos.length,
        marks: photos.flatMap(({ marks }) => marks.map(({ words }) => words)).join('; '),
        renewed: renewed.includes(part) ? 'yes' : '',
      })),
      ...renewed
        .filter((part) => !checks.some((each) => each.part === part))
        .map((part) => ({ ...of, part, renewed: 'yes' })),
    ]
  })
  return writeTable(rows, INSPECTION_COLUMNS)
}
