import { afterAll, beforeAll, expect, test } from '@jest/globals'
import request from 'supertest'
import type { Router } from 'express'
import { apiAddresses } from '../api.ts'
import { AuditLog } from '../audit/audit-log.ts'
import { PeopleService } from '../people/people-service.ts'
import { SessionService } from '../people/session-service.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

interface Document {
  readonly openapi: string
  readonly paths: Readonly<Record<string, Readonly<Record<string, { readonly requestBody?: unknown }>>>>
}

let at: TestApp
let document: Document
beforeAll(async () => {
  at = await startTestApp()
  document = (await request(at.app).get('/api/openapi.json').expect(200)).body as Document
})
afterAll(() => at.close())

const now = () => new Date()
const addresses = () =>
  apiAddresses({
    source: at.source,
    now,
    people: new PeopleService(at.source, now),
    sessions: new SessionService(at.source, now),
    audit: new AuditLog(at.source, now),
    oneTap: false,
    reachedAt: [],
    authority: undefined,
    pictureBytes: 1e9,
    keptFree: 0,
    examplesDir: undefined,
    copiesDir: undefined,
    stopping: new AbortController().signal,
  })

/** What a router answers, those within it too, as `GET /:id`. */
function routesOf({ stack }: Router): string[] {
  return stack.flatMap(({ route, handle }) => {
    if (route !== undefined)
      return Object.keys((route as unknown as { methods: object }).methods).map(
        (method) => `${method.toUpperCase()} ${route.path}`,
      )
    return Array.isArray((handle as Partial<Router>).stack) ? routesOf(handle as unknown as Router) : []
  })
}

test('every route is described, and nothing else is', () => {
  const [found, described] = [
    addresses().flatMap(({ path, routes }) => routesOf(routes).map((route) => `${path}: ${route}`)),
    addresses().flatMap(({ path, operations }) => Object.keys(operations).map((route) => `${path}: ${route}`)),
  ]
  expect(found.length).toBeGreaterThan(50)
  expect(described.toSorted()).toEqual(found.toSorted())
})

test('the document is OpenAPI 3.1 and holds every operation under its address', () => {
  expect(document.openapi).toBe('3.1.0')
  const operations = Object.values(document.paths).flatMap((methods) => Object.keys(methods))
  expect(operations).toHaveLength(addresses().flatMap(({ operations }) => Object.keys(operations)).length)
  expect(document.paths['/drives/{id}/revisions/{version}']).toHaveProperty('get.parameters')
})

test('whatever takes a body says what is in it: a schema with properties, or another type than JSON', () => {
  const bodies = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods)
      .filter(([method]) => method === 'put' || method === 'post')
      .filter(() => !path.endsWith('/restore'))
      .map(([method, { requestBody }]) => ({ what: `${method} ${path}`, requestBody })),
  )
  const unsaid = bodies.filter(({ requestBody }) => {
    const content = (requestBody as { content?: Record<string, { schema?: { properties?: object } }> } | undefined)
      ?.content
    if (content === undefined) return true
    const json = content['application/json']
    return json !== undefined && Object.keys(json.schema?.properties ?? {}).length === 0
  })
  expect(unsaid.map(({ what }) => what)).toEqual([])
})

test('a schema says what the check behind it refuses', () => {
  const { requestBody } = document.paths['/shelf/{id}']?.['put'] as {
    requestBody: { content: Record<string, { schema: Record<string, Record<string, object>> }> }
  }
  expect(requestBody.content['application/json']?.schema['properties']).toMatchObject({
    count: { type: 'integer', minimum: 0, maximum: 9999 },
    basedOn: { type: 'integer' },
  })
})
