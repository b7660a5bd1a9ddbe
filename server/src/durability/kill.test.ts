import { expect, test } from '@jest/globals'
import { v4 as newId } from 'uuid'
import type { DriveRecord, ErrorBody } from '@emery/core/api'
import { ketch, ketchWithCrank } from '../testing/documents.ts'
import { startKillable } from '../testing/killable.ts'
import { runs } from '../testing/runs.ts'

const CLIENTS = runs(12, 20)
/** Half of the clients share one drive, the others have one each. */
const SHARING = CLIENTS / 2
/** Saves acknowledged, over all clients, at which the power goes. */
const KILL_AT = runs([60], [100, 250, 400, 550, 700])
/** At which they stop. */
const ENOUGH = runs(120, 900)

/** Milliseconds a client waits before it asks a server again that is away. */
const PAUSE_MS = 40

interface Save {
  readonly drive: string
  readonly version: number
  /** Tells the saves of all clients apart: the crank's diameter. */
  readonly mark: number
}

test('clients on the same and on different drives, killed while they save: what was acknowledged is kept, every conflict is said', async () => {
  const emery = await startKillable('kill')
  let cookie = ''
  const ask = async (path: string, method = 'GET', body?: unknown) => {
    const response = await fetch(`http://127.0.0.1:${emery.port()}/api${path}`, {
      method,
      headers: { 'Content-Type': 'application/json', Cookie: cookie },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    return { response, answer: await response.json() }
  }
  try {
    const first = await ask('/people/first', 'POST', { name: 'Ebba', passphrase: 'four dry slips' })
    cookie = (first.response.headers.get('set-cookie') ?? '').replace(/;.*$/, '')
    const newDrive = async () => {
      const { answer } = await ask('/drives', 'POST', { document: ketch(), vehicleId: null })
      return (answer as DriveRecord).id
    }
    const shared = await newDrive()
    const drives = await Promise.all(
      Array.from({ length: CLIENTS }, (_, i) => (i < SHARING ? Promise.resolve(shared) : newDrive())),
    )

    const acknowledged: Save[] = []
    const untold: string[] = []
    let conflicts = 0
    let marks = 0
    let kills = 0

    const client = async (drive: string) => {
      let basedOn = 1
      while (acknowledged.length < ENOUGH) {
        const mark = 100 + ++marks / 100
        // The same save, said again until it is answered.
        const save = { basedOn, saveId: newId(), document: ketchWithCrank(mark) }
        for (;;) {
          const said = await ask(`/drives/${drive}`, 'PUT', save).catch(() => undefined)
          if (said === undefined || said.response.status >= 500) {
            await (emery.mending() ?? new Promise((resolve) => setTimeout(resolve, PAUSE_MS)))
            continue
          }
          if (said.response.status === 200) {
            // A save that was stored before the kill, and said again after it, is answered with what stands there now.
            basedOn = (said.answer as DriveRecord).version
            acknowledged.push({ drive, version: save.basedOn + 1, mark })
          } else {
            const { code, conflict } = (said.answer as ErrorBody).error
            const current = conflict?.current as DriveRecord | undefined
            if (code !== 'VERSION_CONFLICT' || current === undefined || current.version <= save.basedOn)
              untold.push(`${said.response.status} ${code}`)
            conflicts++
            basedOn = current?.version ?? basedOn
          }
          break
        }
        if (kills < KILL_AT.length && acknowledged.length >= (KILL_AT[kills] ?? 0)) {
          kills++
          emery.kill()
        }
      }
    }
    await Promise.all(drives.map(client))
    await emery.mending()

    expect(kills).toBe(KILL_AT.length)
    expect(untold).toEqual([])
    // Those who share one drive cannot but meet; those on drives of their own never do.
    expect(conflicts).toBeGreaterThan(ENOUGH / 8)
    const lost: Save[] = []
    for (const save of acknowledged) {
      const { answer } = await ask(`/drives/${save.drive}/revisions/${save.version}`)
      const { document } = answer as Partial<DriveRecord>
      const crank = document?.pulleys.find(({ id }) => id === 'crank.1')
      if (crank === undefined || !('diameter' in crank) || crank.diameter !== save.mark) lost.push(save)
    }
    expect(lost).toEqual([])
    // And it goes on from there.
    const { answer } = await ask(`/drives/${shared}`)
    const { version } = answer as DriveRecord
    const next = { basedOn: version, saveId: newId(), document: ketch() }
    expect(((await ask(`/drives/${shared}`, 'PUT', next)).answer as DriveRecord).version).toBe(version + 1)
  } finally {
    await emery.stop()
  }
}, 180_000)
