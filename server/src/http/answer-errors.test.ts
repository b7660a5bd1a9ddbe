import { expect, test } from '@jest/globals'
import express from 'express'
import pino from 'pino'
import request from 'supertest'
import { TooHeavy } from '../workers/pool.ts'
import { answerErrors } from './answer-errors.ts'

test('heavy work that reaches its limits is answered as that, not as a fault of Emery', async () => {
  const app = express()
  app.get('/', () => {
    throw new TooHeavy('takes too long')
  })
  app.use(answerErrors(pino({ level: 'silent' })))
  const { status, body } = (await request(app).get('/')) as { status: number; body: unknown }
  expect(status).toBe(503)
  expect(body).toMatchObject({ error: { code: 'TOO_HEAVY' } })
})
