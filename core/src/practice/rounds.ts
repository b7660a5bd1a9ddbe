/** Short rounds of one skill each: route it, size it, line it up, tension it. docs/mechanics/practice.md */
import { isSprung } from '../adjusters/kinds.ts'
import type { RouteEntry } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import type { Turn } from '../drive/engine.ts'
import { TURN_WORDS } from '../drive/engine.ts'
import { fitSituation, goodWindow } from '../length/verdict.ts'
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import { deflectionFor } from '../tension/hand-checks.ts'
import { SETTING_SHARE } from '../tension/nominal.ts'
import { staticSetting } from '../tension/span-tensions.ts'
import { EDGE_SIGMA, IN_LINE, STRAP_SIGMA, TAKES_UP } from './nominal.ts'

export const ROUND_KINDS = ['route', 'size', 'line', 'tension'] as const
export type RoundKind = (typeof ROUND_KINDS)[number]

/** What an answer comes to, in a sentence or several. */
export interface Judged {
  readonly isRight: boolean
  readonly words: readonly string[]
}

type Random = () => number

function pickFrom<Item>(items: readonly Item[], random: Random): Item {
  const picked = items[Math.floor(random() * items.length)]
  if (picked === undefined) throw new Error('None of the drives can be used for this round.')
  return picked
}

/** Drives of which the first belt is one that a round can be about. */
function suitable(drives: readonly CheckedDrive[], is: (belt: SettledBelt, drive: CheckedDrive) => boolean) {
  return drives.flatMap((drive) => {
    const [belt] = settleDrive(drive).belts
    return belt !== undefined && belt.path.ok && is(belt, drive) ? [{ drive, belt }] : []
  })
}

/** String the belt so that every part turns the right way. */
export interface RouteRound {
  readonly kind: 'route'
  /** The drive without its first belt's route. */
  readonly drive: CheckedDrive
  readonly belt: string
  /** The pulleys it has to meet, in no order, and which way each has to turn. */
  readonly pulleys: readonly { readonly id: string; readonly name: string; readonly turns: Turn }[]
}

export function routeRound(seed: number, drives: readonly CheckedDrive[]): RouteRound {
  const random = randomFrom(seed)
  const { drive, belt } = pickFrom(
    suitable(drives, ({ pulleys }, { belts }) => belts.length === 1 && pulleys.length >= 4),
    random,
  )
  const { reached } = shaftSpeeds(settleDrive(drive))
  const draft = structuredClone(drive) as DriveDraft
  for (const each of draft.belts) each.route = []
  return {
    kind: 'route',
    drive: draft as CheckedDrive,
    belt: belt.belt.id,
    // Not in the order in which the belt meets them.
    pulleys: drive.pulleys
      .filter(({ id }) => belt.pulleys.some((each) => each.id === id))
      .map((pulley) => ({ pulley, at: random() }))
      .toSorted((a, b) => a.at - b.at)
      .map(({ pulley }) => pulley)
      .map(({ id, shaft }) => ({
        id,
        name: drive.shafts.find((each) => each.id === shaft)?.name ?? id,
        turns: reached.get(shaft)?.turns ?? 'cw',
      })),
  }
}

/** The drive with a route laid on, for whoever draws it. */
export function withRoute({ drive, belt }: RouteRound, route: readonly RouteEntry[]): CheckedDrive {
  const draft = structuredClone(drive) as DriveDraft
  for (const each of draft.belts) {
    if (each.id !== belt) continue
    each.route = [...route]
    each.length = null
  }
  return draft as CheckedDrive
}

export function judgeRoute(round: RouteRound, route: readonly RouteEntry[]): Judged {
  const left = round.pulleys.filter(({ id }) => !route.some(({ pulley }) => pulley === id))
  if (left.length > 0) return { isRight: false, words: left.map(({ name }) => `${name} is not on the belt.`) }
  const settled = settleDrive(withRoute(round, route))
  const laid = settled.belts.find(({ belt }) => belt.id === round.belt)
  if (laid?.path.ok !== true)
    return {
      isRight: false,
      words: ['The belt cannot be laid like that: two pulleys leave no straight way between them.'],
    }
  if (Math.abs(laid.path.turning) !== 1) return { isRight: false, words: ['The belt crosses itself.'] }
  const { reached } = shaftSpeeds(settled)
  const wrong = round.pulleys.flatMap(({ id, name, turns }) => {
    const shaft = round.drive.pulleys.find((each) => each.id === id)?.shaft ?? ''
    const now = reached.get(shaft)?.turns
    return now === turns
      ? []
      : [`${name} turns ${now === undefined ? 'not at all' : TURN_WORDS[now]}; it has to turn ${TURN_WORDS[turns]}.`]
  })
  return wrong.length > 0
    ? { isRight: false, words: wrong }
    : { isRight: true, words: ['Every part turns the right way.'] }
}

/** From a strap laid round to the belt. */
export interface SizeRound {
  readonly kind: 'size'
  readonly drive: CheckedDrive
  /** mm: how thick the strap is, and what it read along its middle, laid on the rims with the arm in the middle of its travel. */
  readonly thickness: number
  readonly reading: number
  /** Stated lengths that fit, mm, and what the strap stands for, taken off. */
  readonly from: number
  readonly to: number
}

const MIDDLE = 0.5

export function sizeRound(seed: number, drives: readonly CheckedDrive[]): SizeRound {
  const random = randomFrom(seed)
  const { drive, belt } = pickFrom(
    suitable(drives, (each, { adjusters }) => {
      const adjuster = adjusters.find(({ id }) => id === each.belt.adjuster)
      const situation = fitSituation(each)
      return (
        each.belt.section === 'PK' &&
        adjuster !== undefined &&
        isSprung(adjuster) &&
        situation !== undefined &&
        goodWindow(situation) !== undefined
      )
    }),
    random,
  )
  const situation = fitSituation(belt)
  const window = situation === undefined ? undefined : goodWindow(situation)
  const there = belt.adjuster?.lengthAt(MIDDLE)?.length
  if (window === undefined || there === undefined) throw new Error('The drive has no good belts.')
  const thickness = pickFrom([1, 1.5, 2, 3], random)
  // Its middle runs half its thickness outside the rims: once round, π times the thickness.
  const reading = there + Math.PI * thickness + STRAP_SIGMA * scatterFrom(random)()
  return { kind: 'size', drive, thickness, reading: Math.round(reading), from: window.from, to: window.to }
}

export function judgeSize({ reading, thickness, from, to }: SizeRound, length: number): Judged {
  const off = Math.PI * thickness
  const how = `The strap read ${reading} mm; half its thickness outside the rims is ${off.toFixed(0)} mm once round, so the rims’ line is ${(reading - off).toFixed(0)} mm.`
  const fits = `Belts from ${Math.ceil(from)} to ${Math.floor(to)} mm fit.`
  if (length < from)
    return {
      isRight: false,
      words: [`${length} mm is too short: it does not go on, or leaves the arm no room.`, how, fits],
    }
  if (length > to)
    return {
      isRight: false,
      words: [`${length} mm is too long: the arm runs out of travel as it stretches.`, how, fits],
    }
  return { isRight: true, words: [`${length} mm fits.`, how, fits] }
}

/** Find what stands out of line, and by how much. */
export interface LineRound {
  readonly kind: 'line'
  readonly drive: CheckedDrive
  /** mm in front of the crank's line, by pulley; what is not told at the beginning. */
  readonly out: Readonly<Record<string, number>>
  /** What a straightedge reads at each. */
  readonly read: Readonly<Record<string, number>>
}

export function lineRound(seed: number, drives: readonly CheckedDrive[]): LineRound {
  const random = randomFrom(seed)
  const scatter = scatterFrom(random)
  const { drive, belt } = pickFrom(
    suitable(drives, ({ pulleys }) => pulleys.length >= 4),
    random,
  )
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')?.id
  const grooved = belt.pulleys.filter(({ face, shaft }) => face !== 'smooth' && shaft !== crank)
  const outsiders = new Set([pickFrom(grooved, random).id, ...(random() < 0.4 ? [pickFrom(grooved, random).id] : [])])
  const of = (value: (id: string) => number) =>
    Object.fromEntries(belt.pulleys.filter(({ shaft }) => shaft !== crank).map(({ id }) => [id, value(id)]))
  const out = of((id) => (outsiders.has(id) ? (random() < 0.5 ? -1 : 1) * (1.5 + 3.5 * random()) : 0))
  return { kind: 'line', drive, out, read: of((id) => Math.round(10 * ((out[id] ?? 0) + EDGE_SIGMA * scatter())) / 10) }
}

/** `moves` are mm forward, by pulley. */
export function judgeLine({ out }: LineRound, moves: Readonly<Record<string, number>>): Judged {
  const left = Object.entries(out).filter(([id, mm]) => Math.abs(mm + (moves[id] ?? 0)) > IN_LINE).length
  if (left === 0) return { isRight: true, words: ['Every pulley is in line.'] }
  return {
    isRight: false,
    words: [left === 1 ? 'One pulley is still out of line.' : `${left} pulleys are still out of line.`],
  }
}

/** Set a belt that is tightened by hand. */
export interface TensionRound {
  readonly kind: 'tension'
  readonly drive: CheckedDrive
  readonly belt: string
  /** N that is wanted, that it has at the beginning, and that one turn of the adjuster adds. */
  readonly wanted: number
  readonly starts: number
  readonly perTurn: number
  /** mm of the longest span. */
  readonly span: number
}

export function tensionRound(seed: number, drives: readonly CheckedDrive[]): TensionRound {
  const random = randomFrom(seed)
  const { drive, belt } = pickFrom(
    suitable(drives, (each, { adjusters }) => {
      const adjuster = adjusters.find(({ id }) => id === each.belt.adjuster)
      return adjuster !== undefined && !isSprung(adjuster)
    }),
    random,
  )
  if (!belt.path.ok) throw new Error('The drive has no path.')
  const { tension: wanted } = staticSetting({ ...belt.belt, installTension: null })
  const { stiffness } = beltStiffness(belt.belt, belt.pulleys)
  return {
    kind: 'tension',
    drive,
    belt: belt.belt.id,
    wanted,
    starts: wanted * (random() < 0.7 ? 0.2 + 0.4 * random() : 1.5 + random()),
    perTurn: (stiffness * TAKES_UP) / belt.path.length,
    span: Math.max(...belt.path.spans),
  }
}

/** N after so many turns, slackening ones below nothing. */
export function tensionAfter({ starts, perTurn }: TensionRound, turns: number): number {
  return Math.max(0, starts + turns * perTurn)
}

/** mm by which so many N press the longest span in. */
export function pressOf(round: TensionRound, turns: number, newtons: number): number {
  const belt = settleDrive(round.drive).belts.find((each) => each.belt.id === round.belt)
  if (belt?.path.ok !== true) return 0
  const { mass, stiffness } = beltStiffness(belt.belt, belt.pulleys)
  return deflectionFor(
    { length: round.span, mass, stiffness, cordLength: belt.path.length },
    tensionAfter(round, turns),
    newtons,
  )
}

export function judgeTension(round: TensionRound, turns: number): Judged {
  const now = tensionAfter(round, turns)
  const said = `It is ${Math.round(now)} N; ${Math.round(round.wanted)} N is wanted.`
  const share = now / round.wanted - 1
  if (Math.abs(share) <= SETTING_SHARE)
    return { isRight: true, words: [said, 'Run it for five minutes, let it cool, and set it again.'] }
  return {
    isRight: false,
    words: [said, share < 0 ? 'Too slack: it slips under load.' : 'Too tight: bearings pay for it.'],
  }
}
