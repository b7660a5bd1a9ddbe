import { describe, expect, test } from '@jest/globals'
import wavefile from 'wavefile/dist/wavefile.js'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { readWav, writeWav } from './wav.ts'

const RATE = 96_000
const tone = (f: number, level: number, seconds = 0.1) =>
  Float64Array.from({ length: seconds * RATE }, (_, i) => level * Math.sin((2 * Math.PI * f * i) / RATE))

function wavOf(channels: number, depth: string, scale: number, shift = 0): Uint8Array {
  const wave = new wavefile.WaveFile()
  const each = Array.from({ length: channels }, (_, c) => tone(100, c === 0 ? 0.5 : 0.25).map((x) => x * scale + shift))
  const whole = depth === '32f' ? each : each.map((samples) => samples.map(Math.round))
  wave.fromScratch(channels, RATE, depth, channels === 1 ? (whole[0] ?? []) : whole)
  return wave.toBuffer()
}

const loudest = (samples: Float32Array) => samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0)

describe('a WAV file', () => {
  test.each([
    ['8', 1, 127, 128, 0.5, 0.01],
    ['16', 1, 32_767, 0, 0.5, 1e-4],
    ['24', 2, 8_388_607, 0, 0.375, 1e-6],
    ['32', 1, 2_147_483_647, 0, 0.5, 1e-6],
    ['32f', 2, 1, 0, 0.375, 1e-6],
  ] as const)(
    'of %s bits and %d channels is read, its channels averaged',
    (depth, channels, scale, shift, level, by) => {
      const read = readWav(wavOf(channels, depth, scale, shift))
      if (!read.ok) throw new Error(read.message)
      expect(read.recording.rate).toBe(RATE)
      expect(read.recording.samples).toHaveLength(9600)
      expect(read.leftOut).toBe(0)
      expect(Math.abs(loudest(read.recording.samples) - level)).toBeLessThan(by)
    },
  )

  test('that was written is read again', () => {
    const samples = Float32Array.from(tone(100, 0.5))
    const read = readWav(writeWav({ samples, rate: RATE }))
    expect(read.ok && read.recording.rate).toBe(RATE)
    const apart = read.ok ? read.recording.samples.map((each, i) => each - (samples[i] ?? 0)) : samples
    // Half a step of 16 bits, and the step itself for 32 767 against 32 768.
    expect(loudest(apart)).toBeLessThan(4e-5)
  })

  test.each([
    ['an MP3 with a tag', [0x49, 0x44, 0x33, 3, 0, 0, 0, 0], 'This is an MP3, not a WAV file'],
    ['an MP3 without one', [0xff, 0xfb, 0x90, 0x64, 0, 0, 0, 0], 'This is an MP3'],
    ['an Ogg', [0x4f, 0x67, 0x67, 0x53, 0, 2], 'This is an Ogg recording'],
    ['a recording of a telephone', [0, 0, 0, 0x20, 0x66, 0x74, 0x79, 0x70], 'This is an MP4 or M4A'],
    ['a text', [0x68, 0x65, 0x6c, 0x6c, 0x6f], 'not a WAV recording'],
    ['nothing', [], 'not a WAV recording'],
  ])('that is %s is refused in a sentence', (_, bytes, words) => {
    expect(readWav(Uint8Array.from(bytes))).toMatchObject({ ok: false, message: expect.stringContaining(words) })
  })

  test('that is cut off, holds nothing, or is far too slow is refused', () => {
    expect(readWav(wavOf(1, '16', 32_767).slice(0, 30)).ok).toBe(false)
    expect(readWav(writeWav({ samples: new Float32Array(0), rate: RATE }))).toMatchObject({
      message: 'The WAV file holds no sound.',
    })
    expect(readWav(writeWav({ samples: new Float32Array(10), rate: 2000 }))).toMatchObject({
      message: expect.stringContaining('2000 samples a second'),
    })
  })

  test('longer than two minutes is cut there, and says so', () => {
    const read = readWav(writeWav({ samples: new Float32Array(4000 * 130).fill(0.1), rate: 4000 }))
    expect(read).toMatchObject({ ok: true, leftOut: 10 })
  })

  test('whose header promises what is not there is refused, or read as far as it goes', () => {
    const random = randomFrom(SEED)
    for (let i = 0; i < runs(1000, 20_000); i++) {
      const bytes = writeWav({ samples: Float32Array.from(tone(100, 0.5)).slice(0, 500), rate: 8000 })
      const view = new DataView(bytes.buffer)
      // Sizes, format, channels, rate, bytes a second, bytes a sample, bits: each is what a hostile file lies about.
      for (let lies = 1 + Math.floor(random() * 3); lies > 0; lies--) {
        const at = 4 + 2 * Math.floor(random() * 20)
        view.setUint16(at, ODD[Math.floor(random() * ODD.length)] ?? 0, true)
      }
      const read = readWav(bytes.slice(0, random() < 0.2 ? Math.floor(random() * bytes.length) : bytes.length))
      const well = read.ok
        ? read.recording.samples.length <= bytes.length && read.recording.samples.every(Number.isFinite)
        : read.message.endsWith('.')
      expect({ seed: SEED, i, well }).toEqual({ seed: SEED, i, well: true })
    }
  })
})

/** What a word of sixteen bits in a header may claim. */
const ODD = [0, 1, 3, 8, 24, 33, 64, 255, 0x7fff, 0x8000, 0xfffe, 0xffff]
