/** Where labels go on a drawing, in pixels: inside a pulley that has room, else beside it where least is covered. */

export interface LabelWanted {
  readonly id: string
  readonly x: number
  readonly y: number
  /** The pulley's radius. */
  readonly r: number
  readonly width: number
  readonly height: number
  /** Height of its first line alone, which is what stays where there is no room for all of it. */
  readonly firstLine: number
}

export interface Rect {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
}

export interface PlacedLabel extends Rect {
  readonly id: string
  readonly inside: boolean
  /** Only the first line found room. */
  readonly short: boolean
  /** Which edge of the text faces the pulley. */
  readonly anchor: 'start' | 'middle' | 'end'
}

export interface Obstacles {
  readonly segments: readonly { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number }[]
  /** Arms, rods and slots, which may cross the inside of a pulley. */
  readonly carriers: readonly { readonly x1: number; readonly y1: number; readonly x2: number; readonly y2: number }[]
  readonly boxes: readonly Rect[]
  readonly viewport: { readonly width: number; readonly height: number }
}

const GAP = 14
const DIRECTIONS = 16
/** Points looked at along a span of the belt, so that a label does not lie across it. */
const SPAN_SAMPLES = 24
const INSIDE_MARGIN = 10
/** Covering more than this (some text over a belt, or a corner of another label) is worse than saying less. */
const MAX_COST = 600

/** Places every label; labels placed earlier are obstacles to later ones, small pulleys first, since they have least choice. */
export function placeLabels(wanted: readonly LabelWanted[], obstacles: Obstacles): PlacedLabel[] {
  // Every candidate place is held against the same points, so they are worked out once.
  const lines = [...obstacles.segments, ...obstacles.carriers].flatMap(samplesOf)
  const placed: PlacedLabel[] = []
  const inside = wanted.filter((label) => fitsInside(label, obstacles))
  for (const label of inside) placed.push(centred(label))
  for (const label of wanted.filter((each) => !inside.includes(each))) {
    const whole = minCovering(label, false, { wanted, placed, obstacles, lines })
    const crowded = whole.cost > MAX_COST
    placed.push(crowded ? minCovering(label, true, { wanted, placed, obstacles, lines }).label : whole.label)
  }
  return placed
}

/** The place beside a pulley where its label covers least of anything else. */
function minCovering(
  label: LabelWanted,
  short: boolean,
  around: Surroundings,
): { readonly label: PlacedLabel; readonly cost: number } {
  const candidates = Array.from({ length: DIRECTIONS }, (_, i) => {
    const candidate = beside(label, (i * 2 * Math.PI) / DIRECTIONS, short)
    return { label: candidate, cost: costOf(candidate, around) }
  })
  return candidates.reduce((best, each) => (each.cost < best.cost ? each : best))
}

/** All that a label should not cover. */
interface Surroundings {
  readonly wanted: readonly LabelWanted[]
  readonly placed: readonly PlacedLabel[]
  readonly obstacles: Obstacles
  /** Points along belts, arms, rods and slots. */
  readonly lines: readonly (readonly [number, number])[]
}

/** Whether a label has room inside its pulley, and nothing that carries the pulley would cross it there. */
function fitsInside(label: LabelWanted, { carriers }: Obstacles): boolean {
  if (Math.hypot(label.width / 2, label.height / 2) >= label.r - INSIDE_MARGIN) return false
  return !carriers.some((carrier) => samplesOf(carrier).some(([x, y]) => distanceTo(centred(label), x, y) < 4))
}

function samplesOf({ x1, y1, x2, y2 }: Obstacles['carriers'][number]): (readonly [number, number])[] {
  return Array.from({ length: SPAN_SAMPLES + 1 }, (_, i) => {
    const share = i / SPAN_SAMPLES
    return [x1 + share * (x2 - x1), y1 + share * (y2 - y1)] as const
  })
}

function centred({ id, x, y, width, height }: LabelWanted): PlacedLabel {
  return { id, left: x - width / 2, top: y - height / 2, width, height, inside: true, short: false, anchor: 'middle' }
}

/** The label with its near edge just outside the pulley in one direction. */
function beside(
  { id, x, y, r, width, height: whole, firstLine }: LabelWanted,
  direction: number,
  short: boolean,
): PlacedLabel {
  const height = short ? firstLine : whole
  const [dx, dy] = [Math.cos(direction), Math.sin(direction)]
  const middleX = x + dx * (r + GAP + width / 2)
  const middleY = y + dy * (r + GAP + height / 2)
  const anchor = dx > 0.3 ? 'start' : dx < -0.3 ? 'end' : 'middle'
  return { id, left: middleX - width / 2, top: middleY - height / 2, width, height, inside: false, short, anchor }
}

function costOf(label: PlacedLabel, { wanted, placed, obstacles, lines }: Surroundings): number {
  let cost = 0
  for (const other of placed) cost += 3 * overlapArea(label, other)
  for (const other of obstacles.boxes) cost += 3 * overlapArea(label, other)
  for (const { x, y, r } of wanted) cost += 40 * Math.max(0, r + 6 - distanceTo(label, x, y))
  for (const [x, y] of lines) {
    if (distanceTo(label, x, y) < 6) cost += 260
  }
  const { width, height } = obstacles.viewport
  const out =
    Math.max(0, 8 - label.left) +
    Math.max(0, label.left + label.width - width + 8) +
    Math.max(0, 8 - label.top) +
    Math.max(0, label.top + label.height - height + 8)
  return cost + 120 * out
}

function overlapArea(a: Rect, b: Rect): number {
  const across = Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left)
  const down = Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top)
  return Math.max(0, across) * Math.max(0, down)
}

function distanceTo({ left, top, width, height }: Rect, x: number, y: number): number {
  const dx = Math.max(left - x, 0, x - left - width)
  const dy = Math.max(top - y, 0, y - top - height)
  return Math.hypot(dx, dy)
}
