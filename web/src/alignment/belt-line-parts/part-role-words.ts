import type { BeltLinePart } from '@emery/core/api'
import type { BeltLineChoice, BeltLineRole } from '@emery/core/belt-line-parts'
import { SHAFT_KIND_NAMES } from '@emery/core/drive'

export const ROLE_WORDS: Readonly<Record<BeltLineRole, string>> = {
  mount: 'Mounting face',
  part: 'Accessory',
  pulley: 'Pulley',
  spacer: 'Spacer',
}

/** What each length of a part is, by its role; null where it has none. */
export const LENGTH_WORDS: Readonly<
  Record<BeltLineRole, { readonly length: string; readonly rear: string | null; readonly bolt: string | null }>
> = {
  mount: {
    length: 'Face, in front of the engine’s front plane',
    rear: 'Block or head stands forward to',
    bolt: 'Thread its bolts need',
  },
  part: { length: 'Face to pulley seat', rear: null, bolt: 'Flange its bolts pass' },
  pulley: { length: 'Seat to belt line', rear: 'Rim behind its belt line', bolt: null },
  spacer: { length: 'Thickness', rear: null, bolt: null },
}

export function fitsWords(fits: BeltLinePart['fits']): string {
  return fits === 'any' ? 'anything' : SHAFT_KIND_NAMES[fits]
}

/** `Sandling Alternator`. */
export function partName({ family, name }: Pick<BeltLinePart, 'family' | 'name'>): string {
  return family === '' ? name : `${family} ${name}`
}

/** What a choice is made of, from the engine forward. */
export function partsOf({ mount, spacers, part, pulley }: BeltLineChoice<BeltLinePart>): readonly BeltLinePart[] {
  return [mount, ...spacers, ...(part === null ? [] : [part]), pulley]
}
