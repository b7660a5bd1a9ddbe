/**
 * The length model held to account: drives of every kind of adjuster, twelve situations of what people know, how often the truth lies in the
 * interval claimed, how often the first belt fits, and whether what is claimed of belts comes true. Beside it, what a string and an inch do.
 */
import { ADJUSTER_KINDS, type AdjusterKind } from '@emery/core/adjusters'
import type { AidLay, CheckedDrive, LengthReading } from '@emery/core/drive'
import { lengthAnswer, placesForBelt, shelfBeltsFor, standardLengths } from '@emery/core/length'
import { settleDrive } from '@emery/core/path'
import { randomFrom, SEED } from '../core/src/testing/random.ts'
import { gauss } from '../core/src/testing/surveys.ts'
import { onlyBelt, randomAdjustedDrive } from '../core/src/testing/tensioned-drives.ts'
import {
  aid,
  aidReads,
  fits,
  label,
  lengthAt,
  measured,
  trialNot,
  trialOn,
  unplaced,
  worldOf,
  type Laid,
  type World,
} from './length-world.ts'

const DRIVES = Number(process.argv[2] ?? 500)

/** Standard deviations of what is read, mm, and of a travel judged by eye. */
const SIGMA = { strap: 3, string: 8, mark: 1, eye: 0.05 } as const
const STRING_GIVES = 0.008

const STRAP: Laid = { aid: 'strap', thickness: 2, lay: 'rims' }
const LAYS: readonly AidLay[] = ['groove', 'flanks', 'rims']

type Situation = (world: World, random: () => number) => CheckedDrive

const strap = (world: World, random: () => number, u: number, id = 'strap') =>
  aid(id, STRAP, aidReads(world, STRAP, u) + SIGMA.strap * gauss(random), u)

function cord(world: World, random: () => number, what: 'string' | 'rope', lay: AidLay, said: boolean): LengthReading {
  const laid: Laid = { aid: what, thickness: what === 'string' ? 2 : 6, lay }
  const reads = aidReads(world, laid, 0) * (1 - STRING_GIVES) + SIGMA.string * gauss(random)
  return aid(what, laid, reads, 0, said ? lay : undefined)
}

/** A belt's mark, which is not exactly its length. */
const marked = (length: number, random: () => number) => length + SIGMA.mark * gauss(random)

/** A belt that someone tried on and that stood at u, as well as the eye tells. */
function byEye(world: World, random: () => number, id: string, u: number): LengthReading {
  const seen = Math.min(1, Math.max(0, u + SIGMA.eye * gauss(random)))
  return trialOn(id, marked(lengthAt(world.situation, u), random), seen)
}

const onSomewhere = (world: World, random: () => number) => byEye(world, random, 'on', 0.2 + 0.6 * random())

/** One of the readings, whichever, is out by 25 mm. */
function oneWrong(readings: readonly LengthReading[], random: () => number): LengthReading[] {
  const wrong = Math.floor(readings.length * random())
  const by = random() < 0.5 ? 25 : -25
  return readings.map((reading, i) => (i === wrong ? { ...reading, value: reading.value + by } : reading))
}

const anyLay = (random: () => number) => LAYS[Math.floor(3 * random())] ?? 'rims'

const nominal = { diameters: 0.5, distances: 1 }
const careless = { diameters: 1.5, distances: 2 }

const SITUATIONS: Readonly<Record<string, Situation>> = {
  'geometry, carefully measured': (world, random) => measured(world, random, nominal, 1),
  'geometry, carelessly measured': (world, random) => measured(world, random, careless, 1),
  'geometry and strap': (world, random) => ({
    ...measured(world, random, nominal, 1),
    lengths: [strap(world, random, 0)],
  }),
  'strap and pulley sizes only': (world, random) => ({
    ...unplaced(world, random),
    lengths: [strap(world, random, 0)],
  }),
  'string and sizes, how it lay is said': (world, random) => ({
    ...unplaced(world, random),
    lengths: [cord(world, random, 'string', anyLay(random), true)],
  }),
  'rope and sizes, how it lay is said': (world, random) => ({
    ...unplaced(world, random),
    lengths: [cord(world, random, 'rope', anyLay(random), true)],
  }),
  'rope and sizes, how it lay is not said': (world, random) => ({
    ...unplaced(world, random),
    lengths: [cord(world, random, 'rope', anyLay(random), false)],
  }),
  'two straps, at both ends': (world, random) => ({
    ...unplaced(world, random),
    lengths: [strap(world, random, 0), strap(world, random, 1, 'tight')],
  }),
  'two belts on, places by eye': (world, random) => ({
    ...unplaced(world, random),
    lengths: [byEye(world, random, 'one', 0.1 + 0.3 * random()), byEye(world, random, 'other', 0.6 + 0.3 * random())],
  }),
  'one refused, one slack, one on': (world, random) => {
    const { stretch } = world.situation
    const need = world.situation.belt.section === 'PK' ? (world.situation.lastPulleys[0]?.need ?? 0) : 0
    return {
      ...unplaced(world, random),
      lengths: [
        trialNot('refused', marked(stretch.lengthFrom + need - 3 - 20 * random(), random), 'too-short'),
        trialNot('slack', marked(stretch.lengthTo + 3 + 20 * random(), random), 'slack'),
        trialOn('on', marked(lengthAt(world.situation, 0.2 + 0.7 * random()), random)),
      ],
    }
  },
  'three readings, one 25 mm wrong': (world, random) => ({
    ...unplaced(world, random),
    lengths: oneWrong([strap(world, random, 0), strap(world, random, 1, 'tight'), onSomewhere(world, random)], random),
  }),
  'geometry and three readings, one 25 mm wrong': (world, random) => ({
    ...measured(world, random, nominal, 1),
    lengths: oneWrong(
      [strap(world, random, 0), cord(world, random, 'string', 'flanks', true), onSomewhere(world, random)],
      random,
    ),
  }),
  'geometry, strap, and a wrong label': (world, random) => {
    const away = (random() < 0.5 ? -1 : 1) * (40 + 60 * random())
    return {
      ...measured(world, random, nominal, 1),
      lengths: [strap(world, random, 0), label('label', world.situation.belt.section, Math.round(world.wanted + away))],
    }
  },
}

interface Tally {
  drives: number
  covered: number
  width: number
  claimed: number
  cameTrue: number
  first: number
  oneFits: number
  brought: number
}

const random = randomFrom(SEED)
const worlds = Array.from({ length: DRIVES }, (_, i) =>
  sizedWorld(ADJUSTER_KINDS[i % ADJUSTER_KINDS.length] ?? 'spring-arm'),
)
const trueDrives = worlds.map(({ drive }) => drive)

/** A drive that some size that is made truly fits: others are lost whatever is known. */
function sizedWorld(kind: AdjusterKind): World {
  for (;;) {
    const world = worldOf(randomAdjustedDrive(random, kind))
    const { section } = world.situation.belt
    if (standardLengths(section, world.wanted - 40, world.wanted + 40).some((length) => fits(world, length)))
      return world
  }
}

function judged(situation: Situation): Tally {
  const tally: Tally = { drives: 0, covered: 0, width: 0, claimed: 0, cameTrue: 0, first: 0, oneFits: 0, brought: 0 }
  for (const world of worlds) {
    const settled = settleDrive(situation(world, random))
    const [belt] = settled.belts
    if (belt === undefined) continue
    const { wanted, bring } = lengthAnswer(settled, belt)
    tally.drives++
    if (wanted === null) continue
    if (wanted.low <= world.wanted && world.wanted <= wanted.high) tally.covered++
    tally.width += wanted.high - wanted.low
    const { belts, together } = bring(standardLengths(belt.belt.section, wanted.mean - 80, wanted.mean + 80))
    const fit = belts.map(({ length }) => fits(world, length))
    tally.claimed += together
    tally.brought += belts.length
    if (fit[0] === true) tally.first++
    if (fit.includes(true)) tally.oneFits++
  }
  return tally
}

const percent = (part: number, whole: number) => ((100 * part) / whole).toFixed(1)
process.stdout.write(
  '| what is known | in the interval, % | its width, mm | claimed, % | one fits, % | first belt fits, % | belts bought |\n| --- | ---: | ---: | ---: | ---: | ---: | ---: |\n',
)
for (const [name, situation] of Object.entries(SITUATIONS)) {
  const { drives, covered, width, claimed, oneFits, first, brought } = judged(situation)
  process.stdout.write(
    `| ${name} | ${percent(covered, drives)} | ${(width / drives).toFixed(1)} | ${percent(claimed, drives)} | ${percent(oneFits, drives)} | ${percent(first, drives)} | ${(brought / drives).toFixed(2)} |\n`,
  )
}
const inch = worlds.map((world) => {
  const string = cord(world, random, 'string', 'groove', false)
  const length = Math.ceil((string.value + 25.4) / 5) * 5
  return [length, length - 5, length + 5].map((each) => fits(world, each))
})
process.stdout.write(
  `| string and an inch, three belts bought | – | – | – | ${percent(inch.filter((fit) => fit.includes(true)).length, DRIVES)} | ${percent(inch.filter(([fit]) => fit === true).length, DRIVES)} | 3.00 |\n`,
)

/** Median time of some runs, in milliseconds. */
function median(work: () => unknown): number {
  const times = Array.from({ length: 15 }, () => {
    const begun = performance.now()
    work()
    return performance.now() - begun
  })
  return times.toSorted((a, b) => a - b)[7] ?? NaN
}

const shelf = Array.from({ length: 20_000 }, (_, i) => ({
  id: String(i),
  section: (['PK', 'PK', 'PK', 'V10', 'V13', 'T9.5'] as const)[i % 6] ?? 'PK',
  ribs: i % 6 < 3 ? 3 + Math.floor(6 * random()) : 1,
  length: 600 + 5 * Math.floor(440 * random()),
}))
const [drive] = trueDrives
if (drive !== undefined) {
  const belt = onlyBelt(drive)
  const garage = Array.from({ length: 500 }, (_, i) => trueDrives[i % trueDrives.length] ?? drive)
  const length = Math.round((belt.adjuster?.lengthAt(0.25)?.length ?? 1500) / 5) * 5
  const found = shelfBeltsFor(belt, shelf).length
  process.stdout.write('\n| search | median, ms |\n| --- | ---: |\n')
  process.stdout.write(
    `| 20 000 belts against a drive (${found} go on) | ${median(() => shelfBeltsFor(belt, shelf)).toFixed(1)} |\n`,
  )
  process.stdout.write(
    `| 500 drives for a belt | ${median(() => garage.map((each) => placesForBelt(each, { section: 'PK', ribs: 6, length }))).toFixed(0)} |\n`,
  )
}
