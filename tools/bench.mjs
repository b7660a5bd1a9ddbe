import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { gzipSync } from 'node:zlib'
import { ROOT, WEB_DIST } from './lib/places.mjs'
import { openly } from './lib/run-command.mjs'
import { runMain } from './lib/say.mjs'
import { buildWeb, setUp } from './lib/set-up.mjs'

/** Benchmarks of the core, and the weight of the pages; figures go to docs/performance.md by hand. */
await runMain(async () => {
  await setUp()
  await buildWeb()
  for (const file of [
    'core.ts',
    'survey.ts',
    'route.ts',
    'length.ts',
    'speeds.ts',
    'tension.ts',
    'pluck.ts',
    'alignment.ts',
    'board.ts',
  ]) {
    const run = file === 'board.ts' ? ['--import', 'tsx', join(ROOT, 'bench', file)] : [await built(file)]
    await openly(process.execPath, run, { cwd: ROOT })
    process.stdout.write('\n')
  }
  const assets = join(WEB_DIST, 'assets')
  const page = readFileSync(join(WEB_DIST, 'index.html'), 'utf8')
  process.stdout.write('\n| script | compressed, kB | when |\n| --- | ---: | --- |\n')
  for (const name of readdirSync(assets).filter((each) => each.endsWith('.js'))) {
    const kB = gzipSync(readFileSync(join(assets, name))).length / 1000
    process.stdout.write(
      `| ${name.replace(/-[\w-]{8}\.js$/, '')} | ${kB.toFixed(0)} | ${page.includes(name) ? 'first load' : 'with its view'} |\n`,
    )
  }
})

/**
 * A benchmark of the core in one file, put together as the pages are: the loader that runs TypeScript as it stands names every function again
 * whenever it is made, which pages and server never do.
 */
async function built(file) {
  const { rolldown } = await import('rolldown')
  const source = join(ROOT, 'bench', file)
  const bundle = await rolldown({
    input: source,
    cwd: ROOT,
    platform: 'node',
    resolve: { mainFields: ['module', 'main'] },
    transform: { define: { 'import.meta.url': JSON.stringify(pathToFileURL(source).href) } },
    logLevel: 'silent',
  })
  const to = join(ROOT, 'node_modules', '.cache', 'emery', 'bench', file.replace('.ts', '.mjs'))
  await bundle.write({ file: to, format: 'esm' })
  return to
}
