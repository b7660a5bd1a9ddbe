import { useQuery } from '@tanstack/react-query'
import { mayAs, type Role } from '@emery/core/api'
import { sessionQuery } from './people-api.ts'

/** Whether whoever is signed in may do what needs `role`. The server decides; this only keeps buttons from promising too much. */
export function useMay(role: Role): boolean {
  const { data: session } = useQuery(sessionQuery())
  const person = session?.person
  return person === null || person === undefined || mayAs(person.role, role)
}
