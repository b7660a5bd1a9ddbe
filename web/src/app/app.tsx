import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { App as AntApp, ConfigProvider } from 'antd'
import { useEffect } from 'react'
import { RouterProvider } from 'react-router/dom'
import { RequestFailure } from '../api/client.ts'
import { usePreferences } from './preferences.ts'
import { router } from './routes.tsx'
import { SignedIn } from '../people/signed-in.tsx'
import { antTheme } from './theme.ts'

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // What the server refuses it will refuse again; only a server that is away is worth asking twice.
      retry: (failures, error) => error instanceof RequestFailure && error.away && failures < 3,
    },
  },
})

export function App() {
  const light = usePreferences((state) => state.light)
  useEffect(() => {
    document.documentElement.dataset['light'] = light
  }, [light])
  return (
    <ConfigProvider theme={antTheme(light)}>
      <AntApp component={false} message={{ maxCount: 3, top: 58 }}>
        <QueryClientProvider client={queries}>
          <SignedIn>
            <RouterProvider router={router} />
          </SignedIn>
        </QueryClientProvider>
      </AntApp>
    </ConfigProvider>
  )
}
