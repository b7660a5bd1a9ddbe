import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { needSpace } from './disk.mjs'
import { fingerprint } from './fingerprint.mjs'
import { DATA, FAKE_CLOCK, ROOT, SERVER_DIST, UNPACKED, UNPACKED_LIBRARIES, WEB_DIST } from './places.mjs'
import { isInstalled, lastLines, quietly } from './run-command.mjs'
import { Hindrance, step } from './say.mjs'

/** Debian's packages, each with the programs that show it is there. */
const MARIADB = {
  packages: ['mariadb-server-core', 'mariadb-client'],
  programs: ['mariadbd', 'mariadb-install-db', 'my_print_defaults', 'mariadb', 'mariadb-dump'],
}
const OPENSSL = { packages: ['openssl'], programs: ['openssl'] }
const CHROMIUM = { packages: ['chromium'], programs: ['chromium'] }

/** Installs what is missing: Debian's packages, then npm's. `browser` for the tests that look at real pages, `tls` for certificates of the workshop's own. */
export async function setUp({ browser = false, tls = false } = {}) {
  const wanted = [
    ...(process.env.EMERY_DATABASE_URL === undefined || browser ? [MARIADB] : []),
    ...(browser ? [CHROMIUM] : []),
    ...(tls || browser ? [OPENSSL] : []),
  ]
  const missing = wanted.filter(({ programs }) => !programs.every(isInstalled)).flatMap(({ packages }) => packages)
  if (missing.length > 0) await installDebian(missing)
  await installNpm()
  if (browser) {
    await unpackDebian('nginx', 'usr/sbin/nginx')
    await unpackCluster()
    await unpackDebian('libfaketime', FAKE_CLOCK)
  }
}

/** What nodes of a cluster need besides MariaDB: the library, and the programs by which one gives its data to another. */
export async function unpackCluster() {
  if (existsSync('/usr/lib/galera/libgalera_smm.so') && isInstalled('wsrep_sst_rsync')) return
  await unpackDebian('galera-4', 'usr/lib/galera/libgalera_smm.so')
  await unpackDebian('mariadb-server', 'usr/bin/wsrep_sst_rsync')
  await unpackDebian('rsync', 'usr/bin/rsync')
  await unpackDebian('lsof', 'usr/bin/lsof')
  await unpackDebian('libpopt0', join(UNPACKED_LIBRARIES, 'libpopt.so.0'))
  // Started by root, rsync's daemon would write as nobody, who may not write here; installed, MariaDB has an account of its own.
  const script = join(UNPACKED, 'usr/bin/wsrep_sst_rsync')
  const text = readFileSync(script, 'utf8')
  if (!text.includes('\nuid = '))
    writeFileSync(script, text.replace('use chroot = no\n', 'use chroot = no\nuid = $(id -u)\ngid = $(id -g)\n'))
}

/** Fetches a Debian package and unpacks it, for the tests; neither needs root, and nothing is started. */
async function unpackDebian(name, program) {
  if (isInstalled(name) || existsSync(join(UNPACKED, program))) return
  mkdirSync(UNPACKED, { recursive: true })
  await step(`Unpacking ${name} from Debian for the tests`, async () => {
    const { status, output } = await quietly(
      'sh',
      [
        '-c',
        `(apt-get download ${name} || (apt-get update -qq && apt-get download ${name})) && dpkg-deb -x ${name}_*.deb .`,
      ],
      {
        cwd: UNPACKED,
      },
    )
    if (status !== 0) throw new Hindrance(`${name} could not be fetched: ${lastLines(output)}`)
  })
}

async function installDebian(packages) {
  const asRoot = await rootPrefix(packages)
  needSpace(DATA, 1000, 'installing Debian’s packages')
  const apt = (...args) =>
    quietly(asRoot[0] ?? 'apt-get', asRoot.length === 0 ? args : [...asRoot.slice(1), 'apt-get', ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  await step(`Installing ${packages.join(', ')} from Debian`, async () => {
    await apt('update', '-qq')
    const { status, output } = await apt('install', '-y', '--no-install-recommends', ...packages)
    if (status !== 0) throw new Hindrance(`Debian’s packages could not be installed: ${lastLines(output)}`)
  })
}

/** How to act as root: not at all, by sudo, or a sentence that says what to ask someone for. */
async function rootPrefix(packages) {
  const byHand = `Ask someone who may to run: apt-get install ${packages.join(' ')}`
  if (!isInstalled('apt-get'))
    throw new Hindrance(
      `This machine has no apt-get to install ${packages.join(', ')} with. Install them and start again.`,
    )
  if (process.getuid?.() === 0) return []
  if (isInstalled('sudo') && (await quietly('sudo', ['-n', 'true'])).status === 0) return ['sudo', '-n']
  throw new Hindrance(`${packages.join(', ')} must be installed, and this account may not install packages. ${byHand}`)
}

async function installNpm() {
  const stamp = join(ROOT, 'node_modules', '.emery-installed')
  const wanted = fingerprint(ROOT, [
    'package.json',
    'package-lock.json',
    'core/package.json',
    'cli/package.json',
    'server/package.json',
    'web/package.json',
  ])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  needSpace(ROOT, 1500, 'installing npm packages')
  await step('Installing npm packages', async () => {
    // Not `npm ci`: it refuses locks that lack binaries of other platforms. `install` keeps to the lock all the same.
    const { status, output } = await quietly('npm', ['install', '--no-audit', '--no-fund'], {
      cwd: ROOT,
      env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
    })
    if (status !== 0) throw new Hindrance(`npm packages could not be installed: ${lastLines(output)}`)
  })
  writeFileSync(stamp, wanted)
}

const leaveOut = (name) => /(^|\/)(dist|node_modules|testing)$|\.test\.tsx?$/.test(name)

/** Builds the pages when their sources have changed since the last build. */
export const buildWeb = () =>
  build('the pages', 'web', { dist: WEB_DIST, proof: 'index.html', command: ['vite', 'build'] })

/** Builds the server when its sources have changed since the last build. */
export const buildServer = () =>
  build('the server', 'server', {
    dist: SERVER_DIST,
    proof: 'main.mjs',
    command: ['rolldown', '--config', 'rolldown.config.ts'],
  })

/** Says in a sentence where nothing was built that could be run. */
export function mustBeBuilt() {
  for (const proof of [join(WEB_DIST, 'index.html'), join(SERVER_DIST, 'main.mjs')])
    if (!existsSync(proof)) throw new Hindrance('Emery is not built yet. Run: npm run build')
}

/** Builds what is in a folder; a build of the same sources is taken as it is. */
async function build(what, folder, { dist, proof, command }) {
  const stamp = join(dist, '.built')
  const wanted = fingerprint(ROOT, [folder, 'core', 'package-lock.json'], leaveOut)
  if (existsSync(join(dist, proof)) && existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  needSpace(ROOT, 100, `building ${what}`)
  await step(`Building ${what}`, async () => {
    const { status, output } = await quietly('npx', command, {
      cwd: join(ROOT, folder),
      // Whoever asks for it (a test runner says `test`) must not choose what is in it.
      env: { ...process.env, NODE_ENV: 'production' },
    })
    const said = lastLines(output, 8)
    if (status !== 0) throw new Hindrance(`${what[0].toUpperCase()}${what.slice(1)} could not be built: ${said}`)
  })
  writeFileSync(stamp, wanted)
}
