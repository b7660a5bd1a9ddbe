/** Presses on the pulleys of a drawn engine front, and what is found compared with what is there. */
import { ellipsePoints, type Ellipse } from '../rims/ellipse.ts'
import { findRims } from '../rims/find-rim.ts'
import { blurred } from '../rims/grey-picture.ts'
import { placesFromPhoto } from '../survey/photo.ts'
import { randomEngineFront, type Disc } from './engine-fronts.ts'

/** An ellipse is right within this share of the rim's diameter. */
const RIGHT = 0.01
/** How far from a middle people press, as a share of the radius seen. */
const PRESS_OFF = 0.15
/** Marks a rim gets from its ellipse. */
const MARKS = 12
const AROUND = 60

export interface PressTried {
  /** Root mean square distance of the true rim from the ellipse found, as a share of its diameter; null where none was found. */
  readonly error: number | null
  readonly right: boolean
  readonly doubtful: boolean
}

export interface FrontTried {
  readonly presses: readonly PressTried[]
  /** mm by which places are off, root mean square over the pulleys whose rims were right; null with fewer than three of them. */
  readonly placesError: number | null
  /** The same had nobody said how far rims stand ahead, and what is said that they may be off then. */
  readonly placesErrorUnsaid: number | null
  readonly saidUnsaid: number | null
}

/** One front, pressed on each pulley that is wholly in the picture; the crank's diameter is known. */
export function triedFront(random: () => number, depths = 0): FrontTried {
  const { picture, pulleys, see } = randomEngineFront(random, depths)
  const soft = blurred(picture, 1)
  const found: { readonly disc: Disc; readonly ellipse: Ellipse }[] = []
  const presses: PressTried[] = []
  for (const disc of pulleys) {
    const edge = Array.from({ length: AROUND }, (_, k) => {
      const at = (2 * Math.PI * k) / AROUND
      return see(disc.x + disc.radius * Math.cos(at), disc.y + disc.radius * Math.sin(at), disc.z)
    })
    if (edge.some(([x, y]) => x < 4 || y < 4 || x > picture.width - 4 || y > picture.height - 4)) continue
    const [x, y] = see(disc.x, disc.y, disc.z)
    const seen = Math.min(...edge.map(([u, v]) => Math.hypot(u - x, v - y)))
    const off = () => 2 * (random() - 0.5) * PRESS_OFF * seen
    const { rims, best, doubtful } = findRims(soft, { x: x + off(), y: y + off() })
    const rim = rims[best]
    const error = rim === undefined ? null : offEllipse(rim.ellipse, edge) / (2 * seen)
    const right = error !== null && error < RIGHT
    presses.push({ error, right, doubtful })
    if (rim !== undefined && right) found.push({ disc, ellipse: rim.ellipse })
  }
  const said = placesOf(picture, found, true)
  const unsaid = placesOf(picture, found, false)
  return {
    presses,
    placesError: said?.error ?? null,
    placesErrorUnsaid: unsaid?.error ?? null,
    saidUnsaid: unsaid?.said ?? null,
  }
}

function offEllipse({ x, y, a, b, angle }: Ellipse, points: readonly (readonly [number, number])[]): number {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const squares = points.map(([px, py]) => {
    const [u, v] = [((px - x) * c + (py - y) * s) / a, (-(px - x) * s + (py - y) * c) / b]
    return ((Math.hypot(u, v) - 1) * Math.sqrt(a * b)) ** 2
  })
  return Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / points.length)
}

function placesOf(
  picture: { readonly width: number; readonly height: number },
  found: readonly { readonly disc: Disc; readonly ellipse: Ellipse }[],
  depthsSaid: boolean,
): { readonly error: number; readonly said: number } | null {
  const crank = found.find(({ disc }) => disc.x === 0 && disc.y === 0)?.disc
  if (found.length < 3 || crank === undefined) return null
  const result = placesFromPhoto({
    picture: { ...picture, view: 'oblique' },
    rims: found.map(({ disc, ellipse }, i) => ({
      pulley: String(i),
      points: ellipsePoints(ellipse, MARKS).map(({ x, y }) => [x, y] as const),
      diameter: disc === crank ? 2 * crank.radius : null,
      ahead: depthsSaid ? disc.z - crank.z : null,
    })),
    distances: [],
    origin: String(found.findIndex(({ disc }) => disc === crank)),
  })
  if (!result.ok) throw new Error(result.message)
  // Turned as the camera was held: only how the places lie to each other is known.
  const pairs = result.pulleys.map(({ x, y }, i) => ({ seen: { x, y }, truth: found[i]?.disc as Disc }))
  const turn = Math.atan2(
    pairs.reduce((sum, { seen, truth }) => sum + seen.x * truth.y - seen.y * truth.x, 0),
    pairs.reduce((sum, { seen, truth }) => sum + seen.x * truth.x + seen.y * truth.y, 0),
  )
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const off = pairs.map(({ seen, truth }) =>
    Math.hypot(c * seen.x - s * seen.y - truth.x, s * seen.x + c * seen.y - truth.y),
  )
  const others = off.length - 1
  const saidSquares = result.pulleys.reduce((sum, { depthError }) => sum + depthError ** 2, 0)
  return {
    error: Math.sqrt(off.reduce((sum, each) => sum + each * each, 0) / others),
    said: Math.sqrt(saidSquares / others),
  }
}
