import type { Router } from 'express'
import type { DataSource } from 'typeorm'
import {
  findingFieldsSchema,
  fittingFieldsSchema,
  MOST_STACK_ROWS,
  stackFieldsSchema,
  walkroundFieldsSchema,
} from '@emery/core'
import { boardRoutes } from './board/board-routes.ts'
import { BoardService } from './board/board-service.ts'
import { searchRoutes } from './board/search-routes.ts'
import { SearchService } from './board/search-service.ts'
import { driveRoutes } from './drives/drive-routes.ts'
import { DriveService } from './drives/drive-service.ts'
import { exampleRoutes } from './examples/example-routes.ts'
import { findingsOf } from './findings/findings.ts'
import { fittingsOf } from './fittings/fittings.ts'
import { healthRoutes } from './http/health.ts'
import { DueService } from './jobs/due-service.ts'
import { jobRoutes } from './jobs/job-routes.ts'
import { JobService } from './jobs/job-service.ts'
import { knowledgeRoutes } from './knowledge/knowledge-routes.ts'
import { KnowledgeService } from './knowledge/knowledge-service.ts'
import { peopleRoutes } from './people/people-routes.ts'
import type { PeopleService } from './people/people-service.ts'
import { sessionRoutes } from './people/session-routes.ts'
import type { SessionService } from './people/session-service.ts'
import { photoRoutes } from './photos/photo-routes.ts'
import { PhotoService } from './photos/photo-service.ts'
import { driveRowRoutes } from './rows/drive-routes.ts'
import { versionedRoutes } from './rows/versioned-routes.ts'
import { ruleRoutes } from './rules/rule-routes.ts'
import { RuleService } from './rules/rule-service.ts'
import { shelfRoutes } from './shelf/shelf-routes.ts'
import { ShelfService } from './shelf/shelf-service.ts'
import { stackParts } from './stack/stack-parts.ts'
import { vehicleRoutes } from './vehicles/vehicle-routes.ts'
import { VehicleZipService } from './vehicles/vehicle-zip-service.ts'
import { VehicleService } from './vehicles/vehicle-service.ts'
import { walkroundsOf } from './walkrounds/walkrounds.ts'

interface ApiParts {
  readonly source: DataSource
  readonly now: () => Date
  readonly people: PeopleService
  readonly sessions: SessionService
  readonly oneTap: boolean
  readonly examplesDir: string | undefined
}

/** What is answered below one path of the API. */
export interface ApiAddress {
  readonly path: string
  readonly routes: Router
}

/** Every subject of the API with its routes; who may ask for what is in `people/rights.ts`. */
export function apiAddresses({ source, now, people, sessions, oneTap, examplesDir }: ApiParts): readonly ApiAddress[] {
  const jobs = new JobService(source, now)
  const dues = new DueService(source, now)
  const onChange = (driveId: string) => dues.refresh(driveId)
  return [
    { path: '/health', routes: healthRoutes(source) },
    { path: '/session', routes: sessionRoutes({ people, sessions, oneTap }) },
    { path: '/people', routes: peopleRoutes(people, sessions) },
    { path: '/vehicles', routes: vehicleRoutes(new VehicleService(source, now), new VehicleZipService(source, now)) },
    { path: '/drives', routes: driveRoutes(new DriveService(source, now), (id) => jobs.driveChanged(id)) },
    {
      path: '/drives/:driveId/fittings',
      routes: driveRowRoutes({
        ...{ rows: fittingsOf(source, now), schema: fittingFieldsSchema, named: 'fittings', onChange },
      }),
    },
    {
      path: '/drives/:driveId/findings',
      routes: driveRowRoutes({ rows: findingsOf(source, now), schema: findingFieldsSchema, named: 'findings' }),
    },
    {
      path: '/drives/:driveId/walkrounds',
      routes: driveRowRoutes({
        ...{ rows: walkroundsOf(source, now), schema: walkroundFieldsSchema, named: 'walkrounds', onChange },
        largest: '1mb',
      }),
    },
    { path: '/knowledge', routes: knowledgeRoutes(new KnowledgeService(source, now)) },
    { path: '/shelf', routes: shelfRoutes(new ShelfService(source, now)) },
    {
      path: '/belt-line-parts',
      routes: versionedRoutes({
        ...{ rows: stackParts(source, now), schema: stackFieldsSchema, named: 'parts', most: MOST_STACK_ROWS },
      }),
    },
    { path: '/jobs', routes: jobRoutes(jobs) },
    { path: '/board', routes: boardRoutes(new BoardService(source, now)) },
    { path: '/search', routes: searchRoutes(new SearchService(source)) },
    { path: '/rules', routes: ruleRoutes(new RuleService(source, now)) },
    { path: '/photos', routes: photoRoutes(new PhotoService(source, now)) },
    { path: '/examples', routes: exampleRoutes(examplesDir) },
  ]
}
