/** Belt lines of parts from different families, added up from the engine forward: docs/mechanics/alignment.md. */
import type { BeltLinePartFields, BeltLineRole } from './belt-line-part.ts'
import type { ShaftKind } from '../drive/shaft.ts'
import type { Mm } from '../units/quantity.ts'
import { BELT_LINE_CLEARANCE, LINE_WITHIN } from './nominal.ts'

/** One way to put a shaft’s parts together. */
export interface BeltLineChoice<Part extends BeltLinePartFields = BeltLinePartFields> {
  readonly mount: Part
  /** None where the pulley sits on the mounting face itself, as on a crank. */
  readonly part: Part | null
  readonly pulley: Part
  readonly spacers: readonly Part[]
  /** mm in front of the engine’s front plane. */
  readonly line: Mm
  /** mm between the pulley’s rear rim and the block or head; null where that was not measured. */
  readonly clearance: Mm | null
  /** mm of bolt under the head that it takes; null where flange or thread are not known. */
  readonly bolt: Mm | null
}

/** Bolts come in steps of that many mm. */
const BOLT_STEP = 5

/**
 * Every way to put one shaft’s parts together: each mount with each part and each pulley for that kind, without a spacer, with one, or with two.
 * `line = face + spacers + projection + pulley`. Empty where a mount or a pulley is missing.
 */
export function beltLineChoices<Part extends BeltLinePartFields>(
  parts: readonly Part[],
  kind: ShaftKind,
): readonly BeltLineChoice<Part>[] {
  const of = (role: BeltLineRole) =>
    parts.filter((each) => each.role === role && (each.fits === kind || each.fits === 'any'))
  const bodies: readonly (Part | null)[] = of('part').length === 0 ? [null] : of('part')
  // The crank is what the others are put in line with: behind its pulley goes only what is made for it.
  const spacerSets = upToTwo(of('spacer').filter(({ fits }) => kind !== 'crank' || fits === 'crank'))
  return of('mount').flatMap((mount) =>
    bodies.flatMap((part) =>
      of('pulley').flatMap((pulley) => spacerSets.map((spacers) => stacked(mount, part, pulley, spacers))),
    ),
  )
}

function upToTwo<Part>(spacers: readonly Part[]): readonly (readonly Part[])[] {
  return [
    [],
    ...spacers.map((one) => [one]),
    ...spacers.flatMap((one, i) => spacers.slice(i + 1).map((other) => [one, other])),
  ]
}

function stacked<Part extends BeltLinePartFields>(
  mount: Part,
  part: Part | null,
  pulley: Part,
  spacers: readonly Part[],
): BeltLineChoice<Part> {
  const spaced = spacers.reduce((sum, { length }) => sum + length, 0)
  const line = mount.length + spaced + (part?.length ?? 0) + pulley.length
  const bolt =
    mount.bolt === null || (part !== null && part.bolt === null) ? null : mount.bolt + (part?.bolt ?? 0) + spaced
  return {
    mount,
    part,
    pulley,
    spacers,
    line,
    clearance: mount.rear === null || pulley.rear === null ? null : line - pulley.rear - mount.rear,
    bolt: bolt === null ? null : Math.ceil(bolt / BOLT_STEP - 1e-9) * BOLT_STEP,
  }
}

/**
 * The choices that use one of the parts in `must` wherever it names any of their role, and that keep clear of the block; how many were left out
 * for coming too near. A clearance that was not measured is not held against a choice.
 */
export function allowedChoices<Part extends BeltLinePartFields>(
  choices: readonly BeltLineChoice<Part>[],
  must: readonly Part[],
): { readonly choices: readonly BeltLineChoice<Part>[]; readonly tooNear: number } {
  const uses = (used: readonly (Part | null)[], role: BeltLineRole) => {
    const wanted = must.filter((part) => part.role === role)
    return wanted.length === 0 || wanted.some((part) => used.includes(part))
  }
  const wanted = choices.filter(
    ({ mount, part, pulley, spacers }) =>
      uses([mount], 'mount') && uses([part], 'part') && uses([pulley], 'pulley') && uses(spacers, 'spacer'),
  )
  const clear = wanted.filter(({ clearance }) => clearance === null || clearance >= BELT_LINE_CLEARANCE)
  return { choices: clear, tooNear: wanted.length - clear.length }
}

/** A shaft’s choice as the search sees it. */
export interface LineChoice {
  readonly line: Mm
  readonly spacers: readonly { readonly length: Mm }[]
}

export interface BeltLineSet {
  /** Which choice of each shaft, by its place. */
  readonly chosen: readonly number[]
  /** mm between the foremost and the rearmost belt line. */
  readonly apart: Mm
  readonly spacers: number
}

export interface BeltLineSets {
  /** All that agree, of which `sets` are the best. */
  readonly count: number
  readonly sets: readonly BeltLineSet[]
  /** mm that the nearest set lies apart, whether it agrees or not; null where a shaft has no choice. */
  readonly nearest: Mm | null
}

/** mm finer than which two sets agree equally well: nobody measures a belt line finer. */
const SAME_APART = 0.1

/** A spacer more weighs heavier than any thickness. */
const PER_SPACER = 1e4

interface Element {
  readonly slot: number
  readonly choice: number
  readonly line: Mm
  readonly cost: number
}

/**
 * The sets, one choice a shaft, whose belt lines lie within `within` mm of one common line: those whose lines lie nearest first (to a tenth of a mm),
 * then those with the fewest and thinnest spacers. Exact: every set has one rearmost and one foremost choice, so sets are counted and sought pair by
 * pair of those, without going through them all.
 */
export function beltLineSets(
  slots: readonly (readonly LineChoice[])[],
  { within = LINE_WITHIN, max: most = 50 }: { readonly within?: Mm; readonly max?: number } = {},
): BeltLineSets {
  if (slots.length === 0 || slots.some((choices) => choices.length === 0)) return { count: 0, sets: [], nearest: null }
  const elements = slots
    .flatMap((choices, slot) =>
      choices.map(({ line, spacers }, choice) => ({ slot, choice, line, cost: costOf(spacers) })),
    )
    .toSorted((a, b) => a.line - b.line || a.slot - b.slot || a.choice - b.choice)
  const pairs = rearAndForemost(elements, slots.length).toSorted((a, b) => a.rank - b.rank)
  const [first] = pairs
  const agreeing = pairs.filter(({ apart }) => apart <= 2 * within + 1e-9)
  const sets: (BeltLineSet & { readonly cost: number; readonly rank: number })[] = []
  for (const [i, pair] of agreeing.entries()) {
    if (sets.length >= most && pair.rank !== agreeing[i - 1]?.rank) break
    sets.push(...cheapest(elements, slots.length, pair, most))
  }
  return {
    count: agreeing.reduce((sum, { count }) => sum + count, 0),
    sets: sets
      .toSorted((a, b) => a.rank - b.rank || a.cost - b.cost || a.apart - b.apart)
      .slice(0, most)
      .map(({ chosen, apart, spacers }) => ({ chosen, apart, spacers })),
    nearest:
      first === undefined
        ? null
        : Math.min(...pairs.filter(({ rank }) => rank === first.rank).map(({ apart }) => apart)),
  }
}

function costOf(spacers: LineChoice['spacers']): number {
  return spacers.reduce((sum, { length }) => sum + PER_SPACER + Math.abs(length), 0)
}

interface EndPair {
  /** Places among the elements. */
  readonly rear: number
  readonly fore: number
  readonly apart: Mm
  readonly rank: number
  /** Sets that have these two as their ends. */
  readonly count: number
}

/** Every pair that may be the ends of a set, with how many sets there are between them. */
function rearAndForemost(elements: readonly Element[], slots: number): readonly EndPair[] {
  const pair = (rear: number, fore: number, apart: Mm, count: number) => ({
    rear,
    fore,
    apart,
    count,
    rank: Math.round(apart / SAME_APART),
  })
  if (slots === 1) return elements.map((_, i) => pair(i, i, 0, 1))
  return elements.flatMap((rear, i) => {
    const between = new Array<number>(slots).fill(0)
    const pairs: EndPair[] = []
    for (let k = i + 1; k < elements.length; k++) {
      const fore = elements[k] as Element
      if (fore.slot === rear.slot) continue
      const count = between.reduce(
        (product, each, slot) => (slot === rear.slot || slot === fore.slot ? product : product * each),
        1,
      )
      if (count > 0) pairs.push(pair(i, k, fore.line - rear.line, count))
      between[fore.slot] = (between[fore.slot] ?? 0) + 1
    }
    return pairs
  })
}

/** The sets between two ends that take the fewest and thinnest spacers, at most `most`. */
function cheapest(elements: readonly Element[], slots: number, { rear, fore, apart, rank }: EndPair, most: number) {
  const [from, to] = [elements[rear] as Element, elements[fore] as Element]
  const inside = elements.slice(rear + 1, fore)
  let partial: { readonly chosen: readonly number[]; readonly cost: number }[] = [{ chosen: [], cost: 0 }]
  for (let slot = 0; slot < slots; slot++) {
    const here = slot === from.slot ? [from] : slot === to.slot ? [to] : inside.filter((each) => each.slot === slot)
    // The cheapest of a whole are made of the cheapest of its parts, so no more of those are ever needed.
    partial = partial
      .flatMap(({ chosen, cost }) => here.map((each) => ({ chosen: [...chosen, each.choice], cost: cost + each.cost })))
      .toSorted((a, b) => a.cost - b.cost)
      .slice(0, most)
  }
  return partial.map((each) => ({ ...each, apart, rank, spacers: Math.floor(each.cost / PER_SPACER) }))
}
