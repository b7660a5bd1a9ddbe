import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

/** The project's own folder. */
export const ROOT = fileURLToPath(new URL('../../', import.meta.url)).replace(/\/$/, '')

/** Everything Emery keeps on this machine: database, log, stamps. */
export const DATA = process.env.EMERY_DATA_DIR ?? join(ROOT, '.data')

/** Copies that are made by themselves, and what became of the last; those of the made-up garage apart. */
export const COPIES =
  process.env.EMERY_COPIES_DIR ?? join(DATA, process.argv.includes('--demo') ? 'copies-demo' : 'copies')
export const WEB_DIST = join(ROOT, 'web', 'dist')
export const SERVER_DIST = join(ROOT, 'server', 'dist')
/** Packages put into one file each for the tests of screens; rebuilt when the lock file changes. */
export const TEST_BUNDLES = join(ROOT, 'node_modules', '.cache', 'emery', 'test-bundles')
/** Debian's programs that only the tests run, unpacked here and not installed: what is installed would start with the machine. */
export const UNPACKED = join(ROOT, 'node_modules', '.cache', 'emery', 'debian')
/** Where Debian keeps libraries of this kind of processor, below a root. */
export const UNPACKED_LIBRARIES = `usr/lib/${process.arch === 'arm64' ? 'aarch64' : 'x86_64'}-linux-gnu`
/** Debian's library that tells a program another time, below the root of what is unpacked. */
export const FAKE_CLOCK = join(UNPACKED_LIBRARIES, 'faketime', 'libfaketime.so.1')
export const DEMO = join(ROOT, 'demo')
export const DEFAULT_PORT = 4680
