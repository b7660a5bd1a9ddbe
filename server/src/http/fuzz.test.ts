import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { randomFrom } from '../../../core/src/testing/random.ts'
import { type DriveRecord, type Job, type VehicleRecord, newJob } from '@emery/core/api'
import { checkDerived } from '../derived/check-derived.ts'
import { ketch } from '../testing/documents.ts'
import { type Address, addressesOf, type Described, Fuzz } from '../testing/fuzz.ts'
import { runs } from '../testing/runs.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

const REQUESTS = runs(600, 50_000)
const SEED = Number(process.env['EMERY_SEED'] ?? 20261129)

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
  addresses = addressesOf(described)
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

test(
  `no request is a surprise: ${REQUESTS} over every route, from the schemas, broken and raw`,
  async () => {
    const fuzz = new Fuzz(randomFrom(SEED), known)
    // What ends one's own session, or puts somebody else in one's place, would leave the rest at the door.
    const asked = addresses.filter(
      ({ template }) => !template.startsWith('/session') && !template.startsWith('/people/me'),
    )
    const surprises: string[] = []
    const answered = new Map<number, number>()
    for (let n = 0; n < REQUESTS; n++) {
      const address = n < asked.length ? (asked[n] as Address) : fuzz.pick(asked)
      const path = fuzz.addressOf(address)
      const body = address.method === 'GET' ? undefined : fuzz.bodyOf(address)
      const response = await fetch(`${base}/api${path}`, {
        method: address.method,
        ...(body === undefined ? {} : { headers: { 'Content-Type': body.type }, body: body.content }),
      })
      const text = await response.text()
      answered.set(response.status, (answered.get(response.status) ?? 0) + 1)
      if (response.status >= 500)
        surprises.push(`${address.method} ${path} ${body?.content.slice(0, 400) ?? ''} → ${text}`)
      if (response.status === 201 && text.includes('"id":"') && known.length < 60)
        known.push(/"id":"([^"]+)"/.exec(text)?.[1] ?? 'x')
    }
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
