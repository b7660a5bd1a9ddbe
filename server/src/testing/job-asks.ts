/** How tests ask for jobs, drives and the Board. */
import request from 'supertest'
import type { Board, DriveRecord, Job, JobFields } from '@emery/core/api'
import { ketch } from './documents.ts'
import type { TestApp } from './test-app.ts'

/** A step that somebody has ticked. */
export const tick = (step: string, more: object = {}) => ({
  step,
  title: step,
  is: 'done' as const,
  reason: '',
  by: 'someone',
  at: '2026-11-25T10:00:00Z',
  reading: '',
  review: 'none' as const,
  reviewedBy: '',
  ...more,
})

/** Each asks the app that is running when it is called. */
export function jobAsks(running: () => Pick<TestApp, 'app'>) {
  const app = () => request(running().app)
  return {
    newDrive: async (vehicleId: string | null) =>
      ((await app().post('/api/drives').send({ document: ketch(), vehicleId }).expect(201)).body as DriveRecord).id,
    add: async (fields: JobFields) => (await app().post('/api/jobs').send(fields).expect(201)).body as Job,
    put: (id: string, basedOn: number, fields: JobFields, cookie?: string) => {
      const asked = app().put(`/api/jobs/${id}`)
      return (cookie === undefined ? asked : asked.set('Cookie', cookie)).send({ basedOn, ...fields })
    },
    list: async (driveId: string) =>
      ((await app().get(`/api/jobs?driveId=${driveId}`).expect(200)).body as { jobs: Job[] }).jobs,
    board: async (query: object = {}) => (await app().get('/api/board').query(query).expect(200)).body as Board,
  }
}
