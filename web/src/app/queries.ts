import { QueryClient } from '@tanstack/react-query'
import { RequestFailure } from '../api/client.ts'
import { sessionQuery } from '../people/people-api.ts'

/** What has been fetched from the server, for the whole application. */
export const queries = new QueryClient({
  defaultOptions: {
    // Emery may run on this very machine: whether the browser sees a network says nothing about it.
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      // What the server refuses it will refuse again; only a server that is away is worth asking twice.
      retry: (failures, error) => error instanceof RequestFailure && error.away && failures < 3,
    },
  },
})

/**
 * Asks for what a screen will show while its code is still on its way, if someone is signed in. What goes wrong here is said by the
 * screen, which asks again.
 */
export async function askAhead(fetching: () => Promise<unknown>): Promise<void> {
  try {
    const { person } = await queries.query({ ...sessionQuery(), staleTime: 'static' })
    if (person !== null) await fetching()
  } catch {
    // Said where it is shown.
  }
}
