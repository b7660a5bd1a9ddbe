import { parse, serialize } from 'cookie'
import type { Request, Response } from 'express'
import { SESSION_MS } from './session-service.ts'

export const SESSION_COOKIE = 'emery-session'
/** Out of reach of scripts, never sent along from another site, and over TLS only where it came over TLS. */
const kept = ({ req }: Response) => ({ httpOnly: true, sameSite: 'strict', path: '/api', secure: req.secure }) as const

export function tokenOf(request: Request): string | undefined {
  return parse(request.headers.cookie ?? '')[SESSION_COOKIE]
}

export function setToken(response: Response, token: string): void {
  // As long as a session can last at all: the server decides when it has ended.
  response.setHeader(
    'Set-Cookie',
    serialize(SESSION_COOKIE, token, { ...kept(response), maxAge: (60 * SESSION_MS) / 1000 }),
  )
}

export function clearToken(response: Response): void {
  response.setHeader('Set-Cookie', serialize(SESSION_COOKIE, '', { ...kept(response), maxAge: 0 }))
}
