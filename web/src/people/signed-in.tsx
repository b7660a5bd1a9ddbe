import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react'
import type { PersonRecord, SessionRecord } from '@emery/core/api'
import { onSignedOut } from '../api/client.ts'
import { writesAreOf } from '../api/write.ts'
import { forgetWhatWasRead } from './forget-what-was-read.ts'
import { sessionKey, sessionQuery } from './people-api.ts'
import { Notice } from '../ui/notice.tsx'
import { PlainButton } from '../ui/plain-button.tsx'
import { usePreferences } from '../ui/preferences.ts'
import { withControls } from '../ui/with-controls.tsx'

// Whoever is signed in does without either.
const SignIn = lazy(async () => ({
  default: await withControls(async () => (await import('./sign-in.tsx')).SignIn),
}))
const SignInAgain = lazy(async () => ({
  default: await withControls(async () => (await import('./sign-in-again.tsx')).SignInAgain),
}))

/**
 * Shows Emery to whoever is signed in, and the way to sign in to who is not. A session that ends while someone works is asked for
 * again over their screen, which stays as it is.
 */
export function SignedIn({ children }: { readonly children: ReactNode }) {
  const queries = useQueryClient()
  const { data: session, error, refetch } = useQuery(sessionQuery())
  const [was, setWas] = useState<PersonRecord | null>(null)
  const person = session?.person ?? null
  if (person !== null && person !== was) setWas(person)

  useEffect(() => {
    if (person === null && was !== null) {
      // Ended here or from elsewhere, as of a phone that was lost: nothing of the workshop is left on it to be read.
      void forgetWhatWasRead().catch(() => undefined)
    }
    if (person === null) return
    usePreferences.getState().setPerson(person.name)
    writesAreOf(person.name)
  }, [person, was])
  useEffect(
    () =>
      onSignedOut(() => {
        queries.setQueryData<SessionRecord>(sessionKey, (before) => before && { ...before, person: null })
        void queries.invalidateQueries({ queryKey: sessionKey })
      }),
    [queries],
  )
  const begun = (now: PersonRecord) => {
    queries.setQueryData<SessionRecord>(sessionKey, (before) => before && { ...before, person: now, first: false })
    // What was refused, or fetched for someone who may do less, is asked for again.
    void queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== sessionKey[0] })
  }

  if (session === undefined)
    return error === null ? (
      <p role="status" style={{ padding: 32 }}>
        Signing in …
      </p>
    ) : (
      <Notice title="The Emery server is not responding" detail={error.message}>
        <PlainButton kind="primary" onClick={() => void refetch()}>
          Ask again
        </PlainButton>
      </Notice>
    )
  if (was === null)
    return (
      <Suspense fallback={null}>
        <SignIn session={session} onBegun={begun} />
      </Suspense>
    )
  return (
    <>
      {children}
      {person === null && (
        <Suspense fallback={null}>
          <SignInAgain session={session} onBegun={begun} />
        </Suspense>
      )}
    </>
  )
}
