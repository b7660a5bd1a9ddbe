import { adjusterMotion, movedShaft, resizedPulley } from '../adjusters/kinds.ts'
import type { Belt, Contact, RouteEntry } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { TURN_WORDS } from '../drive/engine.ts'
import { isSized, type Pulley, type SizedPulley } from '../drive/pulley.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { Point } from '../numerics/vectors.ts'
import { beltAcross, faceRange, type Range } from '../path/clearance.ts'
import type { CordCircle } from '../path/cord-path.ts'
import { cordRadius } from '../path/cord-radius.ts'
import { MIDDLE_TRAVEL } from '../path/drive-parts.ts'
import { MIN_TEETH_IN_MESH, MIN_WRAP_DEG } from '../path/nominal.ts'
import { settleDrive } from '../path/settle.ts'
import { ribsSigns, signOf, type Sign } from '../path/turning.ts'
import { listed, wordingFor, type Wording } from '../solution/part-names.ts'

/** The travels of the belt's adjuster at which every route must be good: released, half-way, taken up. */
export const TRAVELS_LOOKED_AT = [0, MIDDLE_TRAVEL, 1] as const

/** One way a belt may meet a pulley: with which side, and the cord's circle there at each travel. */
export interface Stop {
  /** Place of the pulley in the set. */
  readonly pulley: number
  readonly contact: Contact
  readonly sigma: Sign
  readonly circles: readonly CordCircle[]
  /** Degrees of wrap this accessory needs. */
  readonly leastWrap: number
  /** Where the belt runs along the shaft, mm. */
  readonly across: Range
}

/** Metal a span must keep clear of: a pulley's outermost circle, where it stands at each travel. */
export interface Obstacle {
  readonly id: string
  readonly radius: number
  readonly places: readonly (Point | undefined)[]
  readonly across: Range
}

/** All that a search for routes needs to know of one belt and its pulleys. */
export interface RouteSet {
  readonly belt: Belt
  readonly pulleys: readonly Pulley[]
  readonly stops: readonly Stop[]
  readonly obstacles: readonly Obstacle[]
  readonly ribsSign: Sign
  /** Place in the set of the crank's pulley, and of the one that the belt's adjuster moves; −1 where there is none. */
  readonly crank: number
  readonly adjusted: number
  readonly words: Wording
}

/** What stands in the way of any route at all, a sentence each. */
export interface RouteImpossible {
  readonly impossible: readonly string[]
}

/**
 * The pulleys that a belt is meant for: those of its route, or, while it has none, every pulley cut for it and every
 * smooth one that no other belt uses.
 */
export function pulleysForBelt(drive: CheckedDrive, beltId: string): readonly string[] {
  const belt = drive.belts.find(({ id }) => id === beltId)
  if (belt === undefined) return []
  if (belt.route.length >= 2) return belt.route.map(({ pulley }) => pulley)
  const taken = new Set(
    drive.belts.flatMap(({ id, route }) => (id === beltId ? [] : route.map(({ pulley }) => pulley))),
  )
  return drive.pulleys
    .filter((pulley) => !taken.has(pulley.id) && (pulley.face === 'smooth' || pulley.section === belt.section))
    .map(({ id }) => id)
}

/** Prepares the search: which side may touch each pulley, and everything measured that it takes. */
export function routeSet(
  drive: CheckedDrive,
  beltId: string,
  ids: readonly string[],
  lengthText?: (mm: number) => string,
): RouteSet | RouteImpossible {
  const belt = drive.belts.find(({ id }) => id === beltId)
  if (belt === undefined) throw new Error(`The drive has no belt "${beltId}".`)
  const words = wordingFor(drive, lengthText)
  const pulleys = drive.pulleys.filter(({ id }) => ids.includes(id))
  const shaftOf = new Map(drive.shafts.map((shaft) => [shaft.id, shaft]))
  const unrouted = {
    ...drive,
    belts: drive.belts.map((each) => (each.id === beltId ? { ...each, route: [] } : each)),
  } as CheckedDrive
  const turning = turningWithout(unrouted, belt, pulleys)
  const contacts = pulleys.map((pulley) =>
    contactsFor(pulley, shaftOf.get(pulley.shaft) as Shaft, { belt, turning, words }),
  )
  const refusals = contacts.flatMap((each) => (typeof each === 'string' ? [each] : []))
  const early = [
    ...tooFew(pulleys, words, belt),
    ...twoOnOneShaft(pulleys, words),
    ...notMeasured(unrouted, belt, pulleys, words),
    ...refusals,
  ]
  if (early.length > 0) return { impossible: early }

  const statuses = TRAVELS_LOOKED_AT.map((u) => statusAt(unrouted, belt, u))
  const stops = pulleys.flatMap((pulley, i) =>
    (contacts[i] as readonly Contact[]).map((contact): Stop => {
      const sigma = contact === 'ribs' ? turning.ribsSign : (-turning.ribsSign as Sign)
      const circles = statuses.map(({ places, growthOf }) => {
        const { x, y } = places.get(pulley.shaft) as Point
        return { x, y, r: cordRadius(pulley as SizedPulley, belt.section, contact) + growthOf(pulley.id), sigma }
      })
      const leastWrap = minWrapOf(pulley, shaftOf.get(pulley.shaft) as Shaft, contact)
      return {
        pulley: i,
        contact,
        sigma,
        circles,
        leastWrap,
        across: beltAcross(belt, pulley, entryOf(belt, pulley.id, contact)),
      }
    }),
  )
  const adjuster = drive.adjusters.find(({ id }) => id === belt.adjuster)
  return {
    belt,
    pulleys,
    stops,
    obstacles: drive.pulleys.flatMap((pulley) => {
      const radius = statuses[0]?.metal.get(pulley.id)
      if (radius === undefined) return []
      const places = statuses.map(({ places: at }) => at.get(pulley.shaft))
      return [{ id: pulley.id, radius, places, across: faceRange(pulley) }]
    }),
    ribsSign: turning.ribsSign,
    crank: pulleys.findIndex(({ shaft }) => shaftOf.get(shaft)?.kind === 'crank'),
    adjusted:
      adjuster === undefined
        ? -1
        : pulleys.findIndex(({ id, shaft }) => id === resizedPulley(adjuster) || shaft === movedShaft(adjuster)),
    words,
  }
}

/** Places, metal and grown radii with the belt's adjuster held at one travel. */
function statusAt(unrouted: CheckedDrive, belt: Belt, u: number) {
  const { places, metal } = settleDrive(unrouted, belt.adjuster === null ? {} : { [belt.adjuster]: u })
  const adjuster = unrouted.adjusters.find(({ id }) => id === belt.adjuster)
  const growthOf = (pulley: string) => {
    if (adjuster === undefined || resizedPulley(adjuster) !== pulley) return 0
    const motion = adjusterMotion(adjuster, () => undefined)
    return motion.moves === 'radius' ? motion.growthAt(u).by : 0
  }
  return { places, metal, growthOf }
}

interface Turning {
  readonly ribsSign: Sign
  /** Shafts that turn one way already: the crank, and those that other belts drive. */
  readonly known: ReadonlyMap<string, Sign>
}

/** Which way the belt's rib side turns pulleys, judged by what turns without it. */
function turningWithout(unrouted: CheckedDrive, belt: Belt, pulleys: readonly Pulley[]): Turning {
  const crank = unrouted.shafts.find(({ kind }) => kind === 'crank')
  const known = new Map<string, Sign>(crank === undefined ? [] : [[crank.id, signOf(unrouted.engine.crankTurns)]])
  const signs = ribsSigns(unrouted)
  const shaftOf = new Map(unrouted.pulleys.map(({ id, shaft }) => [id, shaft]))
  for (const other of unrouted.belts) {
    const sign = signs.get(other.id)
    if (other.id === belt.id || sign === undefined) continue
    for (const { pulley, contact } of other.route) {
      const shaft = shaftOf.get(pulley)
      if (shaft !== undefined && !known.has(shaft)) known.set(shaft, contact === 'ribs' ? sign : (-sign as Sign))
    }
  }
  // The ribs of a belt run on grooves, so a grooved pulley that turns already says which way they go.
  const driving = pulleys.find(({ face, shaft }) => face !== 'smooth' && known.has(shaft))
  return { ribsSign: known.get(driving?.shaft ?? '') ?? signOf(unrouted.engine.crankTurns), known }
}

const FACE_WORDS = { ribbed: 'ribbed', vee: 'grooved for V belts', toothed: 'toothed' } as const

/** Which sides of the belt may touch a pulley, or why none can. */
function contactsFor(
  pulley: Pulley,
  shaft: Shaft,
  { belt, turning, words }: { readonly belt: Belt; readonly turning: Turning; readonly words: Wording },
): readonly Contact[] | string {
  const name = words.pulley(pulley)
  const stated = shaft.mustTurn === undefined || shaft.mustTurn === 'any' ? undefined : signOf(shaft.mustTurn)
  const wanted = stated ?? turning.known.get(shaft.id)
  const fitting = (['ribs', 'back'] as const).filter(
    (contact) => wanted === undefined || wanted === (contact === 'ribs' ? turning.ribsSign : -turning.ribsSign),
  )
  if (pulley.face === 'smooth') return fitting
  if (pulley.section !== belt.section)
    return `${name} takes ${pulley.section} belts, but ${words.belt(belt)} is ${belt.section}.`
  if (fitting.includes('ribs')) return ['ribs']
  const way = shaft.mustTurn === 'cw' || shaft.mustTurn === 'ccw' ? ` (${TURN_WORDS[shaft.mustTurn]})` : ''
  return `${name} is ${FACE_WORDS[pulley.face]} and must turn against the crank${way}, but the back of a belt cannot drive it. It needs a smooth pulley, or an accessory made for the other direction.`
}

function minWrapOf(pulley: Pulley, shaft: Shaft, contact: Contact): number {
  if (pulley.face === 'toothed' && contact === 'ribs') return (MIN_TEETH_IN_MESH * 360) / (pulley.teeth ?? Infinity)
  return shaft.minWrap ?? MIN_WRAP_DEG[shaft.kind]
}

function tooFew(pulleys: readonly Pulley[], words: Wording, belt: Belt): string[] {
  if (pulleys.length >= 2) return []
  return [
    `${words.belt(belt)} needs at least two pulleys; ${pulleys.length === 0 ? 'none is' : 'only one is'} picked for it.`,
  ]
}

function twoOnOneShaft(pulleys: readonly Pulley[], words: Wording): string[] {
  return pulleys.flatMap((pulley, i) => {
    const first = pulleys.slice(0, i).find(({ shaft }) => shaft === pulley.shaft)
    return first === undefined
      ? []
      : [`${words.pulley(first)} and ${words.pulley(pulley)} sit on one shaft; one belt can run on one of them only.`]
  })
}

function notMeasured(drive: CheckedDrive, belt: Belt, pulleys: readonly Pulley[], words: Wording): string[] {
  const { places } = statusAt(drive, belt, MIDDLE_TRAVEL)
  const sizes = pulleys.filter((pulley) => !isSized(pulley))
  const unplaced = pulleys.filter(({ shaft }) => !places.has(shaft))
  const say = (what: string, missing: readonly Pulley[]) =>
    missing.length === 0
      ? []
      : [`First measure the ${what} of ${listed(missing.map((pulley) => words.pulley(pulley)))}.`]
  return [...say('size', sizes), ...say('place', unplaced)]
}

/** The route through stops, as a drive document writes it; first grooves are kept from the route there was. */
export function entriesOf({ belt, pulleys }: RouteSet, stops: readonly Stop[]): RouteEntry[] {
  return stops.map(({ pulley, contact }) => entryOf(belt, pulleys[pulley]?.id ?? '', contact))
}

function entryOf(belt: Belt, pulley: string, contact: Contact): RouteEntry {
  const groove = belt.route.find((entry) => entry.pulley === pulley)?.groove
  return { pulley, contact, ...(groove === undefined ? {} : { groove }) }
}
