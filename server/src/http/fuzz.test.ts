import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { randomFrom } from '../../../core/src/testing/random.ts'
import { type DriveRecord, type Job, type VehicleRecord, newJob } from '@emery/core/api'
import { checkDerived } from '../derived/check-derived.ts'
import { ketch } from '../testing/documents.ts'
import { runs } from '../testing/runs.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

const REQUESTS = runs(600, 50_000)
const SEED = Number(process.env['EMERY_SEED'] ?? 20261129)

type Json = Readonly<Record<string, unknown>>
/** As much of an OpenAPI document as says what can be asked. */
interface Described {
  readonly paths: Readonly<Record<string, Readonly<Record<string, DescribedOperation>>>>
}
interface DescribedOperation {
  readonly parameters?: readonly { readonly name: string; readonly in: string }[]
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema?: Json }>> }
}
interface Address {
  readonly method: string
  readonly template: string
  readonly operation: DescribedOperation
}

let at: TestApp
let server: Server
let base = ''
let addresses: readonly Address[] = []
const known: string[] = []

beforeAll(async () => {
  at = await startTestApp({ requestsPerMinute: 1e9 })
  server = createServer(at.app)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const described = (await (await fetch(`${base}/api/openapi.json`)).json()) as Described
  addresses = Object.entries(described.paths).flatMap(([template, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ method: method.toUpperCase(), template, operation })),
  )
  const post = async <Answer>(path: string, body: unknown) => {
    const headers = { 'Content-Type': 'application/json' }
    const response = await fetch(`${base}/api${path}`, { method: 'POST', headers, body: JSON.stringify(body) })
    return (await response.json()) as Answer
  }
  const vehicle = await post<VehicleRecord>('/vehicles', {
    plate: 'EM 17',
    name: 'Ketch',
    engine: '',
    distance: null,
    notes: '',
  })
  const drive = await post<DriveRecord>('/drives', { document: ketch(), vehicleId: vehicle.id })
  const job = await post<Job>('/jobs', newJob(drive.id))
  known.push(vehicle.id, drive.id, job.id)
})
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve))
  await at.close()
})

/** What stands where something else was meant. */
const ODD: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  0,
  -1,
  1e308,
  -1e-308,
  1.5,
  2 ** 53,
  'x'.repeat(5000),
  [],
  {},
  [[]],
  [null],
  { length: 1e9 },
  '\u0000',
  '\ud800',
  '1; DROP TABLE drives',
  '../../etc',
  '<script>',
  '2026-02-30',
  '__proto__',
  'NaN',
  '１２',
  'main',
]
const ODD_PARTS = [
  'x',
  '%00',
  '%2e%2e%2f',
  '%',
  'a'.repeat(3000),
  '-1',
  '00000000-0000-0000-0000-000000000000',
  "'",
  '%F0%9F%94%A7',
]

class Fuzz {
  constructor(private readonly random: () => number) {}

  chance = (of: number) => this.random() < of
  below = (n: number) => Math.floor(this.random() * n)
  pick = <Value>(values: readonly Value[]): Value => values[this.below(values.length)] as Value

  /** Something a schema lets through, as far as a schema can be followed by hand. */
  of(schema: Json | undefined, depth = 0): unknown {
    if (schema === undefined) return this.pick(ODD)
    const { oneOf, type, properties, items, prefixItems, minimum, maximum, minItems } = schema as {
      oneOf?: readonly Json[]
      type?: unknown
      properties?: Readonly<Record<string, Json>>
      items?: Json
      prefixItems?: readonly Json[]
      minimum?: number
      maximum?: number
      minItems?: number
    }
    if ('const' in schema) return schema['const']
    if (Array.isArray(schema['enum'])) return this.pick(schema['enum'] as readonly unknown[])
    if (oneOf !== undefined) return this.of(this.pick(oneOf), depth + 1)
    switch (Array.isArray(type) ? this.pick(type as readonly unknown[]) : type) {
      case 'object':
        return Object.fromEntries(
          Object.entries(properties ?? {}).map(([key, each]) => [key, this.of(each, depth + 1)]),
        )
      case 'array':
        if (prefixItems !== undefined) return prefixItems.map((each) => this.of(each, depth + 1))
        return Array.from({ length: (minItems ?? 0) + this.below(depth > 4 ? 1 : 3) }, () => this.of(items, depth + 1))
      case 'string':
        return this.pick([...known, 'main', 'crank', '6PK1860', '2026-11-29T10:00:00.000Z', 'a word'])
      case 'integer':
      case 'number': {
        const [from, to] = [minimum ?? 0, Math.min(maximum ?? 100, 1e6)]
        const value = from + this.random() * (to - from)
        return type === 'integer' ? Math.round(value) : value
      }
      case 'boolean':
        return this.chance(0.5)
      case 'null':
        return null
      default:
        return this.pick(ODD)
    }
  }

  /** The same with something wrong in it, somewhere. */
  broken(value: unknown): unknown {
    if (Array.isArray(value)) {
      const whole = value as readonly unknown[]
      if (whole.length === 0 || this.chance(0.2))
        return this.chance(0.5) ? Array.from({ length: 1 + this.below(3000) }, () => this.pick(ODD)) : this.pick(ODD)
      const i = this.below(whole.length)
      return whole.with(i, this.broken(whole[i]))
    }
    if (typeof value !== 'object' || value === null) return this.pick(ODD)
    const keys = Object.keys(value)
    if (keys.length === 0 || this.chance(0.15)) return { ...value, [String(this.pick(ODD))]: this.pick(ODD) }
    const key = this.pick(keys)
    const rest = Object.fromEntries(Object.entries(value).filter(([each]) => each !== key))
    return this.chance(0.2) ? rest : { ...value, [key]: this.broken((value as Json)[key]) }
  }

  deep(): string {
    const depth = 200 + this.below(20_000)
    return '['.repeat(depth) + ']'.repeat(depth)
  }

  bodyOf({ operation: { requestBody } }: Address): { readonly type: string; readonly content: string } | undefined {
    if (requestBody === undefined) return this.chance(0.05) ? { type: 'application/json', content: '{}' } : undefined
    const [type, { schema }] = this.pick(Object.entries(requestBody.content))
    const kind = this.random()
    if (type !== 'application/json' || kind < 0.05) {
      const bytes = Array.from({ length: this.below(400) }, () => String.fromCharCode(this.below(256))).join('')
      return { type, content: this.pick(['PK\u0003\u0004', '\u00ff\u00d8\u00ff', 'name;length\n', '']) + bytes }
    }
    if (kind < 0.08) return { type, content: this.deep() }
    if (kind < 0.11)
      return { type: this.pick(['text/plain', 'application/json; charset=ebcdic', 'x', type]), content: '{"a":' }
    const sound = this.of(schema)
    return { type, content: JSON.stringify(kind < 0.4 ? sound : this.broken(sound)) }
  }

  addressOf({ template, operation: { parameters = [] } }: Address): string {
    const path = template.replace(/\{\w+\}/g, () => (this.chance(0.8) ? this.pick(known) : this.pick(ODD_PARTS)))
    const asked = parameters.filter((each) => each.in === 'query' && this.chance(0.7))
    const value = () => this.pick(['1', '2', 'all', '', 'ferry slip', '-1', '1e9', ...ODD_PARTS])
    const query = asked.map(({ name }) => `${name}=${value()}`).join('&')
    return query === '' ? path : `${path}?${query}`
  }
}

test(
  `no request is a surprise: ${REQUESTS} over every route, from the schemas, broken and raw`,
  async () => {
    const fuzz = new Fuzz(randomFrom(SEED))
    // What ends one's own session, or puts somebody else in one's place, would leave the rest at the door.
    const asked = addresses.filter(
      ({ template }) => !template.startsWith('/session') && !template.startsWith('/people/me'),
    )
    const surprises: string[] = []
    const answered = new Map<number, number>()
    const stalls = monitorEventLoopDelay({ resolution: 5 })
    stalls.enable()
    const memory = () => Math.round(process.memoryUsage().rss / 1e6)
    const before = memory()
    let slowest: { readonly ms: number; readonly what: string; readonly size: number }[] = []
    for (let n = 0; n < REQUESTS; n++) {
      const address = n < asked.length ? (asked[n] as Address) : fuzz.pick(asked)
      const path = fuzz.addressOf(address)
      const body = address.method === 'GET' ? undefined : fuzz.bodyOf(address)
      const begun = performance.now()
      const response = await fetch(`${base}/api${path}`, {
        method: address.method,
        ...(body === undefined ? {} : { headers: { 'Content-Type': body.type }, body: body.content }),
      })
      const text = await response.text()
      slowest.push({
        ms: performance.now() - begun,
        what: `${address.method} ${path.slice(0, 80)}`,
        size: body?.content.length ?? 0,
      })
      slowest = slowest.toSorted((a, b) => b.ms - a.ms).slice(0, 8)
      answered.set(response.status, (answered.get(response.status) ?? 0) + 1)
      if (response.status >= 500)
        surprises.push(`${address.method} ${path} ${body?.content.slice(0, 400) ?? ''} → ${text}`)
      if (response.status === 201 && text.includes('"id":"') && known.length < 60)
        known.push(/"id":"([^"]+)"/.exec(text)?.[1] ?? 'x')
    }
    stalls.disable()
    // Written down, never a verdict: the machine and the asking itself are in it.
    if (runs(false, true))
      process.stdout.write(
        `longest stall ${Math.round(stalls.max / 1e6)} ms, 99.9 % within ${Math.round(stalls.percentile(99.9) / 1e6)} ms; memory ${before} → ${memory()} MB; ${JSON.stringify([...answered])}; slowest ${JSON.stringify(slowest)}\n`,
      )
    expect({ seed: SEED, surprises: surprises.slice(0, 20) }).toEqual({ seed: SEED, surprises: [] })
    // Requests that reached the doors, some of them past the checks: otherwise nothing was tried.
    expect(answered.get(401) ?? 0).toBe(0)
    expect((answered.get(200) ?? 0) + (answered.get(201) ?? 0) + (answered.get(204) ?? 0)).toBeGreaterThan(
      REQUESTS / 20,
    )
    expect(await checkDerived(at.source, () => new Date())).toEqual([])
  },
  runs(60_000, 3_600_000),
)
