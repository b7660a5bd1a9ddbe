import { Router } from 'express'
import type { Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { tokenOf } from '../people/session-cookie.ts'
import type { SessionService } from '../people/session-service.ts'
import type { LiveNews } from './live-news.ts'

/** How often a stream shows that it is there, and whether whoever listens is still signed in, ms. */
const BEAT_MS = 15_000
/** Streams held open at once: many more tabs than a workshop has. */
const MAX_STREAMS = 500

/** `GET /`: a stream of events, `{ "subjects": ["jobs"] }` each, for as long as somebody listens and is signed in. */
export function liveRoutes(news: LiveNews, sessions: Pick<SessionService, 'personOf'>, stopping: AbortSignal): Router {
  const routes = Router()
  let open = 0
  routes.get('/', async (request, response) => {
    if (open >= MAX_STREAMS) throw new ApiError('TOO_MANY_REQUESTS')
    open++
    response.status(200).set({
      'Content-Type': 'text/event-stream',
      // Not to be held back by whatever compresses on the way.
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    })
    response.flushHeaders()
    response.write('retry: 3000\n\n')
    if (stopping.aborted) {
      response.end()
      open--
      return
    }
    const ended = new AbortController()
    stopping.addEventListener('abort', () => response.end(), { signal: ended.signal })
    const beat = setInterval(() => {
      void sessions.personOf(tokenOf(request)).then(
        (person) => (person === null ? response.end() : response.write(': here\n\n')),
        () => response.end(),
      )
    }, BEAT_MS)
    // Whoever was signed out hears that much, and nothing after it.
    const hear = (subjects: readonly string[]) => {
      response.write(`data: ${JSON.stringify({ subjects })}\n\n`)
      if (!subjects.includes('people')) return
      void sessions.personOf(tokenOf(request)).then(
        (person) => person === null && response.end(),
        () => response.end(),
      )
    }
    response.on('close', () => {
      open--
      clearInterval(beat)
      ended.abort()
    })
    const stop = await news.listen(hear)
    if (ended.signal.aborted) stop()
    else ended.signal.addEventListener('abort', stop)
  })
  return routes
}

export const liveOperations: Operations = {
  'GET /': { summary: 'Tells what kind of thing was changed, as it happens', answers: 'text/event-stream' },
}
