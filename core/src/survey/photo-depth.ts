/**
 * What depth does to places in a picture: docs/mechanics/photo.md. The map from picture to drive holds for one plane, that of the crank's rim. A
 * rim that stands `ahead` of it is seen where the line from the camera through it meets that plane, and seen larger.
 */
import { inverse, Matrix } from 'ml-matrix'
import type { Photo } from '../drive/photo.ts'
import type { Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { FOCAL_SHARE } from './nominal.ts'

/** Where the camera was, mm: in the drawing's plane, and before it. */
export interface CameraPlace extends Point {
  readonly before: Mm
}

/** Below this a camera looks so straight along the shafts that the picture does not tell how long its lens was. */
const LEAST_LEAN = 0.02

/**
 * The camera's place out of the map from pixels to mm: the map back is K·[r₁ r₂ t] for a camera whose picture's middle is on its axis, and r₁, r₂ are
 * of one length and at right angles, which gives the focal length. Where the camera looked straight, a usual lens is taken.
 */
export function cameraPlace(onto: readonly number[], { width, height }: Pick<Photo, 'width' | 'height'>): CameraPlace {
  const middle = Matrix.from1DArray(3, 3, [1, 0, -width / 2, 0, 1, -height / 2, 0, 0, 1])
  const back = middle.mmul(inverse(Matrix.from1DArray(3, 3, [...onto])))
  const column = (j: number) => [back.get(0, j), back.get(1, j), back.get(2, j)] as [number, number, number]
  const [[ax, ay, az], [bx, by, bz], c] = [column(0), column(1), column(2)]
  const usual = FOCAL_SHARE * Math.max(width, height)
  const size = Math.hypot(ax, ay, bx, by) / usual
  const fromAngle = -(ax * bx + ay * by) / (az * bz)
  const fromLengths = -(ax * ax + ay * ay - bx * bx - by * by) / (az * az - bz * bz)
  // Of two conditions the one that says more: both hang on how far the plane leans in its direction.
  const byAngle = Math.abs(az * bz) > Math.abs(az * az - bz * bz)
  const leans = Math.sqrt(Math.max(Math.abs(az * bz), Math.abs(az * az - bz * bz))) / size > LEAST_LEAN
  const squared = byAngle ? fromAngle : fromLengths
  const focal = leans && squared > (0.4 * usual) ** 2 && squared < (4 * usual) ** 2 ? Math.sqrt(squared) : usual
  const unit = ([x, y, z]: readonly [number, number, number]) => [x / focal, y / focal, z] as const
  const [r1, r2, t] = [unit([ax, ay, az]), unit([bx, by, bz]), unit(c)]
  const scale = Math.sqrt(Math.hypot(...r1) * Math.hypot(...r2))
  const [p, q, s] = [r1, r2, t].map((each) => each.map((part) => part / scale)) as unknown as [Three, Three, Three]
  const n = cross(p, q)
  // The camera stands where the plane's frame, turned back, puts it: −Rᵀ·t.
  return { x: -dot(p, s), y: -dot(q, s), before: Math.abs(dot(n, s)) }
}

type Three = readonly [number, number, number]
const dot = (a: Three, b: Three) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const cross = (a: Three, b: Three): Three => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
]

/** Where a place truly is that was seen in the plane of the crank's rim and stands `ahead` of it. */
export function atDepth<Place extends Point>(place: Place, ahead: Mm, camera: CameraPlace): Place {
  const share = ahead / camera.before
  return { ...place, x: place.x + (camera.x - place.x) * share, y: place.y + (camera.y - place.y) * share }
}

/** How much smaller a rim is than it is seen in the plane of the crank's: a factor. */
export function sizeAtDepth(ahead: Mm, camera: CameraPlace): number {
  return 1 - ahead / camera.before
}

/** mm by which a place is off for each mm that its rim stands ahead and nobody has said so. */
export function offPerDepth(place: Point, camera: CameraPlace): number {
  return Math.hypot(camera.x - place.x, camera.y - place.y) / camera.before
}
