import { expect, test } from '@jest/globals'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v4 as newId } from 'uuid'
import type { DriveRecord } from '@emery/core'
import { startDatabase } from '../../../tools/lib/database.mjs'
import { startServer } from '../../../tools/lib/server.mjs'
import { ketch, ketchWithCrank } from '../testing/documents.ts'

const SAVES = 200
/** Saves acknowledged before the power goes, so that the kill falls into the middle of the stream. */
const KILL_AFTER = 90

interface Answer {
  readonly status: number
  readonly record: DriveRecord
}

async function ask(port: number, path: string, method = 'GET', body?: unknown): Promise<Answer> {
  const response = await fetch(`http://127.0.0.1:${port}/api/drives${path}`, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
  })
  return { status: response.status, record: (await response.json()) as DriveRecord }
}

test('every acknowledged save outlives a SIGKILL of database and server in the middle of 200', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'emery-kill-'))
  const start = async () => {
    const database = await startDatabase(folder)
    const server = await startServer({ databaseUrl: database.url, port: 0, logFile: join(folder, 'emery.log') })
    return { database, server }
  }
  let running = await start()
  try {
    const { record } = await ask(running.server.port, '', 'POST', { document: ketch(), vehicleId: null })
    // Diameters tell the saves apart: save i leaves a crank of 100 + i / 10.
    const diameter = (i: number) => 100 + i / 10
    let acknowledged = 0
    for (let i = 1; i <= SAVES; i++) {
      if (i === KILL_AFTER) {
        // While this save is under way, not between two.
        setTimeout(() => {
          process.kill(running.database.pid, 'SIGKILL')
          running.server.child.kill('SIGKILL')
        }, 1)
      }
      try {
        const { status } = await ask(running.server.port, `/${record.id}`, 'PUT', {
          basedOn: i,
          saveId: newId(),
          document: ketchWithCrank(diameter(i)),
        })
        if (status === 200) acknowledged = i
        else break
      } catch {
        break
      }
    }
    expect(acknowledged).toBeGreaterThanOrEqual(KILL_AFTER - 1)
    expect(acknowledged).toBeLessThan(SAVES)

    running = await start()
    const after = await ask(running.server.port, `/${record.id}`)
    // The save under way may have been stored without its answer getting through; none that was answered may be missing.
    expect([acknowledged + 1, acknowledged + 2]).toContain(after.record.version)
    for (let i = 1; i <= acknowledged; i++) {
      const revision = await ask(running.server.port, `/${record.id}/revisions/${i + 1}`)
      expect(revision.record.document.pulleys[0]).toMatchObject({ diameter: diameter(i) })
    }
    // And it goes on from there.
    const { version } = after.record
    const next = await ask(running.server.port, `/${record.id}`, 'PUT', {
      basedOn: version,
      saveId: newId(),
      document: ketch(),
    })
    expect(next.record.version).toBe(version + 1)
  } finally {
    await running.server.stop()
    await running.database.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}, 120_000)
