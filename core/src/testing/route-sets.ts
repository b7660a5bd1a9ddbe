import type { CheckedDrive, DriveDocument } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import { mustCheck } from './vectors.ts'

/**
 * Pulleys strewn over an engine's front for one belt without a route: the crank in the middle below, some faces smooth, some
 * turns demanded, in two of three cases a sliding idler that takes the belt up. Many such sets have no route at all.
 */
export function randomRouteSet(random: () => number, count: number): CheckedDrive {
  const reach = 120 + 45 * count
  const circles = [{ x: 0, y: 0, d: 150 }]
  while (circles.length < count) {
    const next = { x: reach * (random() - 0.5) * 1.4, y: reach * (random() - 0.25), d: 55 + 75 * random() }
    if (circles.every(({ x, y, d }) => Math.hypot(x - next.x, y - next.y) > (d + next.d) / 2 + 14)) circles.push(next)
  }
  const smooth = circles.map((_, i) => i > 0 && random() < 0.38)
  const slides = random() < 0.67
  const shafts = circles.map(({ x, y }, i): DriveDocument['shafts'][number] => ({
    id: `s${i}`,
    name: `Shaft ${i}`,
    kind: i === 0 ? 'crank' : smooth[i] === true ? 'idler' : 'other',
    x,
    y,
    ...(i > 0 && smooth[i] === true && random() < 0.4
      ? { mustTurn: random() < 0.8 ? ('ccw' as const) : ('cw' as const) }
      : {}),
  }))
  const pulleys = circles.map(({ d }, i): Pulley => {
    const common = { id: `p${i}`, shaft: `s${i}`, diameter: d, diameterAt: 'outside' as const }
    return smooth[i] === true
      ? { ...common, face: 'smooth', width: 26 }
      : { ...common, face: 'ribbed', section: 'PK', grooves: 6 }
  })
  return mustCheck({
    format: 'emery-drive',
    version: 1,
    name: 'Strewn',
    notes: '',
    engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 4000 },
    shafts,
    pulleys,
    belts: [
      { id: 'belt', name: 'Belt', section: 'PK', ribs: 6, length: null, adjuster: slides ? 'slide' : null, route: [] },
    ],
    adjusters: slides
      ? [{ id: 'slide', kind: 'slide', shaft: `s${count - 1}`, direction: 360 * random(), from: 0, to: 12 }]
      : [],
  })
}
