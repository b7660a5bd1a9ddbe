import { promisify } from 'node:util'
import { buffer } from 'node:stream/consumers'
import { fromBuffer, type Entry, type Options, type ZipFile } from 'yauzl'
import { ZipFile as NewZip } from 'yazl'
import { ApiError } from '../http/errors.ts'

/** Bytes of a ZIP as it is sent, and of all it unpacks to; and how many files it may hold. */
export const MAX_ZIP_BYTES = 100_000_000
const MAX_UNPACKED_BYTES = 300_000_000
const MAX_FILES = 2000

const open = promisify<Buffer, Options, ZipFile>(fromBuffer)

/** Why a ZIP was not taken, and which of its files it is about. */
export function badZip(path: string, message: string): ApiError {
  return new ApiError('BAD_ZIP', { problems: [{ path, message }] })
}

/**
 * The files of a ZIP by name. Refused before anything is unpacked: names that lead out of it, more files or bytes than a vehicle can
 * have; and while it is unpacked, a file that turns out larger than it said.
 */
export async function unpacked(zip: Buffer): Promise<ReadonlyMap<string, Buffer>> {
  let file: ZipFile
  try {
    // Names with `..`, backslashes or a root are refused by the reader itself.
    file = await open(zip, { lazyEntries: true, validateEntrySizes: true, strictFileNames: true })
  } catch {
    throw badZip('$', 'is not a ZIP file')
  }
  const entries = await entriesOf(file)
  const all = entries.reduce((sum, { uncompressedSize }) => sum + uncompressedSize, 0)
  if (all > MAX_UNPACKED_BYTES)
    throw badZip('$', `unpacks to ${Math.round(all / 1e6)} MB, more than a vehicle can have`)
  const found = new Map<string, Buffer>()
  for (const entry of entries) {
    if (entry.fileName.endsWith('/')) continue
    if (found.has(entry.fileName)) throw badZip(entry.fileName, 'is in it twice')
    try {
      const stream = await promisify<Entry, NodeJS.ReadableStream>(file.openReadStream.bind(file))(entry)
      found.set(entry.fileName, await buffer(stream))
    } catch {
      throw badZip(entry.fileName, 'is damaged, or is not as large as the ZIP says')
    }
  }
  return found
}

function entriesOf(file: ZipFile): Promise<readonly Entry[]> {
  return new Promise((resolve, reject) => {
    const entries: Entry[] = []
    file.on('error', (error: Error) => {
      reject(badZip('$', /relative path|absolute path|invalid characters/.test(error.message) ? OUTSIDE : 'is damaged'))
    })
    file.on('end', () => resolve(entries))
    file.on('entry', (entry: Entry) => {
      entries.push(entry)
      if (entries.length > MAX_FILES) reject(badZip('$', `holds more than ${MAX_FILES} files`))
      else file.readEntry()
    })
    file.readEntry()
  })
}

const OUTSIDE = 'contains a file whose name points outside it'

/** A ZIP of files by name. */
export async function packed(files: ReadonlyMap<string, Buffer | string>): Promise<Buffer> {
  const zip = new NewZip()
  // The day is of no use to anyone, and would make the same vehicle another file each time.
  for (const [name, content] of files) zip.addBuffer(Buffer.from(content), name, { mtime: new Date(0) })
  zip.end()
  return buffer(zip.outputStream)
}
