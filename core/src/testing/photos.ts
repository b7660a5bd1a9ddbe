import type { PicturePoint } from '../drive/photo.ts'
import type { MarkedRim } from '../survey/photo.ts'
import { gauss, type TrueFront } from './surveys.ts'

export interface Camera {
  /** Degrees by which it looks past the shafts, and the way it leans. */
  readonly tilt: number
  readonly toward: number
  /** mm from the middle of the front. */
  readonly away: number
  /** Pixels. */
  readonly width: number
  readonly height: number
  readonly focal: number
}

export const CAMERA: Camera = { tilt: 0, toward: 0, away: 1400, width: 2000, height: 1500, focal: 2600 }

/** A pinhole camera: where points of the drive's plane (z = 0) fall in the picture. Knows nothing of how it is straightened. */
export function seenBy({ tilt, toward, away, width, height, focal }: Camera): (x: number, y: number) => PicturePoint {
  const [t, d] = [(tilt * Math.PI) / 180, (toward * Math.PI) / 180]
  return (x, y) => {
    // The plane turned about the axis across `toward`, before a camera that looks along −z.
    const along = x * Math.cos(d) + y * Math.sin(d)
    const aside = -x * Math.sin(d) + y * Math.cos(d)
    const [u, z] = [along * Math.cos(t), along * Math.sin(t)]
    const [X, Y] = [u * Math.cos(d) - aside * Math.sin(d), u * Math.sin(d) + aside * Math.cos(d)]
    const depth = away - z
    return [width / 2 + (focal * X) / depth, height / 2 - (focal * Y) / depth]
  }
}

/** Marks round every rim of a front as a camera sees it, each off by noise of `sigma` pixels. */
export function marksOn(
  { places }: TrueFront,
  camera: Camera,
  random: () => number,
  { marks, sigma, known }: { readonly marks: number; readonly sigma: number; readonly known: number },
): MarkedRim[] {
  const see = seenBy(camera)
  return places.map(({ id, x, y, diameter }, i) => ({
    pulley: id,
    diameter: i < known ? diameter : null,
    points: Array.from({ length: marks }, (_, k): PicturePoint => {
      const at = (2 * Math.PI * (k + 0.4 * random())) / marks
      const [px, py] = see(x + (diameter / 2) * Math.cos(at), y + (diameter / 2) * Math.sin(at))
      return [px + sigma * gauss(random), py + sigma * gauss(random)]
    }),
  }))
}
