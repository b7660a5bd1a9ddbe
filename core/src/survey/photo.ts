/**
 * Places of pulleys from a picture of the engine's front: docs/mechanics/photo.md. A rim is a circle in the plane of the
 * drive; a camera that does not look along the shafts shows it as an ellipse. The picture is straightened by the plane map
 *
 *   w = 1 + p·u + q·v      x = s·(u + b·v) / w      y = −s·e·v / w
 *
 * of picture coordinates u, v (from its middle, in units of its longer side, v down), in which s is the scale, b and e undo
 * the leaning and squeezing, p and q the perspective. What turns all rims into circles of the sizes that are known is found by
 * least squares. The up of the picture stays up.
 */
import { Matrix, solve } from 'ml-matrix'
import type { Photo, PicturePoint } from '../drive/photo.ts'
import { confidenceOf, fitLeastSquares, type Residuals } from '../numerics/least-squares.ts'
import { distance, type Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { AHEAD_SIGMA_MM, MARK_SIGMA_PX, DIAMETER_SIGMA_MM, DISTANCE_SIGMA_MM } from './nominal.ts'
import { homography, mapOf, shiftedMap, type PlaneMap } from './plane-map.ts'
import { atDepth, cameraPlace, offPerDepth, sizeAtDepth } from './photo-depth.ts'

export interface MarkedRim {
  readonly pulley: string
  readonly points: readonly PicturePoint[]
  /** Across the rim, mm; null where it is not known. */
  readonly diameter: Mm | null
  /** How far it stands nearer to the camera than the rim of the origin, mm; null where nobody has said. */
  readonly ahead?: Mm | null
}

export interface PhotoInput {
  readonly picture: Pick<Photo, 'width' | 'height' | 'view' | 'sheet'>
  readonly rims: readonly MarkedRim[]
  /** Distances between centres of marked pulleys, mm. */
  readonly distances: readonly { readonly from: string; readonly to: string; readonly value: Mm }[]
  /** The pulley that comes to the origin; the first marked one when left out. */
  readonly origin?: string
}

export interface SeenPulley {
  readonly pulley: string
  readonly x: number
  readonly y: number
  /** Across the rim as the straightened picture has it, mm. */
  readonly diameter: Mm
  /** mm by which that differs from what was read; null where nothing was. */
  readonly diameterError: Mm | null
  /** mm by which its place may be off because nobody has said how far it stands ahead, standard deviation; 0 where somebody has. */
  readonly depthError: Mm
}

export type PhotoResult =
  | {
      readonly ok: true
      readonly pulleys: readonly SeenPulley[]
      /** The matrix from pixels to mm of the drawing, row by row. */
      readonly onto: readonly number[]
      /** Root mean square distance of the marks from their straightened circles, mm. */
      readonly marksError: Mm
      /** The same of known diameters and distances from what the picture says of them; null with none to spare. */
      readonly sizesError: Mm | null
      /** Degrees by which the camera looked past the shafts, as far as the squeezing tells. */
      readonly tilt: number
    }
  | {
      readonly ok: false
      /** One sentence: what is missing or wrong. */
      readonly message: string
      readonly pulleys: readonly string[]
    }

/** Height of three marks over their longest chord, as a share of it, below which they say nothing of a circle. */
const MIN_BOW = 0.03
/** Unknowns of the plane map; then three for each rim. */
const MAP_UNKNOWNS = 5

export const MIN_MARKS = 3

/** Finds the places, or says in one sentence what is missing. */
export function placesFromPhoto(input: PhotoInput): PhotoResult {
  const rims = input.rims.filter(({ points }) => points.length > 0)
  const few = rims.filter(({ points }) => points.length < MIN_MARKS)
  if (rims.length === 0) return refused('No rim is marked yet. Set three marks on the rim of each pulley.')
  if (few.length > 0) return refused('At least three marks are needed on each rim.', few)
  const flat = rims.filter(({ points }) => bowOf(points) < MIN_BOW)
  if (flat.length > 0) return refused('These marks lie in a line; spread them round the rim.', flat)
  const seen = input.picture.sheet === undefined ? inPlane(input, rims) : fromSheet(input, rims, input.picture.sheet)
  return seen.ok ? withDepth(input, rims, seen) : seen
}

/** Rounds in which sizes are taken for what they would be seen as in the plane of the origin's rim: a place moves by less each time. */
const DEPTH_ROUNDS = 3

/** As if all rims stood in one plane; known sizes of those that stand ahead are seen larger there. */
function inPlane(input: PhotoInput, rims: readonly MarkedRim[]): PhotoResult {
  let seen = fromSizes(input, rims)
  if (rims.every(({ ahead }) => (ahead ?? 0) === 0)) return seen
  for (let round = 0; round < DEPTH_ROUNDS && seen.ok; round++) {
    const camera = cameraPlace(seen.onto, input.picture)
    const places = new Map(seen.pulleys.map((pulley) => [pulley.pulley, pulley]))
    const larger = rims.map((rim) => ({
      ...rim,
      diameter: rim.diameter === null ? null : rim.diameter / sizeAtDepth(rim.ahead ?? 0, camera),
    }))
    const aheadOf = (id: string) => rims.find(({ pulley }) => pulley === id)?.ahead ?? 0
    const distances = input.distances.map((each) => {
      const [a, b] = [places.get(each.from), places.get(each.to)]
      if (a === undefined || b === undefined) return each
      const [p, q] = [atDepth(a, aheadOf(a.pulley), camera), atDepth(b, aheadOf(b.pulley), camera)]
      return { ...each, value: each.value + distance(a, b) - distance(p, q) }
    })
    seen = fromSizes({ ...input, distances }, larger)
  }
  return seen
}

/** Places and sizes where the rims truly stand, the origin where it was. */
function withDepth(
  input: PhotoInput,
  rims: readonly MarkedRim[],
  seen: Extract<PhotoResult, { ok: true }>,
): PhotoResult {
  const camera = cameraPlace(seen.onto, input.picture)
  const origin = input.origin ?? rims[0]?.pulley
  const pulleys = seen.pulleys.map((each): SeenPulley => {
    const rim = rims.find(({ pulley }) => pulley === each.pulley)
    const ahead = rim?.ahead ?? 0
    const diameter = each.diameter * sizeAtDepth(ahead, camera)
    const known = rim?.diameter ?? null
    return {
      ...atDepth(each, ahead, camera),
      diameter,
      diameterError: known === null ? null : diameter - known,
      depthError: rim?.ahead == null && each.pulley !== origin ? AHEAD_SIGMA_MM * offPerDepth(each, camera) : 0,
    }
  })
  return { ...seen, pulleys, sizesError: sizesErrorOf(pulleys, input.distances) }
}

function refused(message: string, rims: readonly MarkedRim[] = []): PhotoResult {
  return { ok: false, message, pulleys: rims.map(({ pulley }) => pulley) }
}

/** How far marks rise over their longest chord, as a share of it: 0 in a line, 0.5 across a half circle. */
function bowOf(points: readonly PicturePoint[]): number {
  const at = points.map(([x, y]) => ({ x, y }))
  let [a, b, longest] = [at[0] as Point, at[0] as Point, 0]
  for (const [i, p] of at.entries())
    for (const q of at.slice(i + 1)) if (distance(p, q) > longest) [a, b, longest] = [p, q, distance(p, q)]
  if (longest === 0) return 0
  const rises = at.map((p) => Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / longest)
  return Math.max(...rises) / longest
}

/** The circle nearest to points, by the linear fit of x² + y² + Dx + Ey + F = 0. */
function circleThrough(points: readonly Point[]): Point & { readonly r: number } {
  const middle = {
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  }
  const rows = points.map(({ x, y }) => [x - middle.x, y - middle.y, 1])
  const right = rows.map(([x = 0, y = 0]) => -(x * x + y * y))
  const [D, E, F] = solve(new Matrix(rows), Matrix.columnVector(right), true).to1DArray() as [number, number, number]
  return { x: middle.x - D / 2, y: middle.y - E / 2, r: Math.sqrt(Math.max(0, (D * D + E * E) / 4 - F)) }
}

/** Four corners of a sheet of known size settle the map alone. */
function fromSheet(input: PhotoInput, rims: readonly MarkedRim[], sheet: NonNullable<Photo['sheet']>): PhotoResult {
  const { corners, width, height } = sheet
  if (corners.length < 4) return refused('Mark all four corners of the sheet, in order round it.')
  if (!isConvex(corners)) return refused('The corners of the sheet must be marked in order round it, none twice.')
  const matrix = homography(corners, [
    [0, 0],
    [width, 0],
    [width, -height],
    [0, -height],
  ])
  return describe(input, rims, matrix)
}

function isConvex(corners: readonly PicturePoint[]): boolean {
  const turns = corners.map(([x, y], i) => {
    const [x1, y1] = corners[(i + 1) % 4] as PicturePoint
    const [x2, y2] = corners[(i + 2) % 4] as PicturePoint
    return Math.sign((x1 - x) * (y2 - y1) - (y1 - y) * (x2 - x1))
  })
  return turns.every((turn) => turn !== 0 && turn === turns[0])
}

/** Sizes that are known settle the map: one the scale, more of them and more marks the tilt. */
function fromSizes(input: PhotoInput, rims: readonly MarkedRim[]): PhotoResult {
  const marked = new Map(rims.map(({ pulley }, i) => [pulley, i]))
  const distances = input.distances.flatMap(({ from, to, value }) => {
    const [a, b] = [marked.get(from), marked.get(to)]
    return a === undefined || b === undefined || a === b ? [] : [{ a, b, value }]
  })
  if (rims.every(({ diameter }) => diameter === null) && distances.length === 0)
    return refused(
      'The photo has no scale yet. Enter the diameter of a marked pulley, or a distance between two pulleys.',
    )
  const system = systemOf(input, rims, distances)
  const starts = input.picture.view === 'square-on' ? [[0, 0]] : OBLIQUE_STARTS
  const fits = starts
    .map((lean) => fitLeastSquares(system.evaluate, system.startAt(lean as [number, number])))
    .sort((a, b) => a.cost - b.cost)
  const at = fits[0]?.at ?? []
  const jacobian = system.evaluate(at).jacobian
  if (confidenceOf({ values: [], jacobian }, at.length).free.length > 0) {
    return refused(
      'These marks and sizes do not determine the camera tilt. Set at least five marks round each rim, enter more diameters, or mark the corners of a sheet held flat against the pulleys.',
    )
  }
  return describe(input, rims, system.matrixAt(at))
}

/** Leans tried first, as p and q: the camera to one side by some twenty degrees, or straight on. */
const OBLIQUE_STARTS = [
  [0, 0],
  [0.3, 0],
  [-0.3, 0],
  [0, 0.3],
  [0, -0.3],
]

interface KnownDistance {
  readonly a: number
  readonly b: number
  readonly value: Mm
}

/** Unknowns and residuals: the map first (only its scale where the camera looked square on), then x, y, r of each rim. */
function systemOf({ picture }: PhotoInput, rims: readonly MarkedRim[], distances: readonly KnownDistance[]) {
  const longer = Math.max(picture.width, picture.height)
  const free = picture.view === 'square-on' ? 1 : MAP_UNKNOWNS
  const inUnits = ([x, y]: PicturePoint): PicturePoint => [
    (x - picture.width / 2) / longer,
    (y - picture.height / 2) / longer,
  ]
  const marks = rims.flatMap(({ points }, rim) => points.map((point) => ({ rim, at: inUnits(point) })))
  const seen = rims.map(({ points }) => circleThrough(points.map(inUnits).map(([x, y]) => ({ x, y }))))
  const scale = firstScale(rims, seen, distances)
  const sigmaMm = (MARK_SIGMA_PX * scale) / longer

  const split = (at: readonly number[]) => ({
    map: [at[0] ?? 0, ...(free === 1 ? [0, 0, 0, 0] : at.slice(1, MAP_UNKNOWNS))] as [
      number,
      number,
      number,
      number,
      number,
    ],
    circle: (rim: number) => at.slice(free + 3 * rim, free + 3 * rim + 3) as [number, number, number],
  })
  const straighten = ([logS, b, logE, p, q]: [number, number, number, number, number]): PlaneMap => {
    const [s, e] = [scale * Math.exp(logS), Math.exp(logE)]
    return ([u, v]) => {
      const w = 1 + p * u + q * v
      return { x: (s * (u + b * v)) / w, y: (-s * e * v) / w }
    }
  }
  const valuesAt = (at: readonly number[]): number[] => {
    const { map, circle } = split(at)
    const straight = straighten(map)
    return [
      ...marks.map(({ rim, at: mark }) => {
        const [x, y, r] = circle(rim)
        return (distance(straight(mark), { x, y }) - r) / sigmaMm
      }),
      ...rims.flatMap(({ diameter }, rim) =>
        diameter === null ? [] : [(2 * circle(rim)[2] - diameter) / DIAMETER_SIGMA_MM],
      ),
      ...distances.map(({ a, b, value }) => {
        const [[ax, ay], [bx, by]] = [circle(a), circle(b)]
        return (Math.hypot(ax - bx, ay - by) - value) / DISTANCE_SIGMA_MM
      }),
    ]
  }
  return {
    evaluate: (at: readonly number[]): Residuals => differentiated(valuesAt, at, free, scale),
    startAt: ([p, q]: [number, number]) => {
      const map: [number, number, number, number, number] = [0, 0, 0, p, q]
      const straight = straighten(map)
      const circles = rims.map(({ points }) => circleThrough(points.map((point) => straight(inUnits(point)))))
      return [...map.slice(0, free), ...circles.flatMap(({ x, y, r }) => [x, y, r])]
    },
    matrixAt: (at: readonly number[]): number[] => {
      const straight = straighten(split(at).map)
      const [w, h] = [picture.width, picture.height]
      const corners: PicturePoint[] = [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ]
      return homography(
        corners,
        corners.map((corner) => {
          const { x, y } = straight(inUnits(corner))
          return [x, y] as const
        }),
      )
    },
  }
}

/** A first scale, mm for the picture's longer side, from rims as they look. */
function firstScale(
  rims: readonly MarkedRim[],
  seen: readonly (Point & { r: number })[],
  distances: readonly KnownDistance[],
): number {
  const scales = [
    ...rims.flatMap(({ diameter }, i) => (diameter === null ? [] : [diameter / (2 * (seen[i]?.r ?? 1))])),
    ...distances.map(({ a, b, value }) => value / distance(seen[a] as Point, seen[b] as Point)),
  ]
  return scales.reduce((sum, each) => sum + each, 0) / scales.length
}

/** Residuals with their central differences: steps of a millionth of the map, and of a millionth of the scale for mm. */
function differentiated(
  valuesAt: (at: readonly number[]) => number[],
  at: readonly number[],
  free: number,
  scale: number,
): Residuals {
  const values = valuesAt(at)
  const jacobian = values.map(() => new Array<number>(at.length))
  at.forEach((value, k) => {
    const step = k < free ? 1e-6 : 1e-6 * scale
    const [up, down] = [valuesAt(at.with(k, value + step)), valuesAt(at.with(k, value - step))]
    jacobian.forEach((row, i) => (row[k] = ((up[i] as number) - (down[i] as number)) / (2 * step)))
  })
  return { values, jacobian }
}

/** The rims as circles under a map, brought to the origin, with what remains. */
function describe(input: Omit<PhotoInput, 'rims'>, rims: readonly MarkedRim[], matrix: readonly number[]): PhotoResult {
  const straight = mapOf(matrix)
  const circles = rims.map(({ points }) => circleThrough(points.map(straight)))
  const origin = circles[
    Math.max(
      0,
      rims.findIndex(({ pulley }) => pulley === input.origin),
    )
  ] as Point
  const misses = rims.flatMap(({ points }, i) => {
    const { x, y, r } = circles[i] as Point & { r: number }
    return points.map((point) => distance(straight(point), { x, y }) - r)
  })
  const pulleys = rims.map(({ pulley, diameter }, i): SeenPulley => {
    const { x, y, r } = circles[i] as Point & { r: number }
    return {
      pulley,
      x: x - origin.x,
      y: y - origin.y,
      diameter: 2 * r,
      diameterError: diameter === null ? null : 2 * r - diameter,
      depthError: 0,
    }
  })
  return {
    ok: true,
    pulleys,
    onto: shiftedMap(matrix, origin),
    marksError: rms(misses),
    sizesError: sizesErrorOf(pulleys, input.distances),
    tilt: tiltOf(straight, input.picture),
  }
}

/** How far known diameters and distances are from what was seen, root mean square; null with none to spare. */
function sizesErrorOf(pulleys: readonly SeenPulley[], distances: PhotoInput['distances']): Mm | null {
  const place = (id: string) => pulleys.find(({ pulley }) => pulley === id)
  const sizes = [
    ...pulleys.flatMap(({ diameterError }) => (diameterError === null ? [] : [diameterError])),
    ...distances.flatMap(({ from, to, value }) => {
      const [a, b] = [place(from), place(to)]
      return a === undefined || b === undefined ? [] : [distance(a, b) - value]
    }),
  ]
  return sizes.length < 2 ? null : rms(sizes)
}

function rms(values: readonly number[]): number {
  return Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / Math.max(1, values.length))
}

/** Lean of the camera from how a small square at the middle of the picture is squeezed: `cos tilt = shorter / longer`. */
function tiltOf(straight: PlaneMap, { width, height }: PhotoInput['picture']): number {
  const [x, y] = [width / 2, height / 2]
  const middle = straight([x, y])
  const [right, down] = [straight([x + 1, y]), straight([x, y + 1])]
  const [ax, ay, bx, by] = [right.x - middle.x, right.y - middle.y, down.x - middle.x, down.y - middle.y]
  const [squares, area] = [ax * ax + ay * ay + bx * bx + by * by, Math.abs(ax * by - ay * bx)]
  const spread = Math.sqrt(Math.max(0, squares * squares - 4 * area * area))
  return (Math.acos(Math.sqrt(Math.max(0, (squares - spread) / (squares + spread)))) * 180) / Math.PI
}
