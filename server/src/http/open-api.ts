import { Router } from 'express'
import { jsonSchemaOf } from '@emery/core/schema'
import { neededFor } from '../people/rights.ts'
import { SESSION_COOKIE } from '../people/session-cookie.ts'
import { ERRORS } from './errors.ts'
import { BodyOf, type Operation, type Operations } from './operations.ts'

interface Described {
  /** Below `/api`. */
  readonly path: string
  readonly operations: Operations
}

type Json = Readonly<Record<string, unknown>>

/** The whole API as an OpenAPI 3.1 document, made from the schemas that check what is sent. */
export function openApi(addresses: readonly Described[]): Json {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const { path, operations } of addresses) {
    const subject = path.split('/').findLast((part) => part !== '' && !part.startsWith(':')) ?? ''
    for (const [route, operation] of Object.entries(operations)) {
      const [method = '', below = ''] = route.split(' ')
      const whole = `${path}${below}`.replace(/\/$/, '')
      const template = whole.replace(/:(\w+)/g, '{$1}')
      paths[template] = { ...paths[template], [method.toLowerCase()]: described(method, whole, subject, operation) }
    }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Emery',
      version: '2',
      description: 'Everything a page can read and write. Whoever asks is known by the cookie that signing in sets.',
    },
    servers: [{ url: '/api' }],
    paths,
    components: { schemas: { Error: ERROR }, securitySchemes: { session: SESSION } },
  }
}

/** Answers with the document. */
export function openApiRoutes(document: Json): Router {
  const routes = Router()
  routes.get('/', (_request, response) => {
    response.json(document)
  })
  return routes
}

const SESSION = { type: 'apiKey', in: 'cookie', name: SESSION_COOKIE }
const ERROR = {
  type: 'object',
  required: ['error'],
  properties: {
    error: {
      type: 'object',
      required: ['code', 'message'],
      properties: {
        code: { enum: Object.keys(ERRORS) },
        message: { type: 'string' },
        problems: {
          type: 'array',
          description: 'What is wrong with what was sent, each with its place.',
          items: { type: 'object', properties: { path: { type: 'string' }, message: { type: 'string' } } },
        },
        conflict: { type: 'object', description: 'What stands there instead, where somebody else was first.' },
      },
    },
  },
}

function described(method: string, path: string, subject: string, operation: Operation): Json {
  const { summary, body, query = {}, status = 200, answers = 'application/json' } = operation
  const needs = neededFor(method, path.replace(/:\w+/g, 'x'))
  const parameters = [
    ...[...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    })),
    ...Object.entries(query).map(([name, description]) => ({
      name,
      in: 'query',
      description,
      schema: { type: 'string' },
    })),
  ]
  return {
    summary,
    tags: [subject],
    ...(needs === 'anyone' ? { security: [] } : { security: [{ session: [] }], 'x-role': needs }),
    ...(parameters.length === 0 ? {} : { parameters }),
    ...(body === undefined ? {} : { requestBody: { required: true, content: contentOf(body) } }),
    responses: {
      [status]:
        status === 204
          ? { description: 'Done.' }
          : { description: 'Done; what stands there now.', content: { [answers]: {} } },
      default: {
        description: 'Refused, and why.',
        content: { 'application/json': { schema: { $ref: '#/components/schemas/Error' } } },
      },
    },
  }
}

function contentOf(body: object): Json {
  if (!(body instanceof BodyOf)) return { 'application/json': { schema: jsonSchemaOf(body) } }
  if (body.type !== 'application/json') return { [body.type]: {} }
  const beside = {
    type: 'object',
    properties: Object.fromEntries(Object.entries(body.beside).map(([key, schema]) => [key, jsonSchemaOf(schema)])),
  }
  if (body.fields === undefined) return { 'application/json': { schema: beside } }
  const fields = jsonSchemaOf(body.fields) as { readonly properties?: Json }
  const properties = { ...beside.properties, ...fields.properties }
  return { 'application/json': { schema: { ...fields, properties } } }
}
