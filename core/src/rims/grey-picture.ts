/** Pictures in shades of grey, as rims are looked for in them. */

export interface GreyPicture {
  readonly width: number
  readonly height: number
  /** Row by row from the top, 0 black to 255 white. */
  readonly shades: Float32Array
}

/** Luminance by ITU-R BT.601. */
const [RED, GREEN, BLUE] = [0.299, 0.587, 0.114]

/** The shades of a picture of four bytes a pixel, as a canvas gives it. */
export function greyOf(bytes: ArrayLike<number>, width: number, height: number): GreyPicture {
  const shades = new Float32Array(width * height)
  for (let i = 0; i < shades.length; i++)
    shades[i] = RED * (bytes[4 * i] ?? 0) + GREEN * (bytes[4 * i + 1] ?? 0) + BLUE * (bytes[4 * i + 2] ?? 0)
  return { width, height, shades }
}

/** Half of a Gaussian's weights that matter, in standard deviations. */
const REACH = 2.5

/** A picture without its finest grain: Gaussian, `sigma` in pixels, along rows and then along columns; edges repeat. */
export function blurred({ width, height, shades }: GreyPicture, sigma: number): GreyPicture {
  const reach = Math.max(1, Math.ceil(REACH * sigma))
  const weights = Float32Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)),
  )
  const sum = weights.reduce((a, b) => a + b, 0)
  weights.forEach((weight, i) => (weights[i] = weight / sum))
  const pass = (from: Float32Array, count: number, lines: number, step: number, stride: number) => {
    const to = new Float32Array(from.length)
    for (let line = 0; line < lines; line++)
      for (let i = 0; i < count; i++) {
        let value = 0
        for (let k = -reach; k <= reach; k++) {
          const at = Math.min(count - 1, Math.max(0, i + k))
          value += (weights[k + reach] as number) * (from[line * stride + at * step] as number)
        }
        to[line * stride + i * step] = value
      }
    return to
  }
  const along = pass(shades, width, height, 1, width)
  return { width, height, shades: pass(along, height, width, width, 1) }
}

/** The shade between pixels, from the four about it; NaN outside. */
export function shadeAt({ width, height, shades }: GreyPicture, x: number, y: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)]
  if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return NaN
  const [u, v, at] = [x - left, y - top, top * width + left]
  const [a, b] = [shades[at] as number, shades[at + 1] as number]
  const [c, d] = [shades[at + width] as number, shades[at + width + 1] as number]
  return (a * (1 - u) + b * u) * (1 - v) + (c * (1 - u) + d * u) * v
}
