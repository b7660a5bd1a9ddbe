import { createBrowserRouter, Navigate } from 'react-router'
import { boardCountsQuery, boardDuesQuery, boardFilter, boardQuery } from '../api/jobs.ts'
import { driveListQuery } from '../api/drives.ts'
import { Crash, NoSuchPage } from './dead-ends.tsx'
import { askAhead, queries } from './queries.ts'
import { Shell } from './shell.tsx'

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Crash />,
    children: [
      { index: true, element: <Navigate to="/drives" replace /> },
      {
        path: 'drives',
        loader: () => {
          void askAhead(() => queries.query({ ...driveListQuery(''), staleTime: 0 }))
          return null
        },
        lazy: async () => ({ Component: (await import('../drives/drives-screen.tsx')).DrivesScreen }),
        hydrateFallbackElement: <p role="status">Fetching the drives …</p>,
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
        lazy: async () => ({ Component: (await import('../board/board-screen.tsx')).BoardScreen }),
        hydrateFallbackElement: <p role="status">Fetching the jobs …</p>,
      },
      {
        path: 'vehicles',
        lazy: async () => ({ Component: (await import('../vehicles/vehicles-screen.tsx')).VehiclesScreen }),
        hydrateFallbackElement: <p role="status">Fetching the vehicles …</p>,
      },
      {
        path: 'vehicles/:vehicleId',
        lazy: async () => ({ Component: (await import('../vehicles/vehicle-screen.tsx')).VehicleScreen }),
        hydrateFallbackElement: <p role="status">Fetching the vehicle …</p>,
      },
      {
        path: 'drives/new',
        lazy: async () => ({ Component: (await import('../start/new-drive-screen.tsx')).NewDriveScreen }),
        hydrateFallbackElement: <p role="status">Clearing the bench …</p>,
      },
      {
        path: 'drives/:driveId/history',
        lazy: async () => ({ Component: (await import('../history/history-screen.tsx')).HistoryScreen }),
        hydrateFallbackElement: <p role="status">Fetching the versions …</p>,
      },
      {
        path: 'drives/:driveId/card/:beltId',
        lazy: async () => ({ Component: (await import('../card/belt-card-screen.tsx')).BeltCardScreen }),
        hydrateFallbackElement: <p role="status">Making the card …</p>,
      },
      {
        path: 'drives/:driveId/job/:jobId/sheet',
        lazy: async () => ({ Component: (await import('../jobs/job-sheet-screen.tsx')).JobSheetScreen }),
        hydrateFallbackElement: <p role="status">Laying out the sheet …</p>,
      },
      {
        path: 'shelf',
        lazy: async () => ({ Component: (await import('../shelf/shelf-screen.tsx')).ShelfScreen }),
        hydrateFallbackElement: <p role="status">Fetching the shelf …</p>,
      },
      {
        path: 'noise/:driveId?',
        lazy: async () => ({ Component: (await import('../noise/noise-screen.tsx')).NoiseScreen }),
        hydrateFallbackElement: <p role="status">Listening …</p>,
      },
      {
        path: 'noise/:driveId/sheet/:findingId',
        lazy: async () => ({ Component: (await import('../noise/finding-sheet-screen.tsx')).FindingSheetScreen }),
        hydrateFallbackElement: <p role="status">Laying out the sheet …</p>,
      },
      {
        path: 'walkround/:driveId/sheet/:walkId',
        lazy: async () => ({ Component: (await import('../walkround/walk-sheet-screen.tsx')).WalkSheetScreen }),
        hydrateFallbackElement: <p role="status">Laying out the sheet …</p>,
      },
      {
        path: 'walkround/:driveId?',
        lazy: async () => ({ Component: (await import('../walkround/walkround-screen.tsx')).WalkroundScreen }),
        hydrateFallbackElement: <p role="status">Fetching the lamp …</p>,
      },
      {
        path: 'people',
        lazy: async () => ({ Component: (await import('../people/people-screen.tsx')).PeopleScreen }),
        hydrateFallbackElement: <p role="status">Fetching the list …</p>,
      },
      {
        path: 'rules/noise',
        lazy: async () => ({ Component: (await import('../knowledge/knowledge-screen.tsx')).KnowledgeScreen }),
        hydrateFallbackElement: <p role="status">Fetching the knowledge …</p>,
      },
      {
        path: 'rules',
        lazy: async () => ({ Component: (await import('../rules/rules-screen.tsx')).RulesScreen }),
        hydrateFallbackElement: <p role="status">Fetching the rules …</p>,
      },
      {
        path: 'drives/:driveId/:step?',
        lazy: async () => ({ Component: (await import('../bench/bench-screen.tsx')).BenchScreen }),
        hydrateFallbackElement: <p role="status">Opening the bench …</p>,
      },
      { path: '*', element: <NoSuchPage /> },
    ],
  },
])
