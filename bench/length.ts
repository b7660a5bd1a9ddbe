import type { Aid, CheckedDrive, LengthReading } from '@emery/core/drive'
import {
  bringHome,
  fitLength,
  fitSituation,
  lengthAnswer,
  measureOnDrive,
  placesForBelt,
  shelfBeltsFor,
  standardLengths,
  type FitSituation,
} from '@emery/core/length'
import { settleDrive } from '@emery/core/path'
import { randomFrom, SEED } from '../core/src/testing/random.ts'
import { gauss } from '../core/src/testing/surveys.ts'
import { measuredDrive, onlyBelt, randomTensionedDrive } from '../core/src/testing/tensioned-drives.ts'

/** Random drives measured by tape, strap and string: how often the first belt recommended truly fits, and how many are bought. */
const DRIVES = Number(process.argv[2] ?? 1000)
const NOISE = { diameters: 1.5, distances: 2 }
const STRAP_SIGMA_MM = 3
const STRING = { short: 0.008, sigma: 8, thickness: 2 }

interface Tally {
  readonly name: string
  first: number
  any: number
  brought: number
  drives: number
}
const tally = (name: string): Tally => ({ name, first: 0, any: 0, brought: 0, drives: 0 })
const ways = {
  both: tally('geometry and strap'),
  geometry: tally('geometry alone'),
  strap: tally('strap and pulley sizes only, nothing else known'),
  string: tally('string with Emery’s correction, and geometry'),
  inch: tally('string and an inch, three belts bought'),
}

const random = randomFrom(SEED)
const stamp = { belt: 'belt', written: '', by: '', at: '2026-01-01T00:00:00Z' }
const trueDrives: CheckedDrive[] = []
for (let i = 0; i < DRIVES; i++) {
  const truth = randomTensionedDrive(random)
  trueDrives.push(truth)
  const measured = measuredDrive(truth, random, NOISE)
  const situation = fitSituation(onlyBelt(truth))
  if (situation === undefined) throw new Error('A random drive takes no belt.')
  const strap = reading('strap', 2, aidLength(truth, 'strap', 2) + STRAP_SIGMA_MM * gauss(random))
  const string = reading(
    'string',
    STRING.thickness,
    aidLength(truth, 'string', STRING.thickness) * (1 - STRING.short) + STRING.sigma * gauss(random),
  )
  recommend(ways.both, situation, { ...measured, lengths: [strap] })
  recommend(ways.geometry, situation, measured)
  recommend(ways.strap, situation, { ...unplaced(measured), lengths: [strap] })
  recommend(ways.string, situation, { ...measured, lengths: [string] })
  stringAndAnInch(ways.inch, situation, string.value)
}

function reading(aid: Aid, thickness: number, value: number): Extract<LengthReading, { how: 'aid' }> {
  return { ...stamp, id: aid, how: 'aid', aid, thickness, value, u: 0 }
}

/** What an aid without any error would read on a drive with its adjuster released. */
function aidLength(drive: CheckedDrive, aid: Aid, thickness: number): number {
  const belt = onlyBelt(drive)
  const laid = measureOnDrive(belt, { aid, thickness, reading: 1000, stretch: 0 }, 0)
  return (belt.adjuster?.lengthAt(0)?.length ?? NaN) - (laid?.correction ?? NaN)
}

/** The drive before anyone has measured where its shafts are. */
function unplaced(drive: CheckedDrive): CheckedDrive {
  return {
    ...drive,
    shafts: drive.shafts.map((shaft) => (shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null })),
  }
}

function recommend(way: Tally, truth: FitSituation, drive: CheckedDrive): void {
  const { wanted, window } = lengthAnswer(settleDrive(drive), onlyBelt(drive))
  if (wanted === null || window === null) throw new Error('No answer.')
  const { belts } = bringHome(wanted, window, standardLengths('PK', wanted.mean - 80, wanted.mean + 80))
  count(
    way,
    truth,
    belts.map(({ length }) => length),
  )
}

/** Adds an inch and goes to the next size up; buys the sizes on either side too. */
function stringAndAnInch(way: Tally, truth: FitSituation, string: number): void {
  const length = Math.ceil((string + 25.4) / 5) * 5
  count(way, truth, [length, length - 5, length + 5])
}

function count(way: Tally, truth: FitSituation, lengths: readonly number[]): void {
  const fits = lengths.map((length) => fitLength(truth, length).verdict === 'good')
  way.drives++
  way.brought += lengths.length
  if (fits[0] === true) way.first++
  if (fits.includes(true)) way.any++
}

const percent = (part: number, whole: number) => `${((100 * part) / whole).toFixed(1)} %`
process.stdout.write(
  '| way | drives | first belt fits | one of them fits | belts bought |\n| --- | ---: | ---: | ---: | ---: |\n',
)
for (const { name, first, any, brought, drives } of Object.values(ways))
  process.stdout.write(
    `| ${name} | ${drives} | ${percent(first, drives)} | ${percent(any, drives)} | ${(brought / drives).toFixed(2)} |\n`,
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
