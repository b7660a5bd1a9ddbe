import { mkdirSync, statfsSync } from 'node:fs'
import { Hindrance } from './say.mjs'

/** Refuses to begin what would run out of space half-way. */
export function needSpace(folder, megabytes, what) {
  mkdirSync(folder, { recursive: true })
  const { bavail, bsize } = statfsSync(folder)
  const free = Math.floor((bavail * bsize) / 1e6)
  if (free < megabytes) {
    throw new Hindrance(
      `There are ${free} MB free in ${folder}; ${what} needs ${megabytes} MB. Make room and start again.`,
    )
  }
}
