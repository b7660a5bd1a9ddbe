import { parse, serialize } from 'cookie'
import type { Request, Response } from 'express'
import { SESSION_MS } from './session-service.ts'

const NAME = 'emery-session'
/** Out of reach of scripts, and never sent along from another site. */
const KEPT = { httpOnly: true, sameSite: 'strict', path: '/api' } as const

export function tokenOf(request: Request): string | undefined {
  return parse(request.headers.cookie ?? '')[NAME]
}

export function setToken(response: Response, token: string): void {
  // As long as a session can last at all: the server decides when it has ended.
  response.setHeader('Set-Cookie', serialize(NAME, token, { ...KEPT, maxAge: (60 * SESSION_MS) / 1000 }))
}

export function clearToken(response: Response): void {
  response.setHeader('Set-Cookie', serialize(NAME, '', { ...KEPT, maxAge: 0 }))
}
