import type { AdjusterKind } from '../adjusters/adjuster.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import { fitSituation, goodWindow } from '../length/verdict.ts'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { solveDrive } from '../solution/solve-drive.ts'
import type { Mm } from '../units/quantity.ts'
import { gauss, surveyedWithTape } from './surveys.ts'
import { mustCheck } from './vectors.ts'

/** A drive as it truly is, with a spring arm on the back of its belt; all valid, and with belts that fit it well. */
export function randomTensionedDrive(random: () => number): CheckedDrive {
  return firstSound(() => springDrive(random))
}

/** The same with any kind of adjuster. */
export function randomAdjustedDrive(random: () => number, kind: AdjusterKind): CheckedDrive {
  return firstSound(() => (kind === 'spring-arm' ? springDrive(random) : handDrive(random, kind)))
}

function firstSound(attempt: () => CheckedDrive): CheckedDrive {
  for (;;) {
    const drive = attempt()
    const [belt] = settleDrive(drive).belts
    const situation = belt === undefined ? undefined : fitSituation(belt)
    if (situation === undefined || goodWindow(situation)?.verdict !== 'good' || situation.stretch.to < 1) continue
    const clean = [0, 0.5, 1].every((u) =>
      solveDrive(drive, { held: { arm: u } }).belts.every(({ problems }) =>
        problems.every(({ severity }) => severity !== 'error'),
      ),
    )
    if (clean) return drive
  }
}

/** Pulleys in a ring, the crank lowest, all run by the inner side of a belt. */
function ringOf(random: () => number) {
  const n = 4 + Math.floor(random() * 3)
  const ring = Array.from({ length: n }, (_, i) => {
    const at = -Math.PI / 2 - ((i + 0.25 * (random() - 0.5)) * 2 * Math.PI) / n
    const reach = 190 + 60 * random()
    return {
      x: reach * Math.cos(at),
      y: reach * Math.sin(at) + 220,
      diameter: i === 0 ? 140 + 30 * random() : 55 + 80 * random(),
    }
  })
  const crank = ring[0] ?? { x: 0, y: 0, diameter: 150 }
  return ring.map((circle) => ({ ...circle, x: circle.x - crank.x, y: circle.y - crank.y }))
}

/** A ring of pulleys of which the last one is moved by hand to tighten the belt, or changes its size. */
function handDrive(random: () => number, kind: Exclude<AdjusterKind, 'spring-arm'>): CheckedDrive {
  const ring = ringOf(random)
  const vee = kind === 'shim' || random() < 0.3
  const middle = {
    x: ring.reduce((sum, { x }) => sum + x, 0) / ring.length,
    y: ring.reduce((sum, { y }) => sum + y, 0) / ring.length,
  }
  const names = ring.map((_, i) => (i === ring.length - 1 ? 'arm' : `p${i}`))
  const moved = ring.at(-1) ?? middle
  const outward = Math.atan2(moved.y - middle.y, moved.x - middle.x) + 0.8 * (random() - 0.5)
  const section = vee ? (['V10', 'V13', 'V17'] as const)[Math.floor(3 * random())] : 'PK'
  return mustCheck({
    format: 'emery-drive',
    version: 1,
    name: 'Random drive',
    notes: '',
    engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 4000 },
    shafts: ring.map(({ x, y }, i) => ({
      id: names[i],
      name: `Shaft ${i}`,
      kind: i === 0 ? 'crank' : i === ring.length - 1 ? 'alternator' : 'idler',
      x,
      y,
    })),
    pulleys: ring.map(({ diameter }, i) => ({
      id: names[i],
      shaft: names[i],
      face: vee ? 'vee' : 'ribbed',
      section,
      grooves: vee ? 1 : 6,
      diameter,
      diameterAt: 'outside',
    })),
    belts: [
      {
        id: 'belt',
        name: 'Belt',
        section,
        ribs: vee ? 1 : 6,
        length: null,
        adjuster: 'arm',
        route: names.map((pulley) => ({ pulley, contact: 'ribs' })),
      },
    ],
    adjusters: [handAdjuster(random, kind, moved, outward)],
  })
}

/** An adjuster that moves the shaft at `at` outward, of common dimensions. */
function handAdjuster(
  random: () => number,
  kind: Exclude<AdjusterKind, 'spring-arm'>,
  at: { readonly x: number; readonly y: number },
  outward: number,
): object {
  const named = { id: 'arm', kind, shaft: 'arm' }
  const degrees = (radians: number) => (radians * 180) / Math.PI
  const beside = outward + (random() < 0.5 ? 1 : -1) * (Math.PI / 2)
  const reach = 80 + 60 * random()
  const pivot = { x: at.x + reach * Math.cos(beside), y: at.y + reach * Math.sin(beside) }
  const travel = 30 + 30 * random()
  const turns = travel / reach
  const back = Math.atan2(at.y - pivot.y, at.x - pivot.x)
  // Which way round the pivot the shaft goes outward.
  const way = Math.sign(Math.cos(back) * Math.sin(outward) - Math.sin(back) * Math.cos(outward))
  switch (kind) {
    case 'slide':
      return { ...named, direction: degrees(outward), from: 0, to: travel }
    case 'swing':
      return { ...named, pivot, angleFrom: degrees(back), angleTo: degrees(back + way * turns) }
    case 'turnbuckle': {
      const lever = 70 + 60 * random()
      const lugAt = back + 0.5 * (random() - 0.5)
      const lug = { x: pivot.x + lever * Math.cos(lugAt), y: pivot.y + lever * Math.sin(lugAt) }
      const [dx, dy] = [Math.cos(lugAt + (way * Math.PI) / 2), Math.sin(lugAt + (way * Math.PI) / 2)]
      const anchor = { x: lug.x - 120 * dx, y: lug.y - 120 * dy }
      return { ...named, pivot, lug, anchor, lengthMin: 120, lengthMax: 120 + lever * turns }
    }
    case 'eccentric': {
      const bush = 9 + 6 * random()
      const centre = { x: at.x + bush * Math.cos(outward), y: at.y + bush * Math.sin(outward) }
      const from = degrees(outward) + 180
      return { ...named, pivot: centre, throw: bush, angleFrom: from, angleTo: from + way * (140 + 35 * random()) }
    }
    case 'shim':
      return {
        id: 'arm',
        kind,
        pulley: 'arm',
        shimsFrom: 8 + Math.floor(4 * random()),
        shimsTo: 0,
        diameterPerShim: 4 + 3 * random(),
      }
  }
}

/** A ring of ribbed pulleys; between the crank and the next one an arm presses a smooth pulley into the belt's back. */
function springDrive(random: () => number): CheckedDrive {
  const moved = ringOf(random)
  const crank = moved[0] ?? { x: 0, y: 0, diameter: 150 }
  const next = moved[1] ?? crank
  const along = Math.hypot(next.x, next.y)
  const outward = { x: -next.y / along, y: next.x / along }
  const inward =
    moved.reduce((sum, { x, y }) => sum + x * outward.x + y * outward.y, 0) > 0
      ? outward
      : { x: -outward.x, y: -outward.y }
  const diameter = 60 + 20 * random()
  // Released, the arm's pulley touches the span; taken up, it has pressed it in by 70 to 95 mm.
  const rim = (crank.diameter + next.diameter) / 4 + diameter / 2
  const share = 0.4 + 0.2 * random()
  const at = (depth: number) => ({
    x: next.x * share - inward.x * (rim - depth),
    y: next.y * share - inward.y * (rim - depth),
  })
  const [start, end] = [at(12 + 10 * random()), at(70 + 25 * random())]
  const arm = 75 + 35 * random()
  // The pivot stands on the bisector of where the pulley starts and ends, so that both lie on the arm's circle.
  const half = Math.hypot(end.x - start.x, end.y - start.y) / 2
  const back = Math.sqrt(arm * arm - half * half)
  const side = random() < 0.5 ? 1 : -1
  const pivot = {
    x: (start.x + end.x) / 2 + (side * back * next.x) / along,
    y: (start.y + end.y) / 2 + (side * back * next.y) / along,
  }
  const angle = (to: { x: number; y: number }) => (Math.atan2(to.y - pivot.y, to.x - pivot.x) * 180) / Math.PI
  const names = moved.map((_, i) => `p${i}`)
  return mustCheck({
    format: 'emery-drive',
    version: 1,
    name: 'Random drive',
    notes: '',
    engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 4000 },
    shafts: [
      ...moved.map(({ x, y }, i) => ({ id: names[i], name: `Shaft ${i}`, kind: i === 0 ? 'crank' : 'idler', x, y })),
      { id: 'arm', name: 'Tensioner', kind: 'tensioner', x: start.x, y: start.y },
    ],
    pulleys: [
      ...moved.map((circle, i) => ({
        id: names[i],
        shaft: names[i],
        face: 'ribbed',
        section: 'PK',
        grooves: 6,
        diameter: circle.diameter,
        diameterAt: 'outside',
      })),
      { id: 'arm', shaft: 'arm', face: 'smooth', width: 26, diameter, diameterAt: 'outside' },
    ],
    belts: [
      {
        id: 'belt',
        name: 'Belt',
        section: 'PK',
        ribs: 6,
        length: null,
        adjuster: 'arm',
        route: [
          { pulley: 'p0', contact: 'ribs' },
          { pulley: 'arm', contact: 'back' },
          ...names.slice(1).map((pulley) => ({ pulley, contact: 'ribs' })),
        ],
      },
    ],
    adjusters: [
      {
        id: 'arm',
        kind: 'spring-arm',
        shaft: 'arm',
        pivot,
        armLength: arm,
        angleReleased: angle(start),
        angleFree: angle(end),
        preload: 14,
        rate: 0.35,
        marks: { min: 0.1, nominal: 0.45, max: 0.95 },
      },
    ],
  })
}

interface TapeNoise {
  /** Standard deviations, mm. */
  readonly diameters: number
  readonly distances: number
}

/** The same drive as someone with a tape has it: diameters and distances read with error, places by the survey. */
export function measuredDrive(drive: CheckedDrive, random: () => number, noise: TapeNoise): CheckedDrive {
  const [adjuster] = drive.adjusters
  if (adjuster?.kind !== 'spring-arm') throw new Error('The drive has no arm.')
  const fixed = drive.shafts.filter(({ id }) => id !== adjuster.shaft)
  const points = [
    ...fixed.map(({ id, x, y }) => ({ id, x: x ?? 0, y: y ?? 0, diameter: 0 })),
    { id: 'pivot', ...adjuster.pivot, diameter: 0 },
  ]
  const { placeOf, ...surveyed } = surveyedWithTape(drive, points, random, { sigma: noise.distances })
  const pivot = placeOf.get('pivot') ?? adjuster.pivot
  return mustCheck({
    ...drive,
    ...surveyed,
    pulleys: drive.pulleys.map((pulley) => misread(pulley, random, noise.diameters)),
    adjusters: [{ ...adjuster, pivot: { x: pivot.x, y: pivot.y } }],
  })
}

/** A pulley whose diameter was read with an error of `sigma` mm standard deviation. */
export function misread(pulley: Pulley, random: () => number, sigma: Mm): Pulley {
  return pulley.face === 'toothed' || pulley.diameter === null
    ? pulley
    : { ...pulley, diameter: pulley.diameter + sigma * gauss(random) }
}

export function onlyBelt(drive: CheckedDrive): SettledBelt {
  const [belt] = settleDrive(drive).belts
  if (belt === undefined) throw new Error('The drive has no belt.')
  return belt
}
