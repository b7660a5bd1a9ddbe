import 'reflect-metadata'
import { DataSource } from 'typeorm'
import { AuditEntity } from '../audit/audit.entity.ts'
import { CounterEntity, EditEntity } from '../edits/edit.entity.ts'
import { NewsEntity } from '../live/news.entity.ts'
import { DriveEntity, DriveRevisionEntity } from '../drives/drive.entity.ts'
import { DiagnosisEntity } from '../diagnoses/diagnosis.entity.ts'
import { FittingEntity } from '../fittings/fitting.entity.ts'
import { DriveDueEntity, JobChangeEntity, JobEntity } from '../jobs/job.entity.ts'
import { KnowledgeEntity } from '../knowledge/knowledge.entity.ts'
import { HandoverEntity } from '../people/handover.entity.ts'
import { PersonEntity, SessionEntity, SignInAttemptEntity } from '../people/person.entity.ts'
import { PracticeResultEntity, PracticeTaskEntity } from '../practice/practice.entity.ts'
import { PhotoEntity } from '../photos/photo.entity.ts'
import { RuleEntity } from '../rules/rule.entity.ts'
import { ShelfEntity } from '../shelf/shelf.entity.ts'
import { BeltLinePartEntity } from '../belt-line-parts/belt-line-part.entity.ts'
import { InspectionEntity } from '../inspections/inspection.entity.ts'
import { VehicleEntity, VehicleRevisionEntity } from '../vehicles/vehicle.entity.ts'
import { VehiclesAndDrives1763900000000 } from './migrations/1763900000000-vehicles-and-drives.ts'
import { PeopleAndPhotos1764000000000 } from './migrations/1764000000000-people-and-photos.ts'
import { ShelfAndFittings1764100000000 } from './migrations/1764100000000-shelf-and-fittings.ts'
import { ShopRules1764200000000 } from './migrations/1764200000000-shop-rules.ts'
import { Findings1764400000000 } from './migrations/1764400000000-findings.ts'
import { WalkroundsAndKnowledge1764500000000 } from './migrations/1764500000000-walkrounds-and-knowledge.ts'
import { Jobs1764600000000 } from './migrations/1764600000000-jobs.ts'
import { PeopleAndSessions1764700000000 } from './migrations/1764700000000-people-and-sessions.ts'
import { JobsThatMove1764800000000 } from './migrations/1764800000000-jobs-that-move.ts'
import { WordsToFindBy1764900000000 } from './migrations/1764900000000-words-to-find-by.ts'
import { PicturesAndWordsAsBytes1765000000000 } from './migrations/1765000000000-pictures-and-words-as-bytes.ts'
import { CommonNames1766000000000 } from './migrations/1766000000000-common-names.ts'
import { Edits1767000000000 } from './migrations/1767000000000-edits.ts'
import { SignInAttempts1768000000000 } from './migrations/1768000000000-sign-in-attempts.ts'
import { AuditAndDevices1769000000000 } from './migrations/1769000000000-audit-and-devices.ts'
import { PicturesDeleted1770000000000 } from './migrations/1770000000000-pictures-deleted.ts'
import { JobChanges1771000000000 } from './migrations/1771000000000-job-changes.ts'
import { PicturesWithoutOrigin1772000000000 } from './migrations/1772000000000-pictures-without-origin.ts'
import { MakerClass1773000000000 } from './migrations/1773000000000-maker-class.ts'
import { PartsThatCarry1774000000000 } from './migrations/1774000000000-parts-that-carry.ts'
import { JobsOfADay1775000000000 } from './migrations/1775000000000-jobs-of-a-day.ts'
import { News1776000000000 } from './migrations/1776000000000-news.ts'
import { Handovers1777000000000 } from './migrations/1777000000000-handovers.ts'
import { Practice1778000000000 } from './migrations/1778000000000-practice.ts'
import { StackParts1764300000000 } from './migrations/1764300000000-stack-parts.ts'

/** The connection to MariaDB. The schema changes by migrations only. */
export function dataSourceFor(url: string): DataSource {
  return new DataSource({
    type: 'mariadb',
    url,
    charset: 'utf8mb4_unicode_ci',
    timezone: 'Z',
    entities: [
      VehicleEntity,
      VehicleRevisionEntity,
      DriveEntity,
      DriveRevisionEntity,
      PhotoEntity,
      ShelfEntity,
      FittingEntity,
      RuleEntity,
      BeltLinePartEntity,
      DiagnosisEntity,
      InspectionEntity,
      KnowledgeEntity,
      JobEntity,
      PersonEntity,
      SessionEntity,
      HandoverEntity,
      SignInAttemptEntity,
      DriveDueEntity,
      JobChangeEntity,
      EditEntity,
      NewsEntity,
      CounterEntity,
      AuditEntity,
      PracticeResultEntity,
      PracticeTaskEntity,
    ],
    migrations: [
      VehiclesAndDrives1763900000000,
      PeopleAndPhotos1764000000000,
      ShelfAndFittings1764100000000,
      ShopRules1764200000000,
      StackParts1764300000000,
      Findings1764400000000,
      WalkroundsAndKnowledge1764500000000,
      Jobs1764600000000,
      PeopleAndSessions1764700000000,
      JobsThatMove1764800000000,
      WordsToFindBy1764900000000,
      PicturesAndWordsAsBytes1765000000000,
      CommonNames1766000000000,
      Edits1767000000000,
      SignInAttempts1768000000000,
      AuditAndDevices1769000000000,
      PicturesDeleted1770000000000,
      JobChanges1771000000000,
      PicturesWithoutOrigin1772000000000,
      MakerClass1773000000000,
      PartsThatCarry1774000000000,
      JobsOfADay1775000000000,
      News1776000000000,
      Handovers1777000000000,
      Practice1778000000000,
    ],
    migrationsTransactionMode: 'each',
    synchronize: false,
    poolSize: 10,
    connectTimeout: 5000,
  })
}
