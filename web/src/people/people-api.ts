import { queryOptions } from '@tanstack/react-query'
import type { DeviceSession, PersonFields, PersonRecord, SessionRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

export const sessionKey = ['session'] as const

/** Who is signed in here. */
export function sessionQuery() {
  return queryOptions({
    queryKey: sessionKey,
    queryFn: () => ask<SessionRecord>('/session'),
    staleTime: 60_000,
  })
}

interface Begun {
  readonly person: PersonRecord
}

export interface NameAndPassphrase {
  readonly name: string
  readonly passphrase: string
}

export const signIn = (json: NameAndPassphrase) => ask<Begun>('/session', { method: 'POST', json })
export const signInOneTap = (id: string) => ask<Begun>('/session/one-tap', { method: 'POST', json: { id } })
export const addFirstLead = (json: NameAndPassphrase) => ask<Begun>('/people/first', { method: 'POST', json })
export const signOut = () => ask<undefined>('/session', { method: 'DELETE' })

export const peopleKey = ['people'] as const

/** Everyone on the list; for leads. */
export function peopleQuery() {
  return queryOptions({
    queryKey: peopleKey,
    queryFn: async () => (await ask<{ people: PersonRecord[] }>('/people')).people,
  })
}

export const addPerson = (json: PersonFields & { readonly passphrase: string }) =>
  ask<PersonRecord>('/people', { method: 'POST', json })
export const savePerson = (id: string, basedOn: number, fields: PersonFields) =>
  write<PersonRecord>({ method: 'PUT', path: `/people/${id}`, json: { basedOn, ...fields } })
export const removePerson = (id: string, basedOn: number) =>
  write<undefined>({ method: 'DELETE', path: `/people/${id}?basedOn=${basedOn}` })
export const setPassphrase = (id: string, passphrase: string) =>
  ask<undefined>(`/people/${id}/passphrase`, { method: 'PUT', json: { passphrase } })
export const changeOwnPassphrase = (old: string, passphrase: string) =>
  ask<Begun>('/people/me/passphrase', { method: 'PUT', json: { old, passphrase } })

export const sessionsKey = ['sessions'] as const

/** Where somebody is signed in, by their id; `me` for whoever asks. */
export function sessionsQuery(of: string) {
  return queryOptions({
    queryKey: [...sessionsKey, of],
    queryFn: async () => (await ask<{ sessions: DeviceSession[] }>(`/people/${of}/sessions`)).sessions,
    staleTime: 0,
  })
}

export const endSession = (of: string, id: string) =>
  ask<undefined>(`/people/${of}/sessions/${id}`, { method: 'DELETE' })
