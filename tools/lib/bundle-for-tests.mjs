import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fingerprint } from './fingerprint.mjs'
import { ROOT, TEST_BUNDLES } from './places.mjs'

/** Packages of thousands of files each, which every test file of a screen would read and evaluate one by one. */
const BUNDLED = { antd: 'antd', icons: '@ant-design/icons' }

/**
 * Puts the widget library into one file for the tests of screens: a test file that shows one button took four seconds to load.
 * React stays outside, so that tests and widgets share one.
 */
export async function bundleForTests() {
  const stamp = join(TEST_BUNDLES, '.bundled')
  const wanted = fingerprint(ROOT, ['package-lock.json', 'tools/lib/bundle-for-tests.mjs'])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  const { rolldown } = await import('rolldown')
  rmSync(TEST_BUNDLES, { recursive: true, force: true })
  mkdirSync(TEST_BUNDLES, { recursive: true })
  const input = {}
  for (const [name, of] of Object.entries(BUNDLED)) {
    input[name] = join(TEST_BUNDLES, `${name}.entry.mjs`)
    writeFileSync(input[name], `export * from '${of}'\n`)
  }
  const bundle = await rolldown({
    input,
    cwd: join(ROOT, 'web'),
    platform: 'browser',
    external: [/^react($|\/)/, /^react-dom($|\/)/, /^dayjs($|\/)/],
    transform: { define: { 'process.env.NODE_ENV': '"test"' } },
    // Every file says "use client", which means nothing here.
    logLevel: 'silent',
  })
  await bundle.write({ dir: TEST_BUNDLES, format: 'cjs', entryFileNames: '[name].cjs', chunkFileNames: '[name].cjs' })
  writeFileSync(stamp, wanted)
}
