import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'

/** A hash over files and folders, by name and content, to tell whether something made from them is up to date. */
export function fingerprint(root, names, leaveOut = () => false) {
  const hash = createHash('sha256')
  const add = (name) => {
    const path = join(root, name)
    if (leaveOut(name) || !existsSync(path)) return
    if (statSync(path).isDirectory()) {
      for (const entry of readdirSync(path).sort()) add(join(name, entry))
    } else {
      hash.update(`${name}\0`).update(readFileSync(path)).update('\0')
    }
  }
  names.forEach(add)
  return hash.digest('hex')
}
