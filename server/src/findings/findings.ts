import type { DataSource } from 'typeorm'
import type { Finding, FindingFields } from '@emery/core'
import { DriveRows } from '../rows/drive-rows.ts'
import { FindingEntity } from './finding.entity.ts'

/** Findings shown at once. */
const MOST_FINDINGS = 500

/** What was found on a drive, when and by whom. */
export function findingsOf(source: DataSource, now: () => Date): DriveRows<FindingFields, Finding> {
  return new DriveRows(source, now, {
    entity: FindingEntity,
    newest: ['at'],
    most: MOST_FINDINGS,
    notFound: 'FINDING_NOT_FOUND',
    stored: (fields, at) => ({ ...fields, at: at.toISOString() }),
    said: ({ id, at, answers, cause, causeName, probability, edition, actions, prove, note, distance, by }) => ({
      ...{ id, at, answers, cause, causeName, probability, edition, actions, prove, note, distance, by },
    }),
  })
}
