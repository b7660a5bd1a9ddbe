import { QueryClientProvider } from '@tanstack/react-query'
import { App as AntApp, ConfigProvider } from 'antd'
import { lazy, Suspense, useEffect, type ReactNode } from 'react'
import { RouterProvider } from 'react-router/dom'
import { usePreferences } from '../ui/preferences.ts'
import { queries } from './queries.ts'
import { router } from './routes.tsx'
import { SignedIn } from '../people/signed-in.tsx'
import { antTheme } from './theme.ts'

const OnPhone = lazy(async () => ({ default: (await import('../people/on-phone.tsx')).OnPhone }))
const Trust = lazy(async () => ({ default: (await import('../people/trust.tsx')).Trust }))

/** Pages for whoever is not signed in yet. */
const BEFORE_SIGNING_IN: Readonly<Record<string, ReactNode>> = { '/on-phone': <OnPhone />, '/trust': <Trust /> }

function House() {
  return (
    <SignedIn>
      <RouterProvider router={router} />
    </SignedIn>
  )
}

export function App() {
  const light = usePreferences((state) => state.light)
  useEffect(() => {
    document.documentElement.dataset['light'] = light
  }, [light])
  return (
    <ConfigProvider theme={antTheme(light)}>
      <AntApp component={false} message={{ maxCount: 3, top: 58 }}>
        <QueryClientProvider client={queries}>
          <Suspense fallback={null}>{BEFORE_SIGNING_IN[location.pathname] ?? <House />}</Suspense>
        </QueryClientProvider>
      </AntApp>
    </ConfigProvider>
  )
}
