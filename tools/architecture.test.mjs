import { expect, test } from '@jest/globals'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib/places.mjs'

const tracked = execFileSync('git', ['ls-files'], { cwd: ROOT, encoding: 'utf8' }).trim().split('\n')
const page = readFileSync(join(ROOT, 'docs', 'architecture.md'), 'utf8').split('\n## ')[0]

/** Names that open an indented line of the list: folders of the package named above it. */
function listed(name) {
  const lines = page.split('\n')
  const from = lines.findIndex((line) => line.startsWith(`    ${name}/`))
  const rest = lines.slice(from + 1)
  const to = rest.findIndex((line) => !line.startsWith('      '))
  return rest
    .slice(0, to)
    .flatMap((line) => (/^ {6}\S/.test(line) ? line.trim().split(/ {2,}/)[0].split(/, ?/) : []))
    .toSorted()
}

/** Folders below one, as they are. */
function folders(below) {
  const names = tracked
    .filter((file) => file.startsWith(`${below}/`) && file.slice(below.length + 1).includes('/'))
    .map((file) => file.slice(below.length + 1).split('/')[0])
  return [...new Set(names)].toSorted()
}

test.each(['core', 'server', 'web'])(
  'docs/architecture.md lists the folders of %s, each of them and no other',
  (name) => {
    expect(listed(name)).toEqual(folders(`${name}/src`))
  },
)

test('docs/architecture.md lists the packages', () => {
  const packages = page.split('\n').flatMap((line) => /^ {4}(\w[\w-]*)\//.exec(line)?.[1] ?? [])
  const there = [...new Set(tracked.filter((file) => file.includes('/')).map((file) => file.split('/')[0]))]
  expect(packages.toSorted()).toEqual(there.filter((name) => !name.startsWith('.')).toSorted())
})

test('what the documentation says stands in the source stands there', () => {
  const pages = tracked.filter((file) =>
    /^(docs\/(mechanics|guides|reference|decisions)\/.*|docs\/[a-z]+|[A-Z]+)\.md$/.test(file),
  )
  expect(pages.length).toBeGreaterThan(30)
  const lost = pages
    // What was changed, and how it was before, is history.
    .filter((file) => file !== 'CHANGELOG.md' && !file.startsWith('docs/decisions/'))
    .flatMap((file) =>
      [
        ...readFileSync(join(ROOT, file), 'utf8').matchAll(
          /`((?:core|server|web|cli|tools|bench|e2e|demo)\/[\w./-]+)`/g,
        ),
      ].map(([, path]) => ({ file, path: path.replace(/\/$/, '') })),
    )
    .filter(({ path }) => !tracked.some((each) => each === path || each.startsWith(`${path}/`)))
  expect(lost).toEqual([])
})

test('a nominal figure stands in the table of its room, not beside the function that uses it', () => {
  const beside = tracked
    .filter((file) => /^core\/src\/.*\.ts$/.test(file) && !/(\.test\.ts|\/nominal\.ts)$/.test(file))
    .flatMap((file) =>
      [
        ...readFileSync(join(ROOT, file), 'utf8').matchAll(
          /\/\*\*(?:(?!\*\/)[^])*\(nominal\)(?:(?!\*\/)[^])*\*\/\n(?:export )?const (\w+)/g,
        ),
      ].map(([, name]) => `${file}: ${name}`),
    )
  expect(beside).toEqual([])
})

test('no file is longer than a person reads at once', () => {
  const long = tracked
    .filter((file) => /\.(ts|tsx|mjs|js|cjs|css)$/.test(file))
    .map((file) => ({ file, lines: readFileSync(join(ROOT, file), 'utf8').split('\n').length - 1 }))
    .filter(({ lines }) => lines > 400)
  expect(long).toEqual([])
})
