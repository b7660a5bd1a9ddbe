/** What is heard, in words: for whoever cannot hear it, and to write down. */
import type { Sounding, SoundKind } from './listen.ts'

const WORDS: Readonly<Record<SoundKind, string>> = {
  chirp: 'short chirps',
  squeal: 'a squeal',
  whine: 'a whine that follows the speed',
  grind: 'a rough rumble',
  slap: 'a slapping belt',
  rattle: 'a rattle',
  knock: 'a knock',
}
const LOUDNESS: readonly (readonly [from: number, word: string])[] = [
  [0.6, 'loud'],
  [0.25, ''],
  [0, 'faint'],
]

/** One sound: `short chirps, about 4 a second`. */
export function caption({ kind, loud, rate }: Sounding): string {
  const how = LOUDNESS.find(([from]) => loud >= from)?.[1] ?? ''
  const words = [WORDS[kind], how].filter((each) => each !== '').join(', ')
  return rate === null || kind === 'slap' ? words : `${words}, ${often(rate)}`
}

function often(rate: number): string {
  if (rate < 1.5) return 'about once a second'
  if (rate < 2.5) return 'about twice a second'
  return rate > 25 ? 'faster than can be counted' : `about ${Math.round(rate)} a second`
}

/** The loudest of each kind, loudest first. */
export function loudestOfEach(sounds: readonly Sounding[]): readonly Sounding[] {
  const best = new Map<SoundKind, Sounding>()
  for (const sound of sounds) if (sound.loud > (best.get(sound.kind)?.loud ?? 0)) best.set(sound.kind, sound)
  return [...best.values()].toSorted((a, b) => b.loud - a.loud)
}
