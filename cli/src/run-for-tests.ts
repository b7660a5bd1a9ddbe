import { emery } from './emery.ts'

/** Runs the command line on files held in memory. */
export function run(
  args: readonly string[],
  files: Readonly<Record<string, string>> = {},
  sounds: Readonly<Record<string, Uint8Array>> = {},
) {
  let out = ''
  const err: string[] = []
  const found = <Kept>(kept: Kept | undefined): Kept => {
    if (kept === undefined) throw Object.assign(new Error('missing'), { code: 'ENOENT' })
    return kept
  }
  const status = emery(args, {
    read: (path) => found(files[path]),
    readBytes: (path) => found(sounds[path]),
    out: (text) => (out += text),
    err: (line) => err.push(line),
  })
  return { status, out, err }
}
