import { expect, test } from '@jest/globals'
import { readdirSync, readFileSync } from 'node:fs'
import { isBuiltin } from 'node:module'
import { join } from 'node:path'
import { ROOT, SERVER_DIST } from './lib/places.mjs'

const packagesOf = (folder) =>
  Object.keys(JSON.parse(readFileSync(join(ROOT, folder, 'package.json'), 'utf8')).dependencies ?? {})

/** What built code imports that is not beside it. */
function imports(file) {
  const found = readFileSync(join(SERVER_DIST, file), 'utf8').matchAll(
    /^\s*(?:import|export)\b[^'"\n]*?["']([^."'][^"']*)["']|\bimport\(["']([^."'][^"']*)["']\)/gm,
  )
  return [...found].map(([, one, other]) => one ?? other)
}

const packageOf = (specifier) => /^(@[^/]+\/[^/]+|[^/]+)/.exec(specifier)?.[1]

test('the built server needs Node and the packages of production, and nothing that only builds or tests', () => {
  const files = readdirSync(SERVER_DIST).filter((name) => name.endsWith('.mjs'))
  const needed = new Set(
    files
      .flatMap(imports)
      .filter((each) => !isBuiltin(each))
      .map(packageOf),
  )
  expect(needed).toContain('express')
  const production = new Set([...packagesOf('server'), ...packagesOf('core')])
  expect([...needed].filter((each) => !production.has(each))).toEqual([])
})

test('what the threads do is built beside the server, by the names it asks for', async () => {
  const heavy = await import(join(SERVER_DIST, 'thread.mjs'))
  const source = readFileSync(join(ROOT, 'server/src/workers/heavy-work.ts'), 'utf8')
  const names = [...source.matchAll(/^export (?:async )?function (\w+)/gm)].map(([, name]) => name)
  expect(names.length).toBeGreaterThan(1)
  expect(Object.keys(heavy).sort()).toEqual(names.sort())
})
