/**
 * Bytes as symbols that a QR code packs densely (its alphanumeric set) and that may stand in a link's fragment as they are: of the set's 45 those
 * without blank, stroke and percent. Two bytes are three symbols, a last single one two.
 */
const SYMBOLS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ$*+-.:'
const BASE = SYMBOLS.length

export function symbolsOf(bytes: Uint8Array): string {
  let text = ''
  for (let i = 0; i < bytes.length; i += 2) {
    const [high, low] = [bytes[i] ?? 0, bytes[i + 1]]
    let value = low === undefined ? high : high * 256 + low
    for (let n = low === undefined ? 2 : 3; n > 0; n--) {
      text += SYMBOLS.charAt(value % BASE)
      value = Math.floor(value / BASE)
    }
  }
  return text
}

/** The bytes again; null for what was never made of bytes. */
export function bytesOf(text: string): Uint8Array | null {
  if (text.length % 3 === 1) return null
  const bytes: number[] = []
  for (let i = 0; i < text.length; i += 3) {
    const part = text.slice(i, i + 3)
    const digits = Array.from(part, (symbol) => SYMBOLS.indexOf(symbol))
    if (digits.includes(-1)) return null
    const value = digits.reduceRight((sum, digit) => sum * BASE + digit, 0)
    if (value >= (part.length === 3 ? 65_536 : 256)) return null
    if (part.length === 3) bytes.push(value >> 8)
    bytes.push(value & 255)
  }
  return Uint8Array.from(bytes)
}
