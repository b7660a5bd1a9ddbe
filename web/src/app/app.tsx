import { QueryClientProvider } from '@tanstack/react-query'
import { App as AntApp, ConfigProvider } from 'antd'
import { useEffect } from 'react'
import { RouterProvider } from 'react-router/dom'
import { usePreferences } from '../ui/preferences.ts'
import { queries } from './queries.ts'
import { router } from './routes.tsx'
import { SignedIn } from '../people/signed-in.tsx'
import { antTheme } from './theme.ts'

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
