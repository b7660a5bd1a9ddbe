import type { DataSource } from 'typeorm'
import type { Diagnosis, DiagnosisFields } from '@emery/core/api'
import { DriveRows } from '../rows/drive-rows.ts'
import { DiagnosisEntity } from './diagnosis.entity.ts'

/** Findings shown at once. */
const MAX_DIAGNOSES = 500

/** What was found on a drive, when and by whom. */
export function diagnosesOf(source: DataSource, now: () => Date): DriveRows<DiagnosisFields, Diagnosis> {
  return new DriveRows(source, now, {
    entity: DiagnosisEntity,
    newest: ['at'],
    max: MAX_DIAGNOSES,
    notFound: 'DIAGNOSIS_NOT_FOUND',
    stored: (fields, at) => ({ ...fields, at: at.toISOString() }),
    said: ({ id, at, answers, cause, causeName, probability, edition, actions, prove, note, distance, by }) => ({
      id,
      at,
      answers,
      cause,
      causeName,
      probability,
      edition,
      actions,
      prove,
      note,
      distance,
      by,
    }),
  })
}
