/** Engine fronts as a camera sees them, drawn pixel by pixel: what rims are looked for in, with where they truly are. */
import type { GreyPicture } from '../rims/grey-picture.ts'
import { gauss } from './surveys.ts'

/** A disc parallel to the front of the engine, mm; `z` nearer to the camera than the plane of the belts. */
export interface Disc {
  readonly x: number
  readonly y: number
  readonly z: number
  readonly radius: number
}

export interface EngineFront {
  readonly picture: GreyPicture
  /** The rims to be found, the crank first. */
  readonly pulleys: readonly Disc[]
  /** Where a place of the engine falls in the picture, pixels. */
  readonly see: (x: number, y: number, z: number) => readonly [number, number]
  /** Degrees by which the camera looks past the shafts. */
  readonly tilt: number
}

const [WIDTH, HEIGHT] = [1600, 1200]
/** How far the crank's rim stands before the belts' plane, mm. */
const CRANK_RIM = 12
/** Pixels along a square of the ground. */
const SQUARE = 4

/** What lies at a place of the picture, from the front to the back. */
interface Layer {
  readonly z: number
  /** Shade at a place of the layer's plane; null where one looks through. */
  readonly shade: (x: number, y: number) => number | null
  readonly box: readonly [left: number, bottom: number, right: number, top: number]
}

/** A camera that looks at (cx, cy) of the belts' plane from `away` mm, leaning by `tilt` radians towards the direction `toward`. */
function cameraOf(cx: number, cy: number, away: number, focal: number, tilt: number, toward: number) {
  const [ct, st, cd, sd] = [Math.cos(tilt), Math.sin(tilt), Math.cos(toward), Math.sin(toward)]
  const see = (x: number, y: number, z: number): readonly [number, number] => {
    const [u, v] = [x - cx, y - cy]
    const [along, aside] = [u * cd + v * sd, -u * sd + v * cd]
    const across = along * ct - z * st
    const depth = away - along * st - z * ct
    const [X, Y] = [across * cd - aside * sd, across * sd + aside * cd]
    return [WIDTH / 2 + (focal * X) / depth, HEIGHT / 2 - (focal * Y) / depth]
  }
  /** The place of the plane `z` that a pixel shows. */
  const placeAt = (px: number, py: number, z: number): readonly [number, number] => {
    const [rx, ry] = [(px - WIDTH / 2) / focal, (HEIGHT / 2 - py) / focal]
    const [ra, rs] = [rx * cd + ry * sd, -rx * sd + ry * cd]
    // across = ra · depth, aside = rs · depth, with depth and across as above.
    const along = (ra * (away - z * ct) + z * st) / (ct + ra * st)
    const depth = away - along * st - z * ct
    const aside = rs * depth
    return [cx + along * cd - aside * sd, cy + along * sd + aside * cd]
  }
  return { see, placeAt }
}

/** A front with pulleys, belts, hoses, bolts, covers and shadows; rims stand up to `depths` mm before or behind that of the crank. */
export function randomEngineFront(random: () => number, depths = 0): EngineFront {
  const between = (low: number, high: number) => low + (high - low) * random()
  const pulleys = placedPulleys(random, depths)
  const tilt = between(0, 35)
  const [cx, cy, away] = [between(-30, 30), between(100, 150), between(900, 1300)]
  // So near that the drive fills the picture, as one who wants to measure in it takes it.
  const focal = away * between(1.7, 2.1)
  const camera = cameraOf(cx, cy, away, focal, (tilt * Math.PI) / 180, between(0, 2 * Math.PI))
  const light = between(0, 2 * Math.PI)
  const layers: Layer[] = []
  // Behind: covers and caps, circles too, and castings.
  for (let i = 0; i < 7; i++) layers.push(covering(random, between(-90, -40)))
  for (let i = 0; i < 5; i++)
    layers.push(
      disc({ x: between(-300, 300), y: between(-150, 350), z: -38, radius: between(20, 70) }, between(40, 140)),
    )
  for (const pulley of pulleys) layers.push(...pulleyLayers(pulley, random, light))
  for (let i = 0; i + 1 < pulleys.length; i++)
    if (random() < 0.7) layers.push(...beltLayers(pulleys[i] as Disc, pulleys[i + 1] as Disc, random))
  // In front: bolts of brackets, and hoses over some of the rims.
  for (let i = 0; i < 6; i++)
    layers.push(disc({ x: between(-280, 280), y: between(-120, 320), z: 20, radius: between(5, 11) }, between(60, 200)))
  for (const pulley of pulleys) if (random() < 0.35) layers.push(hoseOver(pulley, random))
  layers.sort((a, b) => a.z - b.z)

  const [shadowAngle, shadowAt, shadowDepth] = [between(0, Math.PI), between(-200, 250), between(0.45, 0.95)]
  const [ux, uy] = [Math.cos(shadowAngle), Math.sin(shadowAngle)]
  const grain = ground(random)
  const shades = new Float32Array(WIDTH * HEIGHT)
  const lit = new Float32Array(WIDTH * HEIGHT)
  // The ground changes slowly: it is drawn by squares.
  for (let py = 0; py < HEIGHT; py += SQUARE)
    for (let px = 0; px < WIDTH; px += SQUARE) {
      const [x, y] = camera.placeAt(px, py, -60)
      const [shade, light] = [grain(x, y), x * ux + y * uy > shadowAt ? 1 : shadowDepth]
      for (let j = 0; j < SQUARE; j++)
        for (let i = 0; i < SQUARE; i++) {
          shades[(py + j) * WIDTH + px + i] = shade
          lit[(py + j) * WIDTH + px + i] = light
        }
    }
  for (const {
    box: [l, b, r, t],
    z,
    shade,
  } of layers) {
    const corners = [camera.see(l, b, z), camera.see(r, b, z), camera.see(r, t, z), camera.see(l, t, z)]
    const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)]
    const [left, right] = [Math.max(0, Math.floor(Math.min(...xs))), Math.min(WIDTH - 1, Math.ceil(Math.max(...xs)))]
    const [top, bottom] = [Math.max(0, Math.floor(Math.min(...ys))), Math.min(HEIGHT - 1, Math.ceil(Math.max(...ys)))]
    for (let py = top; py <= bottom; py++)
      for (let px = left; px <= right; px++) {
        const [x, y] = camera.placeAt(px, py, z)
        const seen = shade(x, y)
        if (seen !== null) shades[py * WIDTH + px] = seen
      }
  }
  for (let i = 0; i < shades.length; i++) shades[i] = (shades[i] as number) * (lit[i] as number)
  const blurredOnce = softened({ width: WIDTH, height: HEIGHT, shades }, between(0.5, 2))
  const noise = between(2, 8)
  for (let i = 0; i < shades.length; i++)
    shades[i] = Math.min(255, Math.max(0, (blurredOnce[i] as number) + noise * gauss(random)))
  return { picture: { width: WIDTH, height: HEIGHT, shades }, pulleys, see: camera.see, tilt }
}

/** Four to six pulleys that do not touch, the crank at the origin. */
function placedPulleys(random: () => number, depths: number): readonly Disc[] {
  const between = (low: number, high: number) => low + (high - low) * random()
  const placed: Disc[] = [{ x: 0, y: 0, z: CRANK_RIM, radius: between(65, 90) }]
  const wanted = 4 + Math.floor(random() * 3)
  for (let tries = 0; placed.length < wanted && tries < 400; tries++) {
    const next = {
      x: between(-260, 260),
      y: between(-20, 290),
      z: CRANK_RIM + between(-depths, depths),
      radius: between(28, 75),
    }
    if (placed.every(({ x, y, radius }) => Math.hypot(x - next.x, y - next.y) > radius + next.radius + 18))
      placed.push(next)
  }
  return placed
}

const boxOf = (x: number, y: number, r: number) => [x - r, y - r, x + r, y + r] as const

function disc({ x, y, z, radius }: Disc, shade: number): Layer {
  return { z, box: boxOf(x, y, radius), shade: (u, v) => (Math.hypot(u - x, v - y) <= radius ? shade : null) }
}

/** The face with its lip, dish, hub and bolts, and the side that shows where one looks past the shaft. */
function pulleyLayers({ x, y, z, radius }: Disc, random: () => number, light: number): readonly Layer[] {
  const between = (low: number, high: number) => low + (high - low) * random()
  const [base, lip, dish] = [between(70, 190), between(25, 60), between(0.55, 0.8)]
  const bolts = 3 + Math.floor(random() * 4)
  const [spin, hub] = [between(0, 2), between(0.16, 0.3)]
  const face = (u: number, v: number): number | null => {
    const [dx, dy] = [u - x, v - y]
    const r = Math.hypot(dx, dy) / radius
    if (r > 1) return null
    const turned = Math.atan2(dy, dx)
    const shine = 14 * Math.cos(turned - light) + 10 * Math.cos(2 * (turned - light) + 1)
    if (r > 0.93) return base + lip + shine
    if (r > dish) return base - 18 + shine
    if (r < hub) return base + (r < hub * 0.55 ? -45 : 30)
    const bolt = Math.abs(((turned * bolts) / (2 * Math.PI) + spin) % 1) < 0.16 && Math.abs(r - (hub + dish) / 2) < 0.07
    return bolt ? base - 60 : base + shine / 2
  }
  const sides = Array.from({ length: 7 }, (_, i): Layer => {
    const back = z - 0.5 - i * 4
    // Ribs: grooves darker than what is between them.
    return disc({ x, y, z: back, radius: radius - (i % 2 === 0 ? 0.5 : 2.5) }, base * 0.45 + (i % 2 === 0 ? 18 : 0))
  })
  return [{ z, box: boxOf(x, y, radius), shade: face }, ...sides]
}

/** A belt from one pulley to another and about a fifth of either. */
function beltLayers(from: Disc, to: Disc, random: () => number): readonly Layer[] {
  const side = random() < 0.5 ? 1 : -1
  const along = Math.atan2(to.y - from.y, to.x - from.x)
  const normal =
    along +
    side * (Math.PI / 2 - Math.asin((from.radius - to.radius) / Math.hypot(to.x - from.x, to.y - from.y)) * side * side)
  const [nx, ny] = [Math.cos(normal), Math.sin(normal)]
  const z = from.z - 2
  const [ax, ay] = [from.x + nx * from.radius, from.y + ny * from.radius]
  const [bx, by] = [to.x + nx * to.radius, to.y + ny * to.radius]
  const length = Math.hypot(bx - ax, by - ay)
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length]
  const shade = 28 + 20 * random()
  const straight: Layer = {
    z,
    box: [Math.min(ax, bx) - 8, Math.min(ay, by) - 8, Math.max(ax, bx) + 8, Math.max(ay, by) + 8],
    shade: (x, y) => {
      const [t, h] = [(x - ax) * ux + (y - ay) * uy, (x - ax) * nx + (y - ay) * ny]
      return t >= 0 && t <= length && h >= 0 && h <= 5 ? shade : null
    },
  }
  const round = ({ x, y, radius }: Disc, turn: number): Layer => ({
    z,
    box: boxOf(x, y, radius + 6),
    shade: (u, v) => {
      const r = Math.hypot(u - x, v - y)
      const at = Math.atan2(v - y, u - x) - normal - (turn * Math.PI) / 5
      const off = Math.abs(Math.atan2(Math.sin(at), Math.cos(at)))
      return r >= radius && r <= radius + 5 && off < Math.PI / 5 ? shade : null
    },
  })
  return [straight, round(from, side), round(to, -side)]
}

/** A hose across about a fifth of a rim, lit along its middle. */
function hoseOver({ x, y, radius }: Disc, random: () => number): Layer {
  const at = random() * 2 * Math.PI
  const thick = radius * (0.22 + 0.2 * random())
  const [cx, cy] = [x + Math.cos(at) * radius, y + Math.sin(at) * radius]
  const bend = radius * (2 + 3 * random())
  const [ox, oy] = [cx + Math.cos(at) * bend, cy + Math.sin(at) * bend]
  const shade = 25 + 60 * random()
  return {
    z: 45,
    box: boxOf(cx, cy, radius * 2.2),
    shade: (u, v) => {
      const off = Math.abs(Math.hypot(u - ox, v - oy) - bend) / (thick / 2)
      return off < 1 && Math.hypot(u - cx, v - cy) < radius * 2.2 ? shade * (1.5 - off * off) : null
    },
  }
}

/** A casting behind: a box or a round cover of its own shade. */
function covering(random: () => number, z: number): Layer {
  const between = (low: number, high: number) => low + (high - low) * random()
  const [x, y, w, h, shade] = [
    between(-350, 350),
    between(-200, 400),
    between(40, 160),
    between(40, 160),
    between(25, 150),
  ]
  const isRound = random() < 0.4
  return {
    z,
    box: [x - w, y - h, x + w, y + h],
    shade: (u, v) => {
      const [dx, dy] = [(u - x) / w, (v - y) / h]
      return (isRound ? dx * dx + dy * dy < 1 : Math.abs(dx) < 1 && Math.abs(dy) < 1)
        ? shade + 12 * Math.sin(u / 9)
        : null
    },
  }
}

/** Blotches of several sizes. */
function ground(random: () => number): (x: number, y: number) => number {
  const waves = Array.from({ length: 7 }, () => ({
    kx: (random() - 0.5) / 8,
    ky: (random() - 0.5) / 8,
    phase: 7 * random(),
    height: 4 + 12 * random(),
  }))
  const base = 40 + 60 * random()
  return (x, y) =>
    waves.reduce((sum, { kx, ky, phase, height }) => sum + height * Math.sin(kx * x + ky * y + phase), base)
}

/** A lens that is a little out of focus: two box filters either way. */
function softened({ width, height, shades }: GreyPicture, sigma: number): Float32Array {
  const reach = Math.max(1, Math.round(1.2 * sigma))
  const pass = (from: Float32Array, step: number, count: number, stride: number, lines: number) => {
    const to = new Float32Array(from.length)
    for (let line = 0; line < lines; line++)
      for (let i = 0; i < count; i++) {
        let sum = 0
        for (let k = -reach; k <= reach; k++)
          sum += from[line * stride + Math.min(count - 1, Math.max(0, i + k)) * step] as number
        to[line * stride + i * step] = sum / (2 * reach + 1)
      }
    return to
  }
  const once = (from: Float32Array) => pass(pass(from, 1, width, width, height), width, height, 1, width)
  return sigma < 1 ? once(shades) : once(once(shades))
}
