/** The ways in which one shaft's parts can be put together, and those that may be used: docs/mechanics/alignment.md. */
import type { BeltLinePartFields, BeltLineRole } from './belt-line-part.ts'
import type { ShaftKind } from '../drive/shaft.ts'
import type { Mm } from '../units/quantity.ts'
import { carries, smoothSlack, type Asked, type CannotCarry, type Carries } from './carries.ts'
import type { LineChoice } from './belt-line-sets.ts'
import { BELT_LINE_CLEARANCE, MAX_CHOICES, SLACK_OF_UNREAD } from './nominal.ts'

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
 * `line = face + spacers + projection + pulley`. Empty where a mount or a pulley is missing; never more than MAX_CHOICES.
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
  const choices: BeltLineChoice<Part>[] = []
  // Fewer spacers come first, so that a table too large to be gone through is cut where it matters least.
  for (const spacers of spacerSets)
    for (const mount of of('mount'))
      for (const part of bodies)
        for (const pulley of of('pulley')) {
          if (choices.length >= MAX_CHOICES) return choices
          choices.push(stacked(mount, part, pulley, spacers))
        }
  return choices
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

export interface Allowed<Part extends BeltLinePartFields = BeltLinePartFields> {
  /** Each with whether it can carry the belt: yes, or as far as is known. */
  readonly choices: readonly (BeltLineChoice<Part> & { readonly carries: Exclude<Carries, { is: 'no' }> })[]
  /** How many were left out for coming too near to block or head. */
  readonly tooNear: number
  /** How many were left out because they cannot carry this belt, by why. */
  readonly cannot: Readonly<Partial<Record<CannotCarry, number>>>
}

/**
 * The choices that use one of the parts in `must` wherever it names any of their role, that can carry the belt as far as anybody knows, and that keep
 * clear of the block. What was not measured is not held against a choice.
 */
export function allowedChoices<Part extends BeltLinePartFields>(
  choices: readonly BeltLineChoice<Part>[],
  must: readonly Part[],
  asked: Asked,
): Allowed<Part> {
  const uses = (used: readonly (Part | null)[], role: BeltLineRole) => {
    const wanted = must.filter((part) => part.role === role)
    return wanted.length === 0 || wanted.some((part) => used.includes(part))
  }
  const wanted = choices.filter(
    ({ mount, part, pulley, spacers }) =>
      uses([mount], 'mount') && uses([part], 'part') && uses([pulley], 'pulley') && uses(spacers, 'spacer'),
  )
  const cannot: Partial<Record<CannotCarry, number>> = {}
  const carrying = wanted.flatMap((choice) => {
    const carried = carries(choice, asked)
    if (carried.is !== 'no') return [{ ...choice, carries: carried }]
    cannot[carried.why] = (cannot[carried.why] ?? 0) + 1
    return []
  })
  const clear = carrying.filter(({ clearance }) => clearance === null || clearance >= BELT_LINE_CLEARANCE)
  return { choices: clear, tooNear: carrying.length - clear.length, cannot }
}

/** A choice as the search for sets sees it. */
export function lineChoiceOf(
  { line, mount, part, pulley, spacers, clearance }: BeltLineChoice,
  asked: Asked,
): LineChoice {
  const parts = [mount, ...(part === null ? [] : [part]), pulley, ...spacers]
  return {
    line,
    spacers: spacers.length,
    toBuy: parts.filter(({ onHand }) => !onHand).length,
    clearance,
    slack: pulley.face === 'smooth' ? Math.max(0, smoothSlack(pulley.width, asked) ?? SLACK_OF_UNREAD) : 0,
  }
}
