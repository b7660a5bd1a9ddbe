import { Router } from 'express'
import { JOB_STAGES, type JobStage } from '@emery/core/api'
import type { Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'
import { wholeNumber } from '../http/request-checks.ts'
import type { BoardService } from './board-service.ts'
import { wordsOf } from './words.ts'

const DAY = /^\d{4}-\d{2}-\d{2}$/

/** `GET /counts` and `GET /due` what is due; `GET /?stage=&vehicleId=&q=&limit=&offset=`; what is not understood of it is left aside, as an address may be old. */
export function boardRoutes(board: BoardService): Router {
  const routes = Router()
  routes.get('/', async (request, response) => {
    const { stage, vehicleId, hand, q, limit, offset } = request.query
    response.json(
      await board.board({
        stage: JOB_STAGES.find((each): each is JobStage => each === stage) ?? null,
        vehicleId: typeof vehicleId === 'string' && vehicleId !== '' ? vehicleId : null,
        hand: typeof hand === 'string' && hand !== '' ? hand.slice(0, 80) : null,
        words: wordsOf(q),
        limit: wholeNumber(limit, { min: 1, max: 100, fallback: 50 }),
        offset: wholeNumber(offset, { min: 0, max: 1e6, fallback: 0 }),
      }),
    )
  })

  routes.get('/week', async (request, response) => {
    response.json(await board.week(untilOf(request.query['until'])))
  })

  routes.get('/parts', async (request, response) => {
    response.json(await board.parts(untilOf(request.query['until'])))
  })

  routes.get('/counts', async (_request, response) => {
    response.json(await board.counts())
  })

  routes.get('/due', async (_request, response) => {
    response.json(await board.dues())
  })

  return routes
}

function untilOf(until: unknown): string {
  if (typeof until === 'string' && DAY.test(until)) return until
  throw new ApiError('BAD_REQUEST', { problems: [{ path: 'until', message: 'must be a day like 2026-11-24' }] })
}

const UNTIL = { until: 'The day after the last, like 2026-11-24.' }

export const boardOperations: Operations = {
  'GET /': {
    summary: 'Jobs, stage by stage',
    query: {
      stage: 'Only of this stage.',
      vehicleId: 'Only of this vehicle.',
      hand: 'Only with this person on it.',
      q: 'Words that all stand in it.',
      limit: '1 to 100.',
      offset: 'After so many.',
    },
  },
  'GET /week': {
    summary: 'Open jobs promised before a day, then those promised for none',
    query: UNTIL,
  },
  'GET /parts': { summary: 'The parts of those jobs', query: UNTIL },
  'GET /counts': { summary: 'How many jobs are in each stage' },
  'GET /due': { summary: 'What is due' },
}
