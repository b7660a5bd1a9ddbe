/** A drive in a code on paper: docs/reference/card-code.md. */
import { deflateSync, inflateSync, strFromU8, strToU8 } from 'fflate'
import type { CheckedDrive, DriveDocument } from '../drive/drive.ts'
import { checkDrive } from '../drive/read.ts'
import { DICTIONARY } from './dictionary.ts'
import { bytesOf, symbolsOf } from './symbols.ts'

/** The version of the code, its first symbol. */
const VERSION = '1'
/** How much of the drive a code holds, its second symbol. */
const HOLDS = { W: 'whole', S: 'short' } as const
export type CardHolds = (typeof HOLDS)[keyof typeof HOLDS]

/**
 * Symbols of the largest code that a telephone still reads off paper: 97 squares a side (version 20) with the least correction hold 1249 of them
 * together with the link before them; on 34 mm each square is a third of a millimetre.
 */
export const MOST_SYMBOLS = 1080
/** Longer text was never a code: the largest there are hold under three thousand bytes. */
const LONGEST_TEXT = 6000
/** Characters a document has at most once it is unpacked; a code that holds more is not one of ours. */
const LONGEST_DOCUMENT = 400_000

export interface CardCode {
  /** What stands in the link after its `#`. */
  readonly text: string
  readonly holds: CardHolds
}

const dictionary = strToU8(DICTIONARY)

/** The code of a drive: whole where that fits, else what a belt is fitted by; null where even that does not fit. */
export function cardCodeOf(drive: CheckedDrive): CardCode | null {
  for (const [letter, holds] of Object.entries(HOLDS) as [keyof typeof HOLDS, CardHolds][]) {
    const document = holds === 'whole' ? withoutPicture(drive) : whatABeltIsFittedBy(drive)
    const text = `${VERSION}${letter}${symbolsOf(packed(strToU8(JSON.stringify(document))))}`
    if (text.length <= MOST_SYMBOLS) return { text, holds }
  }
  return null
}

export type CardRead =
  | { readonly ok: true; readonly drive: CheckedDrive; readonly holds: CardHolds }
  | {
      readonly ok: false
      /** One sentence. */
      readonly message: string
    }

/** Reads what stands in a code, with or without the link before it. Damaged ones are refused, never guessed at. */
export function readCardCode(given: string): CardRead {
  const text = given.slice(given.lastIndexOf('#') + 1).trim()
  if (given.length > LONGEST_TEXT) return refused('This is too long to be the code of a card.')
  if (!given.includes('#') && !/^[0-9][WS]/.test(text)) return refused('This code is not one of an Emery card.')
  if (text === '')
    return refused('This code leads to a drive of its own workshop and holds nothing that can be read elsewhere.')
  const holds = HOLDS[text.charAt(1) as keyof typeof HOLDS] as CardHolds | undefined
  if (text.charAt(0) !== VERSION)
    return /^[0-9]$/.test(text.charAt(0))
      ? refused(`This card has version ${text.charAt(0)} of the code; this Emery reads version ${VERSION}.`)
      : refused('This code is not one of an Emery card.')
  const bytes = holds === undefined ? null : bytesOf(text.slice(2))
  if (holds === undefined || bytes === null) return refused(DAMAGED)
  let document: unknown
  try {
    const unpacked = inflateSync(bytes.subarray(0, -SUM_BYTES), { dictionary })
    if (unpacked.length > LONGEST_DOCUMENT || sumOf(unpacked) !== sumAtEnd(bytes)) return refused(DAMAGED)
    document = JSON.parse(strFromU8(unpacked))
  } catch {
    return refused(DAMAGED)
  }
  const read = checkDrive(document)
  return read.ok ? { ok: true, drive: read.drive, holds } : refused(DAMAGED)
}

const DAMAGED = 'The code of this card is damaged or incomplete. Photograph it again, flat and in good light.'

function refused(message: string): CardRead {
  return { ok: false, message }
}

const SUM_BYTES = 4
const ADLER_PRIME = 65_521

/** Deflated with the dictionary, and the sum of what was deflated behind it: whoever reads it knows whether all of it was read. */
function packed(bytes: Uint8Array): Uint8Array {
  const deflated = deflateSync(bytes, { level: 9, dictionary })
  const all = new Uint8Array(deflated.length + SUM_BYTES)
  all.set(deflated)
  new DataView(all.buffer).setUint32(deflated.length, sumOf(bytes))
  return all
}

/** Adler-32 (RFC 1950). */
function sumOf(bytes: Uint8Array): number {
  let [a, b] = [1, 0]
  for (const byte of bytes) {
    a = (a + byte) % ADLER_PRIME
    b = (b + a) % ADLER_PRIME
  }
  return b * 65_536 + a
}

function sumAtEnd(bytes: Uint8Array): number {
  return new DataView(bytes.buffer, bytes.byteOffset + bytes.length - SUM_BYTES).getUint32(0)
}

/** A picture is nowhere but in its own workshop. */
function withoutPicture(drive: CheckedDrive): DriveDocument {
  const document: { -readonly [Key in keyof DriveDocument]: DriveDocument[Key] } = { ...drive }
  delete document.photo
  return document
}

/** Shafts, pulleys, belts with their routes, and adjusters; no readings and no words. */
function whatABeltIsFittedBy({
  format,
  version,
  name,
  engine,
  shafts,
  pulleys,
  belts,
  adjusters,
}: CheckedDrive): DriveDocument {
  const bare = shafts.map((shaft) => {
    const place = { ...shaft }
    delete place.load
    delete place.placed
    return place
  })
  return { format, version, name, notes: '', engine, shafts: bare, pulleys, belts, adjusters }
}
