import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startDatabase } from './database.mjs'
import { needSpace } from './disk.mjs'
import { isFree, freePort } from './free-port.mjs'

let folder
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'emery-db-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const MINUTE = 60_000

describe('the private database', () => {
  test(
    'listens on loopback only, is taken over after its owner was killed, and stops cleanly',
    async () => {
      const first = await startDatabase(folder)
      const state = join(folder, 'database.json')
      // As if the process that started it had been killed: its number belongs to nobody.
      writeFileSync(state, JSON.stringify({ ...JSON.parse(readFileSync(state, 'utf8')), owner: 2 ** 22 + 1 }))
      const second = await startDatabase(folder)
      expect({ pid: second.pid, url: second.url }).toEqual({ pid: first.pid, url: first.url })
      expect(await isFree('127.0.0.1', first.port)).toBe(false)
      expect(await isFree('127.0.0.2', first.port)).toBe(true)
      await second.stop()
      expect(await isFree('127.0.0.1', first.port)).toBe(true)
      expect(existsSync(state)).toBe(false)
    },
    MINUTE,
  )

  test(
    'shared by another Emery, it is left running by the one that did not start it',
    async () => {
      const owner = await startDatabase(folder)
      const guest = await startDatabase(folder)
      await guest.stop()
      expect(await isFree('127.0.0.1', owner.port)).toBe(false)
      await owner.stop()
    },
    MINUTE,
  )

  test(
    'two that start at once on an empty folder share one',
    async () => {
      const both = await Promise.all([startDatabase(folder), startDatabase(folder)])
      expect(both[0].pid).toBe(both[1].pid)
      for (const each of both) await each.stop()
      expect(await isFree('127.0.0.1', both[0].port)).toBe(true)
      expect(existsSync(join(folder, 'database.lock'))).toBe(false)
    },
    MINUTE,
  )

  test(
    'a start that was killed does not keep the next one out',
    async () => {
      // As if whoever was starting had been killed: its number belongs to nobody.
      writeFileSync(join(folder, 'database.lock'), String(2 ** 22 + 1))
      const database = await startDatabase(folder)
      await database.stop()
    },
    MINUTE,
  )

  test('a place that cannot be written is told in one sentence', async () => {
    writeFileSync(join(folder, 'file'), '')
    await expect(startDatabase(join(folder, 'file', 'data'))).rejects.toThrow(
      /cannot be written \(ENOTDIR\)\. .*EMERY_DATA_DIR/,
    )
  })

  test('a folder that is no database is told in one sentence', async () => {
    mkdirSync(join(folder, 'mariadb'))
    writeFileSync(join(folder, 'mariadb', 'shopping.txt'), 'belts')
    await expect(startDatabase(folder)).rejects.toThrow(/is there but holds no database\. Move it away/)
  })

  test(
    'a broken database is told in one sentence, with where to look',
    async () => {
      const database = await startDatabase(folder)
      await database.stop()
      writeFileSync(join(folder, 'mariadb', 'ibdata1'), 'rubbish')
      await expect(startDatabase(folder)).rejects.toThrow(
        /did not start \(.+\)\. Put a copy back, or move that folder away/,
      )
    },
    MINUTE,
  )

  test(
    'a log of changes that is damaged, as by a disk, is told in one sentence; nothing is made of it',
    async () => {
      const database = await startDatabase(folder)
      await database.stop()
      const redo = join(folder, 'mariadb', 'ib_logfile0')
      const before = readFileSync(redo)
      writeFileSync(redo, Buffer.alloc(before.length, 0x5a))
      await expect(startDatabase(folder)).rejects.toThrow(/did not start \(.+\)\. Put a copy back/)
      // Whoever has the disk's older state of it goes on from there.
      writeFileSync(redo, before)
      await (await startDatabase(folder)).stop()
    },
    MINUTE,
  )

  test(
    'a folder too deep for a socket path works all the same',
    async () => {
      const deep = join(folder, 'a'.repeat(60), 'b'.repeat(60))
      const database = await startDatabase(deep)
      expect(database.port).toBeGreaterThan(0)
      await database.stop()
    },
    MINUTE,
  )
})

test('too little room is told before anything is begun', () => {
  expect(() => needSpace(folder, 1e12, 'the database')).toThrow(
    /MB free in .*; the database needs 1000000000000 MB\. Make room/,
  )
})

test('a free port is free', async () => {
  expect(await isFree('127.0.0.1', await freePort())).toBe(true)
})
