import { expect, test } from '@jest/globals'
import { dataSourceFor } from '../database/data-source.ts'
import { checkDerived } from '../derived/check-derived.ts'
import { startKillable } from '../testing/killable.ts'
import { runs } from '../testing/runs.ts'
import { held, inOrder, unrulyWork } from '../testing/unruly-work.ts'

/** Changes made by all clients together, and how often database and server are killed meanwhile. */
const ENOUGH = runs(100, 5000)
const KILLS = runs(1, 20)
const SEED = 20261129

test('a network that loses, delays, doubles and reorders, over a server that is killed: every change is made exactly once', async () => {
  const emery = await startKillable('unruly')
  let killed = 0
  try {
    const { wanted, refused, wentBack } = await unrulyWork({
      clients: 6,
      enough: ENOUGH,
      seed: SEED,
      port: emery.port,
      mending: emery.mending,
      onMade: (made) => {
        if (killed >= KILLS || made < ((killed + 1) * ENOUGH) / (KILLS + 1)) return
        killed++
        emery.kill()
      },
    })
    expect({ seed: SEED, killed, refused, wentBack }).toEqual({ seed: SEED, killed: KILLS, refused: [], wentBack: [] })
    const source = await dataSourceFor(emery.databaseUrl()).initialize()
    try {
      expect(inOrder(await held(source))).toEqual(inOrder(wanted))
      expect(await checkDerived(source, () => new Date())).toEqual([])
    } finally {
      await source.destroy()
    }
  } finally {
    await emery.stop()
  }
}, 1_200_000)
