import type { ComponentType } from 'react'
import { createBrowserRouter, Navigate } from 'react-router'
import { boardCountsQuery, boardDuesQuery, boardFilter, boardQuery } from '../jobs/jobs-api.ts'
import { driveListQuery } from '../drives/drives-api.ts'
import { Crash, NoSuchPage, ScreenFailed } from './error-pages.tsx'
import { askAhead, queries } from './queries.ts'
import { withControls } from '../ui/with-controls.tsx'
import { Shell } from './shell.tsx'

/** A screen that is fetched when it is first opened, and the control library with it. */
const screen = (load: () => Promise<ComponentType>) => async () => ({ Component: await withControls(load) })

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Crash />,
    children: [
      {
        // A screen that fails leaves the frame round it as it is.
        errorElement: <ScreenFailed />,
        children: [
          { index: true, element: <Navigate to="/drives" replace /> },
          {
            path: 'drives',
            loader: () => {
              void askAhead(() => queries.query({ ...driveListQuery(''), staleTime: 0 }))
              return null
            },
            lazy: async () => ({ Component: (await import('../drives/drives-screen.tsx')).DrivesScreen }),
            hydrateFallbackElement: <p role="status">Loading drives …</p>,
          },
          {
            path: 'board',
            loader: ({ request }) => {
              const filter = boardFilter(new URL(request.url).searchParams)
              void askAhead(() =>
                Promise.all([
                  queries.infiniteQuery({ ...boardQuery(filter), staleTime: 0 }),
                  queries.query({ ...boardCountsQuery(), staleTime: 0 }),
                  queries.query({ ...boardDuesQuery(), staleTime: 0 }),
                ]),
              )
              return null
            },
            // Typing narrows the list in the address; the screen asks for that itself.
            shouldRevalidate: () => false,
            lazy: async () => ({ Component: (await import('../jobs/board/board-screen.tsx')).BoardScreen }),
            hydrateFallbackElement: <p role="status">Loading jobs …</p>,
          },
          {
            path: 'vehicles',
            lazy: screen(async () => (await import('../vehicles/vehicles-screen.tsx')).VehiclesScreen),
            hydrateFallbackElement: <p role="status">Loading vehicles …</p>,
          },
          {
            path: 'vehicles/:vehicleId',
            lazy: screen(async () => (await import('../vehicles/vehicle-screen.tsx')).VehicleScreen),
            hydrateFallbackElement: <p role="status">Loading the vehicle …</p>,
          },
          {
            path: 'drives/new',
            lazy: screen(async () => (await import('../start/new-drive-screen.tsx')).NewDriveScreen),
            hydrateFallbackElement: <p role="status">Loading …</p>,
          },
          {
            path: 'drives/:driveId/history',
            lazy: screen(async () => (await import('../history/history-screen.tsx')).HistoryScreen),
            hydrateFallbackElement: <p role="status">Loading versions …</p>,
          },
          {
            path: 'drives/:driveId/card/:beltId',
            lazy: screen(async () => (await import('../card/belt-card-screen.tsx')).BeltCardScreen),
            hydrateFallbackElement: <p role="status">Loading the belt card …</p>,
          },
          {
            path: 'card/:driveId',
            lazy: screen(async () => (await import('../card/card-landing.tsx')).CardLanding),
            hydrateFallbackElement: <p role="status">Loading the drive …</p>,
          },
          {
            path: 'help/:guideId?',
            lazy: screen(async () => (await import('../help/help-screen.tsx')).HelpScreen),
            hydrateFallbackElement: <p role="status">Loading the guides …</p>,
          },
          {
            path: 'board/week/sheet',
            lazy: screen(async () => (await import('../jobs/week-sheet/week-sheet-screen.tsx')).WeekSheetScreen),
            hydrateFallbackElement: <p role="status">Loading the sheet …</p>,
          },
          {
            path: 'vehicles/:vehicleId/sheet',
            lazy: screen(async () => (await import('../vehicles/vehicle-sheet-screen.tsx')).VehicleSheetScreen),
            hydrateFallbackElement: <p role="status">Loading the sheet …</p>,
          },
          {
            path: 'board/parts',
            lazy: screen(async () => (await import('../jobs/parts-list/parts-list-screen.tsx')).PartsListScreen),
            hydrateFallbackElement: <p role="status">Loading the parts …</p>,
          },
          {
            path: 'drives/:driveId/job/:jobId/sheet',
            lazy: screen(async () => (await import('../jobs/sheet/job-sheet-screen.tsx')).JobSheetScreen),
            hydrateFallbackElement: <p role="status">Loading the sheet …</p>,
          },
          {
            path: 'shelf',
            lazy: screen(async () => (await import('../shelf/shelf-screen.tsx')).ShelfScreen),
            hydrateFallbackElement: <p role="status">Loading the shelf …</p>,
          },
          {
            path: 'noise/:driveId?',
            lazy: screen(async () => (await import('../noise/noise-screen.tsx')).NoiseScreen),
            hydrateFallbackElement: <p role="status">Loading …</p>,
          },
          {
            path: 'noise/:driveId/sheet/:diagnosisId',
            lazy: screen(async () => (await import('../noise/diagnosis-sheet-screen.tsx')).DiagnosisSheetScreen),
            hydrateFallbackElement: <p role="status">Loading the sheet …</p>,
          },
          {
            path: 'practice/:exercise?',
            lazy: screen(async () => (await import('../practice/practice-screen.tsx')).PracticeScreen),
            hydrateFallbackElement: <p role="status">Loading …</p>,
          },
          {
            path: 'run/:driveId?',
            lazy: screen(async () => (await import('../running/running-screen.tsx')).RunningScreen),
            hydrateFallbackElement: <p role="status">Loading …</p>,
          },
          {
            path: 'inspection/:driveId/sheet/:inspectionId',
            lazy: screen(async () => (await import('../inspection/inspection-sheet-screen.tsx')).InspectionSheetScreen),
            hydrateFallbackElement: <p role="status">Loading the sheet …</p>,
          },
          {
            path: 'inspection/:driveId?',
            lazy: screen(async () => (await import('../inspection/inspection-screen.tsx')).InspectionScreen),
            hydrateFallbackElement: <p role="status">Loading the inspection …</p>,
          },
          {
            path: 'people',
            lazy: screen(async () => (await import('../people/people-screen.tsx')).PeopleScreen),
            hydrateFallbackElement: <p role="status">Loading the list …</p>,
          },
          {
            path: 'audit',
            lazy: screen(async () => (await import('../audit/audit-screen.tsx')).AuditScreen),
            hydrateFallbackElement: <p role="status">Loading the audit log …</p>,
          },
          {
            path: 'sums',
            lazy: screen(async () => (await import('../sums/sums-screen.tsx')).SumsScreen),
            hydrateFallbackElement: <p role="status">Loading …</p>,
          },
          {
            path: 'pictures',
            lazy: screen(async () => (await import('../photos/pictures-screen.tsx')).PicturesScreen),
            hydrateFallbackElement: <p role="status">Loading pictures …</p>,
          },
          {
            path: 'deleted',
            lazy: screen(async () => (await import('../deleted/deleted-screen.tsx')).DeletedScreen),
            hydrateFallbackElement: <p role="status">Loading the list …</p>,
          },
          {
            path: 'rules/noise',
            lazy: screen(async () => (await import('../knowledge/knowledge-screen.tsx')).KnowledgeScreen),
            hydrateFallbackElement: <p role="status">Loading causes and tests …</p>,
          },
          {
            path: 'rules',
            lazy: screen(async () => (await import('../rules/rules-screen.tsx')).RulesScreen),
            hydrateFallbackElement: <p role="status">Loading rules …</p>,
          },
          {
            path: 'drives/:driveId/:step?',
            lazy: screen(async () => (await import('../drive-screen/open-drive-screen.tsx')).OpenDriveScreen),
            hydrateFallbackElement: <p role="status">Loading the drive …</p>,
          },
          { path: '*', element: <NoSuchPage /> },
        ],
      },
    ],
  },
])
