/** A drive as an SVG drawing in true size: one user unit is a millimetre, the same groups as the DXF has layers. */
import type { Point } from '../numerics/vectors.ts'
import { beltOutline, type OutlinePart } from '../path/outline.ts'
import type { SettledDrive } from '../path/settle.ts'
import { sectionFigures } from '../sections/sections.ts'
import { wordingFor } from '../solution/part-names.ts'
import { carriers } from './carriers.ts'

/** mm of paper round the outermost pulley. */
const MARGIN = 15

export function driveSvg(settled: SettledDrive): string {
  const { drive, places, metal, belts } = settled
  const words = wordingFor(drive)
  const round = drive.pulleys.flatMap((pulley) => {
    const place = places.get(pulley.shaft)
    const r = metal.get(pulley.id)
    return place === undefined || r === undefined ? [] : [{ ...place, r, name: words.pulley(pulley) }]
  })
  const left = Math.min(0, ...round.map(({ x, r }) => x - r)) - MARGIN
  const right = Math.max(0, ...round.map(({ x, r }) => x + r)) + MARGIN
  const bottom = Math.min(0, ...round.map(({ y, r }) => y - r)) - MARGIN
  const top = Math.max(0, ...round.map(({ y, r }) => y + r)) + MARGIN
  const [width, height] = [right - left, top - bottom]
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="${[left, -top, width, height].map(mm).join(' ')}">`,
    `<title>${escaped(drive.name)}</title>`,
    '<g id="pulleys" fill="none" stroke="#22282b" stroke-width="0.5">',
    ...round.map(({ x, y, r }) => `<circle cx="${mm(x)}" cy="${mm(-y)}" r="${mm(r)}"/>`),
    '</g>',
    '<g id="adjusters" fill="none" stroke="#8b2b3b" stroke-width="0.7">',
    ...carriers(settled).map(
      ({ from: a, to: b }) => `<line x1="${mm(a.x)}" y1="${mm(-a.y)}" x2="${mm(b.x)}" y2="${mm(-b.y)}"/>`,
    ),
    '</g>',
    ...belts.flatMap((belt) => {
      const cord = beltOutline(belt, 0)
      if (cord === null) return []
      const { thickness } = sectionFigures(belt.belt.section)
      return [
        `<g id="belt-${escaped(belt.belt.id)}" fill="none" stroke="#22282b">`,
        `<path d="${outlinePath(cord)}" stroke-width="${thickness}" stroke-opacity="0.35"/>`,
        `<path d="${outlinePath(cord)}" stroke-width="0.3"/>`,
        '</g>',
      ]
    }),
    '<g id="names" font-family="sans-serif" font-size="9" text-anchor="middle" fill="#22282b">',
    ...round.map(({ x, y, name }) => `<text x="${mm(x)}" y="${mm(-y + 3)}">${escaped(name)}</text>`),
    '</g>',
    '</svg>',
    '',
  ].join('\n')
}

/** The path data of a closed outline, y down. */
export function outlinePath(parts: readonly OutlinePart[]): string {
  const point = ({ x, y }: Point) => `${x.toFixed(2)} ${(-y).toFixed(2)}`
  const [first] = parts
  if (first === undefined) return ''
  const steps = parts.map(({ to, arc }) => {
    const large = Math.abs(arc.sweep) > Math.PI ? 1 : 0
    // Counter-clockwise for the observer is against the clock on paper too, though y points down there.
    const sweep = arc.sweep > 0 || Object.is(arc.sweep, 0) ? 0 : 1
    const r = arc.radius.toFixed(2)
    return `L${point(to)}A${r} ${r} 0 ${large} ${sweep} ${point(arc.end)}`
  })
  return `M${point(first.from)}${steps.join('')}Z`
}

const mm = (value: number) => String(Math.round(value * 1000) / 1000)

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

function escaped(words: string): string {
  return words.replace(/[&<>"]/g, (sign) => ENTITIES[sign] ?? '')
}
