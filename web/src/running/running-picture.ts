/** Draws a drive as it runs on a canvas. */
import type { SettledBelt, SettledDrive } from '@emery/core/path'
import { settleDrive } from '@emery/core/path'
import { driveBounds, drawnRadius, type Box } from '../ui/drive-shapes/drive-bounds.ts'
import { nameLines } from '../ui/name-lines.ts'
import type { RunFrame, RunParts } from '../workers/running-work.ts'

/** Times that a swing of a span is drawn larger than it is. */
export const MAGNIFIED = 4
/** mm between two marks on a belt. */
const MARKS_EVERY = 60
/** m/s of slip from which a pulley is shown to slip. */
export const SLIPS_FROM = 0.02
const PADDING = 24
/** Places of an arm's travel that are told apart on the drawing: less moves it by less than a pixel. */
const SEEN = 150

interface Colours {
  readonly ink: string
  readonly soft: string
  readonly line: string
  readonly belt: string
  readonly sheet: string
  readonly metal: string
  readonly act: string
  readonly steel: string
  readonly text: string
}

export function coloursOf(element: Element): Colours {
  const style = getComputedStyle(element)
  const of = (name: string) => style.getPropertyValue(name).trim()
  return {
    ink: of('--ink'),
    soft: of('--ink-soft'),
    line: of('--line'),
    belt: of('--belt'),
    sheet: of('--sheet'),
    metal: of('--metal'),
    act: of('--act'),
    steel: of('--steel'),
    text: of('--text'),
  }
}

/** From mm on the engine to pixels of the picture. */
interface View {
  readonly scale: number
  readonly x: (mm: number) => number
  readonly y: (mm: number) => number
}

export class RunningPicture {
  private readonly box: Box
  private settled: SettledDrive
  private arms = ''

  constructor(
    private readonly still: SettledDrive,
    private readonly parts: RunParts,
  ) {
    this.settled = still
    this.box = driveBounds(still)
  }

  private view(width: number, height: number): View {
    const { left, right, top, bottom } = this.box
    const scale = Math.max(
      0.01,
      Math.min((width - 2 * PADDING) / (right - left), (height - 2 * PADDING) / (bottom - top)),
    )
    return {
      scale,
      x: (mm) => width / 2 + scale * (mm - (left + right) / 2),
      y: (mm) => height / 2 - scale * (mm + (top + bottom) / 2),
    }
  }

  /** The pulley under a point of the picture; null where there is none. */
  pulleyAt(width: number, height: number, px: number, py: number): string | null {
    const view = this.view(width, height)
    const at = this.settled.drive.pulleys.find((pulley) => {
      const place = this.settled.places.get(pulley.shaft)
      if (place === undefined) return false
      const reach = Math.max(22, view.scale * drawnRadius(this.settled, pulley))
      return Math.hypot(px - view.x(place.x), py - view.y(place.y)) <= reach
    })
    return at?.id ?? null
  }

  draw(
    context: CanvasRenderingContext2D,
    [width, height]: readonly [number, number],
    frame: RunFrame | null,
    colours: Colours,
    chosen: string | null,
  ): void {
    this.moveArms(frame)
    const view = this.view(width, height)
    context.clearRect(0, 0, width, height)
    context.lineCap = 'butt'
    for (const { pulley, shaft } of this.pulleys())
      this.drawPulley(context, view, frame, colours, pulley, shaft, chosen)
    this.drawArms(context, view, colours)
    for (const belt of this.settled.belts) this.drawBelt(context, view, frame, colours, belt)
    this.drawNames(context, view, colours)
  }

  private pulleys() {
    return this.settled.drive.pulleys.map((pulley) => ({ pulley, shaft: pulley.shaft }))
  }

  /** The geometry with every arm where it stands now; worked out again only where one has moved to be seen. */
  private moveArms(frame: RunFrame | null): void {
    if (frame === null) return
    const held: Record<string, number> = {}
    this.parts.belts.forEach(({ adjuster }, k) => {
      if (adjuster !== null) held[adjuster] = Math.round(SEEN * (frame.travel[k] ?? 0)) / SEEN
    })
    const now = JSON.stringify(held)
    if (now === this.arms) return
    this.arms = now
    this.settled = settleDrive(this.still.drive, held, this.still.rules)
  }

  private drawPulley(
    context: CanvasRenderingContext2D,
    view: View,
    frame: RunFrame | null,
    colours: Colours,
    pulley: SettledDrive['drive']['pulleys'][number],
    shaft: string,
    chosen: string | null,
  ): void {
    const place = this.settled.places.get(shaft)
    if (place === undefined) return
    const [x, y, r] = [view.x(place.x), view.y(place.y), view.scale * drawnRadius(this.settled, pulley)]
    const at = this.parts.positions.findIndex((each) => each.pulley === pulley.id)
    const position = this.parts.positions[at]
    const slips = at >= 0 && frame !== null && Math.abs(frame.slip[at] ?? 0) > SLIPS_FROM
    context.beginPath()
    context.arc(x, y, r, 0, 2 * Math.PI)
    context.fillStyle = colours.metal
    context.fill()
    context.lineWidth = slips ? 5 : pulley.id === chosen ? 4 : 2
    context.strokeStyle = slips || pulley.id === chosen ? colours.act : colours.steel
    context.setLineDash(slips ? [7, 5] : [])
    context.stroke()
    context.setLineDash([])
    if (position === undefined || frame === null) return
    const turns = this.turnsOf(pulley.id)
    const angle = turns * (frame.angle[position.body] ?? 0)
    context.strokeStyle = colours.soft
    context.lineWidth = Math.max(1.5, r / 16)
    for (let spoke = 0; spoke < 3; spoke++) {
      const a = angle + (spoke * 2 * Math.PI) / 3
      context.beginPath()
      context.moveTo(x + 0.22 * r * Math.cos(a), y - 0.22 * r * Math.sin(a))
      context.lineTo(x + 0.8 * r * Math.cos(a), y - 0.8 * r * Math.sin(a))
      context.stroke()
    }
  }

  /** +1 where a pulley is carried round counter-clockwise. */
  private turnsOf(pulley: string): number {
    for (const { pulleys, circles } of this.settled.belts) {
      const at = pulleys.findIndex(({ id }) => id === pulley)
      if (at >= 0) return circles[at]?.sigma ?? 1
    }
    return 1
  }

  private drawArms(context: CanvasRenderingContext2D, view: View, colours: Colours): void {
    context.strokeStyle = colours.ink
    context.lineWidth = 6
    for (const adjuster of this.settled.drive.adjusters) {
      if (adjuster.kind !== 'spring-arm') continue
      const place = this.settled.places.get(adjuster.shaft)
      if (place === undefined) continue
      context.beginPath()
      context.moveTo(view.x(adjuster.pivot.x), view.y(adjuster.pivot.y))
      context.lineTo(view.x(place.x), view.y(place.y))
      context.stroke()
    }
  }

  private drawBelt(
    context: CanvasRenderingContext2D,
    view: View,
    frame: RunFrame | null,
    colours: Colours,
    belt: SettledBelt,
  ): void {
    const { path, circles } = belt
    if (!path.ok || circles.length < 2) return
    const k = this.parts.belts.findIndex(({ id }) => id === belt.belt.id)
    const first = this.parts.positions.findIndex(({ belt: of }) => of === k)
    context.beginPath()
    const n = circles.length
    for (let i = 0; i < n; i++) {
      const circle = circles[i]
      const [incoming, outgoing] = [path.directions[(i + n - 1) % n] ?? 0, path.directions[i] ?? 0]
      const next = circles[(i + 1) % n]
      if (circle === undefined || next === undefined) continue
      const { sigma, r } = circle
      // A circle's point at which a span leaves lies a quarter turn from the span's direction.
      const [from, to] = [incoming - (sigma * Math.PI) / 2, outgoing - (sigma * Math.PI) / 2]
      if ((path.wraps[i] ?? 0) > 1e-6)
        context.arc(view.x(circle.x), view.y(circle.y), view.scale * r, -from, -to, sigma > 0)
      const swing = k < 0 || frame === null ? 0 : MAGNIFIED * 1000 * (frame.swing[first + i] ?? 0)
      const start = [circle.x + r * Math.cos(to), circle.y + r * Math.sin(to)] as const
      const enters = outgoing - (next.sigma * Math.PI) / 2
      const end = [next.x + next.r * Math.cos(enters), next.y + next.r * Math.sin(enters)] as const
      const side = outgoing + Math.PI / 2
      const middle = [
        (start[0] + end[0]) / 2 + 2 * swing * Math.cos(side),
        (start[1] + end[1]) / 2 + 2 * swing * Math.sin(side),
      ] as const
      context.lineTo(view.x(start[0]), view.y(start[1]))
      context.quadraticCurveTo(view.x(middle[0]), view.y(middle[1]), view.x(end[0]), view.y(end[1]))
    }
    context.closePath()
    context.lineWidth = Math.max(6, 5 * view.scale)
    context.strokeStyle = colours.belt
    context.stroke()
    if (k < 0) return
    // Marks that go along with the belt: the picture's own way of showing that it moves.
    context.lineWidth = Math.max(2.5, 2 * view.scale)
    context.strokeStyle = colours.sheet
    const every = MARKS_EVERY * view.scale
    context.setLineDash([every * 0.3, every * 0.7])
    context.lineDashOffset = -(1000 * (frame?.run[k] ?? 0) * view.scale)
    context.stroke()
    context.setLineDash([])
  }

  private drawNames(context: CanvasRenderingContext2D, view: View, colours: Colours): void {
    context.font = `600 15px ${colours.text}`
    context.textAlign = 'center'
    context.textBaseline = 'middle'
    context.lineWidth = 4
    context.strokeStyle = colours.sheet
    context.fillStyle = colours.ink
    for (const { id, name } of this.settled.drive.shafts) {
      const place = this.settled.places.get(id)
      if (place === undefined) continue
      const lines = nameLines(name)
      lines.forEach((line, i) => {
        const y = view.y(place.y) + 17 * (i - (lines.length - 1) / 2)
        context.strokeText(line, view.x(place.x), y)
        context.fillText(line, view.x(place.x), y)
      })
    }
  }
}
