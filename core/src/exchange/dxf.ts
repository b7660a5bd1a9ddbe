/**
 * A drive as a DXF drawing of release 12, which every drawing program reads: millimetres, true sizes, origin at the drive's
 * own, layers PULLEYS, SHAFTS, BELT_… and ADJUSTERS. Each belt is drawn by its cord, from which its length can be taken.
 */
import { degrees, distance, wrapPositive, type Point } from '../numerics/vectors.ts'
import { beltOutline } from '../path/outline.ts'
import type { SettledDrive } from '../path/settle.ts'
import { wordingFor } from '../solution/part-names.ts'
import { carriers } from './carriers.ts'

type Tag = readonly [code: number, value: string | number]

/** Colour numbers of the release-12 palette: 7 is black on white paper. */
const LAYERS = { PULLEYS: 8, SHAFTS: 7, ADJUSTERS: 1 } as const
const BELT_COLOUR = 5

export function driveDxf(settled: SettledDrive): string {
  const words = wordingFor(settled.drive)
  const layers = new Map<string, number>(Object.entries(LAYERS))
  const entities: Tag[] = []
  for (const pulley of settled.drive.pulleys) {
    const place = settled.places.get(pulley.shaft)
    const radius = settled.metal.get(pulley.id)
    if (place === undefined || radius === undefined) continue
    entities.push(...circle('PULLEYS', place, radius))
    entities.push(...text('SHAFTS', { x: place.x + 2, y: place.y + 2 }, 8, words.pulley(pulley)))
  }
  for (const { id } of settled.drive.shafts) {
    const place = settled.places.get(id)
    if (place === undefined) continue
    const arm = 6
    entities.push(...line('SHAFTS', { x: place.x - arm, y: place.y }, { x: place.x + arm, y: place.y }))
    entities.push(...line('SHAFTS', { x: place.x, y: place.y - arm }, { x: place.x, y: place.y + arm }))
  }
  settled.belts.forEach((belt, i) => {
    const layer = layerName(`BELT_${i + 1}_${words.belt(belt.belt)}`)
    layers.set(layer, BELT_COLOUR)
    for (const { from, to, arc } of beltOutline(belt, 0) ?? []) {
      entities.push(...line(layer, from, to))
      // A span that only touches a pulley leaves no arc.
      if (arc.sweep !== 0 && arc.radius > 0) entities.push(...arcOf(layer, arc))
    }
  })
  for (const { from: a, to: b } of carriers(settled)) if (distance(a, b) > 0) entities.push(...line('ADJUSTERS', a, b))
  return written([
    ...header(),
    ...tables(layers),
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...entities,
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ])
}

function header(): Tag[] {
  return [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    // Release 12 has no units of its own; later programs read millimetres here.
    [9, '$INSUNITS'],
    [70, 4],
    [9, '$MEASUREMENT'],
    [70, 1],
    [0, 'ENDSEC'],
  ]
}

function tables(layers: ReadonlyMap<string, number>): Tag[] {
  return [
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LTYPE'],
    [70, 1],
    [0, 'LTYPE'],
    [2, 'CONTINUOUS'],
    [70, 64],
    [3, 'Solid line'],
    [72, 65],
    [73, 0],
    [40, 0],
    [0, 'ENDTAB'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, layers.size],
    ...[...layers].flatMap(([name, colour]): Tag[] => [
      [0, 'LAYER'],
      [2, name],
      [70, 64],
      [62, colour],
      [6, 'CONTINUOUS'],
    ]),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
  ]
}

function circle(layer: string, { x, y }: Point, radius: number): Tag[] {
  return [
    [0, 'CIRCLE'],
    [8, layer],
    [10, x],
    [20, y],
    [30, 0],
    [40, radius],
  ]
}

function line(layer: string, a: Point, b: Point): Tag[] {
  return [
    [0, 'LINE'],
    [8, layer],
    [10, a.x],
    [20, a.y],
    [30, 0],
    [11, b.x],
    [21, b.y],
    [31, 0],
  ]
}

/** DXF arcs always run counter-clockwise. */
function arcOf(
  layer: string,
  { centre, radius, begins, sweep }: { centre: Point; radius: number; begins: number; sweep: number },
): Tag[] {
  const [from, to] = sweep > 0 ? [begins, begins + sweep] : [begins + sweep, begins]
  const angle = (rad: number) => wrapPositive(degrees(rad), 360)
  return [
    [0, 'ARC'],
    [8, layer],
    [10, centre.x],
    [20, centre.y],
    [30, 0],
    [40, radius],
    [50, angle(from)],
    [51, angle(to)],
  ]
}

function text(layer: string, { x, y }: Point, height: number, words: string): Tag[] {
  return [
    [0, 'TEXT'],
    [8, layer],
    [10, x],
    [20, y],
    [30, 0],
    [40, height],
    [1, ascii(words)],
  ]
}

/** Release 12 knows no letters beyond ASCII, and layer names only some of those. */
function ascii(words: string): string {
  return words
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .slice(0, 80)
}

function layerName(words: string): string {
  return ascii(words)
    .toUpperCase()
    .replace(/[^A-Z0-9$_-]+/g, '_')
    .slice(0, 31)
}

function written(tags: readonly Tag[]): string {
  return tags
    .map(
      ([code, value]) =>
        `${code}\r\n${typeof value === 'number' && code >= 10 && code < 60 ? value.toFixed(6) : value}\r\n`,
    )
    .join('')
}
