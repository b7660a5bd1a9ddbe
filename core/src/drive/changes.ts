import { isRouted } from './belt.ts'
import { distance } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import type { DriveDocument } from './drive.ts'
import { TURN_WORDS } from './engine.ts'
import type { Pulley } from './pulley.ts'
import type { VehicleUse } from './vehicle-use.ts'

/** One difference between two versions of a drive: what it is about, by id, and a sentence. */
export interface DriveChange {
  readonly about: string
  readonly words: string
}

/** What changed from one version of a drive to another, in words, parts in the order of the newer document. */
export function describeChanges(
  before: DriveDocument,
  after: DriveDocument,
  lengthText: (mm: Mm) => string,
): DriveChange[] {
  const compare = new Comparison(before, after, lengthText)
  return [
    ...compare.heading(),
    ...compare.use(),
    ...compare.shafts(),
    ...compare.pulleys(),
    ...compare.belts(),
    ...compare.adjusters(),
    ...compare.records(),
  ]
}

/** mm. Places nearer than this are the same place. */
const SAME_PLACE_MM = 0.05

const SHAFT_FACTS = {
  load: 'load',
  rating: 'plate',
  maxSideLoad: 'bearing limit',
  minWrap: 'least wrap',
  inertia: 'inertia',
  clutch: 'clutch',
  hubDepth: 'depth of its hub',
  hubStands: 'where its hub stands',
  marks: 'marks',
  moves: 'allowed moves',
} as const

const BELT_FACTS = {
  material: 'material',
  construction: 'construction',
  book: 'tension in the book',
} as const

/** Tells of each fact whether it was entered, changed or taken away. */
function sayFacts<Part extends object>(
  was: Part,
  is: Part,
  facts: Readonly<Partial<Record<keyof Part, string>>>,
  say: (words: string) => void,
): void {
  for (const [key, words] of Object.entries(facts) as [keyof Part, string][]) {
    const [before, after] = [
      JSON.stringify(was[key]) as string | undefined,
      JSON.stringify(is[key]) as string | undefined,
    ]
    // Where a number was and is, its own line says by how much.
    if (before === after || (key === 'z' && before !== undefined && after !== undefined)) continue
    say(`${words} ${before === undefined ? 'entered' : after === undefined ? 'not known any more' : 'changed'}`)
  }
}

class Comparison {
  constructor(
    private readonly before: DriveDocument,
    private readonly after: DriveDocument,
    private readonly text: (mm: Mm) => string,
  ) {}

  heading(): DriveChange[] {
    const { before, after } = this
    const { engine: was } = before
    const { engine: is } = after
    return [
      ...(before.name === after.name
        ? []
        : [{ about: 'name', words: `Renamed from “${before.name}” to “${after.name}”.` }]),
      ...(before.notes === after.notes ? [] : [{ about: 'notes', words: 'The notes changed.' }]),
      ...(was.crankTurns === is.crankTurns
        ? []
        : [{ about: 'engine', words: `The crank turns ${TURN_WORDS[is.crankTurns]} now.` }]),
      ...(['idleRpm', 'cruiseRpm', 'maxRpm'] as const).flatMap((key) =>
        was[key] === is[key] ? [] : [{ about: 'engine', words: `${SPEEDS[key]} ${was[key]} → ${is[key]} rpm.` }],
      ),
    ]
  }

  use(): DriveChange[] {
    const { before, after } = this
    if (JSON.stringify(before.use) === JSON.stringify(after.use)) return []
    const words = after.use === undefined ? 'not known' : USES[after.use.of]
    return [{ about: 'engine', words: `Vehicle use: ${words}.` }]
  }

  shafts(): DriveChange[] {
    return this.parts(
      'shafts',
      ({ id, name }) => name || id,
      (was, is, say) => {
        if (was.name !== is.name) say(`renamed from ${was.name}`)
        if (was.mustTurn !== is.mustTurn)
          say(
            is.mustTurn === undefined || is.mustTurn === 'any'
              ? 'may turn either way'
              : `must turn ${TURN_WORDS[is.mustTurn]}`,
          )
        if (was.minRpm !== is.minRpm) say(`useful from ${rpmOrRule(is.minRpm)}`)
        if (was.maxRpm !== is.maxRpm) say(`made for ${rpmOrRule(is.maxRpm)}`)
        if (was.bladeDiameter !== is.bladeDiameter)
          say(is.bladeDiameter === undefined ? 'blades not known' : `blades ${this.text(is.bladeDiameter)} across`)
        sayFacts(was, is, SHAFT_FACTS, say)
        const [a, b] = [placeOf(was), placeOf(is)]
        if (a === undefined && b !== undefined) say('got its place')
        else if (a !== undefined && b === undefined) say('lost its place')
        else if (a !== undefined && b !== undefined && distance(a, b) > SAME_PLACE_MM)
          say(`moved ${this.text(distance(a, b))}`)
      },
    )
  }

  pulleys(): DriveChange[] {
    const name = ({ id, shaft }: Pulley) => {
      const shaftName = [...this.after.shafts, ...this.before.shafts].find((each) => each.id === shaft)?.name
      return shaftName ? `${shaftName} pulley (${id})` : id
    }
    return this.parts('pulleys', name, (was, is, say) => {
      if (was.face !== is.face) say(`face ${was.face} → ${is.face}`)
      const [a, b] = [this.sizeOf(was), this.sizeOf(is)]
      if (a !== b) say(`${a} → ${b}`)
      if (was.face !== 'toothed' && is.face !== 'toothed' && was.diameterAt !== is.diameterAt)
        say(`diameter read ${was.diameterAt} → ${is.diameterAt}`)
      if (was.face !== 'toothed' && is.face !== 'toothed' && was.measuredWith !== is.measuredWith)
        say(`diameter measured with ${was.measuredWith ?? 'not known'} → ${is.measuredWith ?? 'not known'}`)
      if ((was.face === 'ribbed' || was.face === 'vee') && (is.face === 'ribbed' || is.face === 'vee')) {
        if (was.grooves !== is.grooves) say(`grooves ${was.grooves} → ${is.grooves}`)
      }
      if (was.z !== undefined && is.z !== undefined && was.z !== is.z)
        say(`moved along its shaft by ${this.text(Math.abs(is.z - was.z))}`)
      sayFacts(was, is, { z: 'depth', width: 'width', flange: 'flange' }, say)
    })
  }

  belts(): DriveChange[] {
    return this.parts(
      'belts',
      ({ id, name }) => name || id,
      (was, is, say) => {
        if (was.section !== is.section || was.ribs !== is.ribs)
          say(`${was.section} with ${was.ribs} → ${is.section} with ${is.ribs}`)
        const length = (mm: number | null) => (mm === null ? 'not known' : this.text(mm))
        if (was.length !== is.length) say(`length ${length(was.length)} → ${length(is.length)}`)
        const tension = (n: number | null | undefined) => (n == null ? 'not known' : `${Math.round(n)} N`)
        if ((was.installTension ?? null) !== (is.installTension ?? null))
          say(`setting ${tension(was.installTension)} → ${tension(is.installTension)}`)
        if (was.name !== is.name) say(`renamed from ${was.name}`)
        if ((was.count ?? 1) !== (is.count ?? 1)) say(`${is.count ?? 1} side by side`)
        sayFacts(was, is, BELT_FACTS, say)
        if (was.condition !== is.condition) say(`its faces are ${is.condition ?? 'dry'} now`)
        if (JSON.stringify(was.runIn) !== JSON.stringify(is.runIn)) say('continued its run-in')
        if (was.adjuster !== is.adjuster)
          say(is.adjuster === null ? 'runs on fixed centres' : `is tensioned by ${is.adjuster}`)
        if (!isRouted(was) && isRouted(is)) say('routed')
        else if (JSON.stringify(was.route) !== JSON.stringify(is.route))
          say(is.route.length === 0 ? 'lost its route' : 'routed differently')
      },
    )
  }

  adjusters(): DriveChange[] {
    return this.parts(
      'adjusters',
      ({ id }) => `Adjuster ${id}`,
      (was, is, say) => {
        if (was.kind !== is.kind) say(`${was.kind} → ${is.kind}`)
        else if (JSON.stringify(was) !== JSON.stringify(is)) say('moved or changed')
      },
    )
  }

  records(): DriveChange[] {
    const count = (drive: DriveDocument) => [drive.readings?.length ?? 0, drive.survey?.distances.length ?? 0] as const
    const [[readingsWas, distancesWas], [readingsIs, distancesIs]] = [count(this.before), count(this.after)]
    return [
      ...(readingsWas === readingsIs ? [] : [{ about: 'readings', words: `Readings ${readingsWas} → ${readingsIs}.` }]),
      ...(distancesWas === distancesIs
        ? []
        : [{ about: 'distances', words: `Distances ${distancesWas} → ${distancesIs}.` }]),
      ...(this.before.tensions?.length === this.after.tensions?.length
        ? []
        : [
            {
              about: 'tensions',
              words: `Tension readings ${this.before.tensions?.length ?? 0} → ${this.after.tensions?.length ?? 0}.`,
            },
          ]),
      ...(this.before.alignment?.length === this.after.alignment?.length
        ? []
        : [
            {
              about: 'alignment',
              words: `Alignment readings ${this.before.alignment?.length ?? 0} → ${this.after.alignment?.length ?? 0}.`,
            },
          ]),
      ...((this.after.alignmentWork?.length ?? 0) > (this.before.alignmentWork?.length ?? 0)
        ? [{ about: 'alignment', words: 'Pulleys were aligned.' }]
        : []),
      ...(JSON.stringify(this.before.photo) === JSON.stringify(this.after.photo)
        ? []
        : [{ about: 'photo', words: 'The photo or its marks changed.' }]),
    ]
  }

  private sizeOf(pulley: Pulley): string {
    if (pulley.face === 'toothed') return pulley.teeth === null ? 'teeth not counted' : `${pulley.teeth} teeth`
    return pulley.diameter === null ? 'not measured' : `Ø ${this.text(pulley.diameter)}`
  }

  /** Parts that came, went or changed; of those that stayed, `differ` says how. */
  private parts<Kind extends 'shafts' | 'pulleys' | 'belts' | 'adjusters'>(
    kind: Kind,
    name: (part: DriveDocument[Kind][number]) => string,
    differ: (was: DriveDocument[Kind][number], is: DriveDocument[Kind][number], say: (words: string) => void) => void,
  ): DriveChange[] {
    type Part = DriveDocument[Kind][number]
    const [before, after] = [this.before[kind] as readonly Part[], this.after[kind] as readonly Part[]]
    const stayed = after.flatMap((is): DriveChange[] => {
      const was = before.find(({ id }) => id === is.id)
      if (was === undefined) return [{ about: is.id, words: `${name(is)} was added.` }]
      const said: string[] = []
      differ(was, is, (words) => said.push(words))
      return said.length === 0 ? [] : [{ about: is.id, words: `${name(is)}: ${said.join(', ')}.` }]
    })
    const gone = before.filter(({ id }) => !after.some((is) => is.id === id))
    return [...stayed, ...gone.map((was) => ({ about: was.id, words: `${name(was)} was removed.` }))]
  }
}

const USES: Readonly<Record<VehicleUse['of'], string>> = {
  town: 'town',
  motorway: 'motorway',
  towing: 'towing',
  'hill-climb': 'hill-climb',
  stationary: 'stationary work',
  own: 'as entered',
}

function rpmOrRule(rpm: number | undefined): string {
  return rpm === undefined ? 'what its kind is' : `${rpm} rpm`
}

const SPEEDS = { idleRpm: 'Idle', cruiseRpm: 'Cruise', maxRpm: 'Maximum speed' } as const

function placeOf({ x, y }: DriveDocument['shafts'][number]) {
  return x === null || y === null ? undefined : { x, y }
}
