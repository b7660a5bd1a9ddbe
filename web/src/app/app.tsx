import { QueryClientProvider } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useSyncExternalStore, type ReactNode } from 'react'
import { RouterProvider } from 'react-router/dom'
import { SignedIn } from '../people/signed-in.tsx'
import { usePreferences } from '../ui/preferences.ts'
import { hearUnsaid, isUnsaid } from '../ui/tell.ts'
import { useLater, useSettledIn } from '../ui/use-later.ts'
import { withControls } from '../ui/with-controls.tsx'
import { queries } from './queries.ts'
import { router } from './routes.tsx'

const OnPhone = lazy(async () => ({
  default: await withControls(async () => (await import('../people/on-phone.tsx')).OnPhone),
}))
const Trust = lazy(async () => ({
  default: await withControls(async () => (await import('../people/trust.tsx')).Trust),
}))

/** Pages for whoever is not signed in yet. */
const BEFORE_SIGNING_IN: Readonly<Record<string, ReactNode>> = { '/on-phone': <OnPhone />, '/trust': <Trust /> }

const loadMessages = () => import('../ui/messages.tsx')

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
  const unsaid = useSyncExternalStore(hearUnsaid, isUnsaid)
  // Before there is anything to say: where the server goes away, that has to be said without it.
  const settledIn = useSettledIn()
  const messages = useLater(loadMessages, unsaid || settledIn)
  return (
    <QueryClientProvider client={queries}>
      <Suspense fallback={null}>{BEFORE_SIGNING_IN[location.pathname] ?? <House />}</Suspense>
      {messages !== null && <messages.Messages />}
    </QueryClientProvider>
  )
}
