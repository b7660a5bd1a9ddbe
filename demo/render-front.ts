/**
 * Renders the made-up engine front that people without a camera practise on: `node --import tsx demo/render-front.ts`. The camera
 * stands to the right and a little above, so that every rim is an ellipse. Where the pulleys stand is in engine-front.json.
 */
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { seenBy, type Camera } from '../core/src/testing/photos.ts'

interface Front {
  readonly camera: Camera
  readonly pulleys: readonly {
    readonly name: string
    readonly face: 'ribbed' | 'smooth'
    readonly x: number
    readonly y: number
    readonly diameter: number
  }[]
}

const folder = new URL('./photos/', import.meta.url)
const { camera, pulleys } = JSON.parse(readFileSync(new URL('engine-front.json', folder), 'utf8')) as Front
const see = seenBy(camera)
const middle = { x: 5, y: 130 }

/** A closed ring in the plane of the drive, as the camera sees it. */
function ring(x: number, y: number, r: number): string {
  const points = Array.from({ length: 180 }, (_, k) => {
    const at = (2 * Math.PI * k) / 180
    return see(x - middle.x + r * Math.cos(at), y - middle.y + r * Math.sin(at))
  })
  return `M${points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}Z`
}

function quad(x1: number, y1: number, x2: number, y2: number): string {
  const corners = [
    see(x1 - middle.x, y1 - middle.y),
    see(x2 - middle.x, y1 - middle.y),
    see(x2 - middle.x, y2 - middle.y),
    see(x1 - middle.x, y2 - middle.y),
  ]
  return `M${corners.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}Z`
}

const casting = [
  quad(-150, -120, 170, 300),
  quad(-290, 190, -120, 310),
  quad(120, 190, 290, 330),
  quad(140, -50, 300, 110),
].map((d) => `<path d="${d}" fill="url(#casting)" stroke="#3b3f41" stroke-width="5"/>`)
const ribs = Array.from(
  { length: 6 },
  (_, i) => `<path d="${quad(-130 + 50 * i, -110, -122 + 50 * i, 290)}" fill="#000" fill-opacity="0.13"/>`,
)

const drawn = pulleys.map(({ x, y, diameter, face }) => {
  const r = diameter / 2
  const grooves =
    face === 'ribbed'
      ? [0.985, 0.965, 0.945].map(
          (k) => `<path d="${ring(x, y, r * k)}" fill="none" stroke="#1d2123" stroke-width="2.2"/>`,
        )
      : []
  const spokes = Array.from({ length: 5 }, (_, k) => {
    const at = (2 * Math.PI * k) / 5 + x
    return `<path d="${ring(x + 0.56 * r * Math.cos(at), y + 0.56 * r * Math.sin(at), 0.15 * r)}" fill="#2a2e30"/>`
  })
  return [
    `<path d="${ring(x + 7, y - 9, r + 3)}" fill="#000" fill-opacity="0.45" filter="url(#soft)"/>`,
    `<path d="${ring(x, y, r)}" fill="url(#${face})" stroke="#15181a" stroke-width="3"/>`,
    ...grooves,
    `<path d="${ring(x, y, 0.84 * r)}" fill="url(#dish)" stroke="#22272a" stroke-width="2"/>`,
    ...(r > 40 ? spokes : []),
    `<path d="${ring(x, y, 0.24 * r + 4)}" fill="#8c9397" stroke="#22272a" stroke-width="2"/>`,
    `<path d="${ring(x, y, 0.12 * r + 3)}" fill="#4a5054"/>`,
  ].join('')
})

const { width, height } = camera
const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
<defs>
<linearGradient id="bay" x1="0" y1="0" x2="0.4" y2="1"><stop offset="0" stop-color="#4d5254"/><stop offset="1" stop-color="#191c1d"/></linearGradient>
<linearGradient id="casting" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#9a9d9b"/><stop offset="1" stop-color="#63686a"/></linearGradient>
<linearGradient id="ribbed" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#5c6366"/><stop offset="1" stop-color="#2c3133"/></linearGradient>
<linearGradient id="smooth" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#c3c8ca"/><stop offset="1" stop-color="#767d81"/></linearGradient>
<linearGradient id="dish" x1="1" y1="1" x2="0" y2="0"><stop offset="0" stop-color="#767d80"/><stop offset="1" stop-color="#3b4144"/></linearGradient>
<filter id="soft"><feGaussianBlur stdDeviation="9"/></filter>
<filter id="grain"><feTurbulence type="fractalNoise" baseFrequency="0.8" numOctaves="2" seed="4"/><feColorMatrix values="0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0.16 0"/></filter>
</defs>
<rect width="100%" height="100%" fill="url(#bay)"/>
${casting.join('\n')}
${ribs.join('\n')}
${drawn.join('\n')}
<rect width="100%" height="100%" filter="url(#grain)"/>
</svg>`

await sharp(Buffer.from(svg))
  .jpeg({ quality: 82 })
  .toFile(fileURLToPath(new URL('engine-front.jpg', folder)))
