import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { CopiesRecord } from '@emery/core/api'

/** What the tool that makes copies has left about them in their folder; null where there is no folder to look in. */
export async function copiesIn(folder: string | undefined): Promise<CopiesRecord | null> {
  if (folder === undefined) return null
  try {
    const { lastGood, failed } = JSON.parse(await readFile(join(folder, 'state.json'), 'utf8')) as Record<
      string,
      unknown
    >
    return { lastGood: momentOf(lastGood), failed: momentOf(failed) }
  } catch {
    // None yet, or half a file: nothing is known.
    return { lastGood: null, failed: null }
  }
}

function momentOf(value: unknown): string | null {
  return typeof value === 'string' && !Number.isNaN(Date.parse(value)) ? value : null
}
