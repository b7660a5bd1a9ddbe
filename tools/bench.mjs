import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
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
    await openly(process.execPath, ['--import', 'tsx', join(ROOT, 'bench', file)], { cwd: ROOT })
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
