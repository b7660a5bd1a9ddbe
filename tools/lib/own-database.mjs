import { connect } from 'node:net'
import { startDatabase } from './database.mjs'
import { DATA } from './places.mjs'
import { Hindrance } from './say.mjs'
import { setUp } from './set-up.mjs'

/** Runs `work` on the database Emery would use: the one it is told of, else its own, started for the time being where it is not running. */
export async function withDatabase(work) {
  if (!process.argv.includes('--service')) await setUp()
  const given = process.env.EMERY_DATABASE_URL
  if (given !== undefined) return work({ url: await oneNodeOf(given), shared: false })
  const database = await startDatabase(DATA)
  try {
    return await work({
      url: process.argv.includes('--demo') ? database.demoUrl : database.url,
      shared: !database.owned,
    })
  } finally {
    await database.stop()
  }
}

/** Milliseconds a node of a cluster gets to be reached. */
const PATIENCE_MS = 2000

/** The address of the first of a cluster's nodes that can be reached; one of a single server as it is. */
async function oneNodeOf(url) {
  const [, before, hosts, after] = /^(mysql:\/\/(?:[^@/]*@)?)([^/]+)(\/.*)$/.exec(url) ?? []
  if (hosts === undefined || !hosts.includes(',')) return url
  for (const host of hosts.split(',')) if (await isReached(host)) return `${before}${host}${after}`
  throw new Hindrance('No node of the database’s cluster can be reached.')
}

function isReached(host) {
  const { hostname, port } = new URL(`tcp://${host}`)
  return new Promise((resolve) => {
    const socket = connect({ host: hostname, port: Number(port) || 3306, timeout: PATIENCE_MS })
    const end = (reached) => {
      socket.destroy()
      resolve(reached)
    }
    socket.on('connect', () => end(true))
    for (const event of ['error', 'timeout']) socket.on(event, () => end(false))
  })
}
