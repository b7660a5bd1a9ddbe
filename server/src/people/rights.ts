import type { Request, RequestHandler, Response } from 'express'
import { mayAs, type PersonRecord, type Role } from '@emery/core/api'
import { askerOf, type AuditLog } from '../audit/audit-log.ts'
import { ApiError } from '../http/errors.ts'
import { tokenOf } from './session-cookie.ts'
import type { SessionService } from './session-service.ts'

/** `anyone`: also who has not signed in. `self`: whoever is signed in, the route itself looks at whom it is about. */
type Needed = Role | 'anyone'

interface Right {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE' | '*'
  /** Below `/api`. */
  readonly path: RegExp
  readonly needs: Needed
}

/**
 * Who may do what, the first that matches; what is not here nobody may. Everyone who is signed in reads and writes the work
 * itself; taking away what others have kept, and what comes in as a whole, needs a mechanic; what all verdicts rest on, and who is on
 * the list, needs a lead.
 */
const RIGHTS: readonly Right[] = [
  { method: 'GET', path: /^\/health(\/(live|ready))?$/, needs: 'anyone' },
  { method: 'GET', path: /^\/authority(\/|$)/, needs: 'anyone' },
  { method: '*', path: /^\/session(\/(one-tap|handover))?$/, needs: 'anyone' },
  { method: 'POST', path: /^\/people\/first$/, needs: 'anyone' },
  { method: 'PUT', path: /^\/people\/me\/passphrase$/, needs: 'apprentice' },
  { method: '*', path: /^\/people\/me\/sessions(\/|$)/, needs: 'apprentice' },
  { method: 'POST', path: /^\/handovers$/, needs: 'apprentice' },
  { method: '*', path: /^\/(people|audit)(\/|$)/, needs: 'lead' },
  { method: 'GET', path: /^\/deleted$/, needs: 'mechanic' },
  { method: 'GET', path: /^\//, needs: 'apprentice' },
  { method: '*', path: /^\/(rules|knowledge|practice\/tasks)(\/|$)/, needs: 'lead' },
  { method: 'DELETE', path: /^\//, needs: 'mechanic' },
  { method: 'POST', path: /\/restore$/, needs: 'mechanic' },
  { method: 'POST', path: /^\/vehicles\/import$/, needs: 'mechanic' },
  {
    method: '*',
    path: /^\/(vehicles|drives|shelf|belt-line-parts|jobs|photos|practice)(\/|$)/,
    needs: 'apprentice',
  },
]

/** What a method does, for the audit log. */
const WORDS: Readonly<Record<string, string>> = { GET: 'read', POST: 'add to', PUT: 'change', DELETE: 'delete' }

/** What a request needs; undefined for what nobody may. */
export function neededFor(method: string, path: string): Needed | undefined {
  return RIGHTS.find((right) => (right.method === '*' || right.method === method) && right.path.test(path))?.needs
}

/** Lets through only who has the right to; whoever it is can be asked for with `personOf`. */
export function enforceRights(sessions: SessionService, audit: AuditLog): RequestHandler {
  return async (request, response, next) => {
    const method = request.method === 'HEAD' ? 'GET' : request.method
    // As Express routes it: without regard to capitals or an ending slash.
    const path = request.path.toLowerCase().replace(/(.)\/$/, '$1')
    const needed = neededFor(method, path)
    if (needed !== 'anyone') {
      const person = await sessions.personOf(tokenOf(request))
      if (person === null) throw new ApiError('NOT_SIGNED_IN')
      if (needed === undefined) throw new ApiError('NOT_FOUND')
      response.locals['person'] = person
      if (!mayAs(person.role, needed)) {
        await audit.add('refused', askerOf(request, response), `to ${WORDS[method] ?? method} ${path.slice(1)}`)
        throw new ApiError('NOT_ALLOWED')
      }
    }
    next()
  }
}

/** Who asks, behind `enforceRights`. */
export function personOf(response: Response): PersonRecord {
  return response.locals['person'] as PersonRecord
}

/** By what a proxy shows that it has passed a request on. */
const OF_A_PROXY = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-real-ip', 'via']

/**
 * Whether a request comes from the machine the server runs on, and from there directly. What a proxy has passed on never does, whoever says so:
 * who sits at the machine does not need the proxy.
 */
export function isFromHere(request: Request): boolean {
  if (OF_A_PROXY.some((header) => request.headers[header] !== undefined)) return false
  return /^(::1|(::ffff:)?127\.\d+\.\d+\.\d+)$/.test(request.ip ?? '')
}
