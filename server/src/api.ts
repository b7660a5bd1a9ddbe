import type { Router } from 'express'
import type { DataSource } from 'typeorm'
import { diagnosisFieldsSchema, fittingFieldsSchema, MAX_BELT_LINE_PARTS } from '@emery/core/api'
import { beltLinePartFieldsSchema } from '@emery/core/belt-line-parts'
import { inspectionFieldsSchema } from '@emery/core/wear'
import { DiskRoom } from './database/disk-room.ts'
import { writesOnce } from './edits/write-once.ts'
import type { AuditLog } from './audit/audit-log.ts'
import { auditOperations, auditRoutes } from './audit/audit-routes.ts'
import { deletedOperations, deletedRoutes } from './deleted/deleted-routes.ts'
import { DeletedService } from './deleted/deleted-service.ts'
import { boardOperations, boardRoutes } from './board/board-routes.ts'
import { BoardService } from './board/board-service.ts'
import { searchOperations, searchRoutes } from './board/search-routes.ts'
import { SearchService } from './board/search-service.ts'
import { driveOperations, driveRoutes } from './drives/drive-routes.ts'
import { DriveService } from './drives/drive-service.ts'
import { exampleOperations, exampleRoutes } from './examples/example-routes.ts'
import { diagnosesOf } from './diagnoses/diagnoses.ts'
import { fittingsOf } from './fittings/fittings.ts'
import { authorityOperations, authorityRoutes } from './http/authority-routes.ts'
import { openApi, openApiRoutes } from './http/open-api.ts'
import type { Operations } from './http/operations.ts'
import { Derived } from './derived/derived.ts'
import { jobOperations, jobRoutes } from './jobs/job-routes.ts'
import { JobService } from './jobs/job-service.ts'
import { LiveNews } from './live/live-news.ts'
import { liveOperations, liveRoutes } from './live/live-routes.ts'
import { knowledgeOperations, knowledgeRoutes } from './knowledge/knowledge-routes.ts'
import { KnowledgeService } from './knowledge/knowledge-service.ts'
import { peopleOperations, peopleRoutes } from './people/people-routes.ts'
import { handoverOperations, handoverRoutes } from './people/handover-routes.ts'
import { HandoverService } from './people/handover-service.ts'
import type { PeopleService } from './people/people-service.ts'
import { sessionOperations, sessionRoutes } from './people/session-routes.ts'
import type { SessionService } from './people/session-service.ts'
import { practiceOperations, practiceRoutes } from './practice/practice-routes.ts'
import { PracticeService } from './practice/practice-service.ts'
import { photoOperations, photoRoutes } from './photos/photo-routes.ts'
import { PhotoService } from './photos/photo-service.ts'
import { driveRowOperations, driveRowRoutes } from './rows/drive-routes.ts'
import { versionedOperations, versionedRoutes } from './rows/versioned-routes.ts'
import { healthOperations, healthRoutes } from './service/health.ts'
import { ruleOperations, ruleRoutes } from './rules/rule-routes.ts'
import { RuleService } from './rules/rule-service.ts'
import { shelfOperations, shelfRoutes } from './shelf/shelf-routes.ts'
import { ShelfService } from './shelf/shelf-service.ts'
import { beltLineParts } from './belt-line-parts/belt-line-parts.ts'
import { vehicleOperations, vehicleRoutes } from './vehicles/vehicle-routes.ts'
import { VehicleZipService } from './vehicles/vehicle-zip-service.ts'
import { VehicleService } from './vehicles/vehicle-service.ts'
import { inspectionsOf } from './inspections/inspections.ts'

interface ApiParts {
  readonly source: DataSource
  readonly now: () => Date
  readonly people: PeopleService
  readonly sessions: SessionService
  readonly audit: AuditLog
  readonly oneTap: boolean
  /** Addresses under which a phone reaches this server. */
  readonly reachedAt: readonly string[]
  /** The certificate of the workshop's own authority. */
  readonly authority: string | undefined
  /** Bytes that all pictures together may take. */
  readonly pictureBytes: number
  readonly keptFree: number
  readonly examplesDir: string | undefined
  readonly copiesDir: string | undefined
  readonly stopping: AbortSignal
}

/** What is answered below one path of the API. */
export interface ApiAddress {
  readonly path: string
  readonly routes: Router
  /** What each of them does. */
  readonly operations: Operations
}

/** Every subject of the API with its routes; who may ask for what is in `people/rights.ts`. */
export function apiAddresses({
  source,
  now,
  people,
  sessions,
  audit,
  oneTap,
  reachedAt,
  authority,
  pictureBytes,
  keptFree,
  examplesDir,
  copiesDir,
  stopping,
}: ApiParts): readonly ApiAddress[] {
  const jobs = new JobService(source, now)
  const photos = new PhotoService(source, now, pictureBytes)
  const derived = new Derived(source, now)
  const onChange = (driveId: string) => derived.afterRecordsChanged(driveId)
  const news = new LiveNews(source, now)
  const handovers = new HandoverService(source, now, sessions)
  const write = writesOnce(source, { now, audit, news, room: new DiskRoom(source, now, keptFree) })
  const addresses: readonly ApiAddress[] = [
    { path: '/health', routes: healthRoutes({ source, copiesDir, stopping }), operations: healthOperations },
    {
      path: '/session',
      routes: sessionRoutes({ people, sessions, handovers, audit, oneTap }),
      operations: sessionOperations,
    },
    { path: '/authority', routes: authorityRoutes(authority), operations: authorityOperations },
    {
      path: '/handovers',
      routes: handoverRoutes({ handovers, reachedAt, write }),
      operations: handoverOperations,
    },
    { path: '/people', routes: peopleRoutes({ people, sessions, audit, write }), operations: peopleOperations },
    {
      path: '/vehicles',
      routes: vehicleRoutes({
        vehicles: new VehicleService(source, now),
        zips: new VehicleZipService(source, now, photos),
        audit,
        write,
      }),
      operations: vehicleOperations,
    },
    {
      path: '/drives',
      routes: driveRoutes(new DriveService(source, now), (id) => derived.afterDriveChanged(id), write),
      operations: driveOperations,
    },
    {
      path: '/drives/:driveId/fittings',
      routes: driveRowRoutes({
        rows: fittingsOf(source, now),
        schema: fittingFieldsSchema,
        named: 'fittings',
        write,
        onChange,
      }),
      operations: driveRowOperations(fittingFieldsSchema, 'a fitting', 'fittings'),
    },
    {
      path: '/drives/:driveId/diagnoses',
      routes: driveRowRoutes({
        rows: diagnosesOf(source, now),
        schema: diagnosisFieldsSchema,
        named: 'diagnoses',
        write,
      }),
      operations: driveRowOperations(diagnosisFieldsSchema, 'a diagnosis', 'diagnoses'),
    },
    {
      path: '/drives/:driveId/inspections',
      routes: driveRowRoutes({
        rows: inspectionsOf(source, now),
        schema: inspectionFieldsSchema,
        named: 'inspections',
        write,
        onChange,
        largest: '1mb',
      }),
      operations: driveRowOperations(inspectionFieldsSchema, 'an inspection', 'inspections'),
    },
    {
      path: '/knowledge',
      routes: knowledgeRoutes(new KnowledgeService(source, now), write),
      operations: knowledgeOperations,
    },
    { path: '/shelf', routes: shelfRoutes(new ShelfService(source, now), write), operations: shelfOperations },
    {
      path: '/belt-line-parts',
      routes: versionedRoutes({
        rows: beltLineParts(source, now),
        schema: beltLinePartFieldsSchema,
        named: 'parts',
        max: MAX_BELT_LINE_PARTS,
        write,
      }),
      operations: versionedOperations(beltLinePartFieldsSchema, 'a part of the table', 'parts'),
    },
    { path: '/jobs', routes: jobRoutes(jobs, write), operations: jobOperations },
    { path: '/live', routes: liveRoutes(news, sessions, stopping), operations: liveOperations },
    { path: '/board', routes: boardRoutes(new BoardService(source, now)), operations: boardOperations },
    { path: '/search', routes: searchRoutes(new SearchService(source)), operations: searchOperations },
    {
      path: '/rules',
      routes: ruleRoutes(new RuleService(source, now), write, (key) => derived.afterRuleChanged(key)),
      operations: ruleOperations,
    },
    {
      path: '/practice',
      routes: practiceRoutes(new PracticeService(source, now), write),
      operations: practiceOperations,
    },
    { path: '/photos', routes: photoRoutes(photos, write), operations: photoOperations },
    { path: '/deleted', routes: deletedRoutes(new DeletedService(source, now)), operations: deletedOperations },
    { path: '/audit', routes: auditRoutes(audit), operations: auditOperations },
    { path: '/examples', routes: exampleRoutes(examplesDir), operations: exampleOperations },
  ]
  return [...addresses, openApiAddress(addresses)]
}

/** The description of all of them, itself among them. */
function openApiAddress(addresses: readonly ApiAddress[]): ApiAddress {
  const path = '/openapi.json'
  const operations: Operations = { 'GET /': { summary: 'This description' } }
  return { path, operations, routes: openApiRoutes(openApi([...addresses, { path, operations }])) }
}
