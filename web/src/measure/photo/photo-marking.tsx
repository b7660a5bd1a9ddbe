import { FullscreenOutlined, MinusOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, Segmented } from 'antd'
import { useMemo, useRef, useState, type PointerEvent } from 'react'
import type { DriveEdit, Photo, PicturePoint } from '@emery/core/drive'
import { inverseMapOf } from '@emery/core/survey'
import { photoAddress } from '../../photos/photos-api.ts'
import { useBench, useBenchState } from '../../bench/bench-context.ts'
import drawing from '../../bench/drawing/drawing.module.css'
import { useCamera } from '../../bench/drawing/use-camera.ts'
import { addCorner, addMark, clearRim, moveCorner, moveMark, setRim } from './photo-edits.ts'
import found from './rim-found.module.css'
import { RimFound } from './rim-found.tsx'
import { useRimSearch, type RimInHand } from './use-rim-search.ts'
import { usePhotoResult } from '../../bench/use-measured.ts'
import styles from '../../bench/drawing/photo.module.css'

/** Pixels a pointer may stray before a press pans the picture and sets no mark. */
const SLACK_PX = 4
/** A picture needs no room round it for labels. */
const PICTURE_MARGIN = { side: 8, top: 8, bottom: 8 } as const

/** The picture in place of the drawing, to be marked: a press sets a mark on the rim of the pulley in hand, a pull moves one. */
export function PhotoMarking({ photo }: { readonly photo: Photo }) {
  const { store, settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  const svg = useRef<SVGSVGElement>(null)
  const bounds = useMemo(() => ({ left: 0, top: 0, right: photo.width, bottom: photo.height }), [photo])
  const { camera, size, fit, zoomBy } = useCamera(svg, bounds, PICTURE_MARGIN)
  const [by, setBy] = useState<'rim' | 'marks'>('rim')
  const search = useRimSearch(photo)
  // Whose rim the one in hand is; null while nobody has said.
  const [of, setOf] = useState<string | null>(null)
  const take = (pulley: string, rim: RimInHand | null) => {
    const marks = rim?.rims[rim.at]?.marks
    if (marks === undefined) return
    store.getState().edit('find a rim', setRim(pulley, marks))
    store.getState().select(pulley)
    setOf(pulley)
  }
  const stepTo = (way: 1 | -1) => {
    const next = search.step(way)
    if (next !== null && of !== null) take(of, next)
  }
  const nameAgain = () => {
    if (of !== null) store.getState().edit('clear marks', clearRim(of))
    store.getState().select(null)
    setOf(null)
  }
  const middle = search.found?.rims[search.found.at]?.ellipse.y ?? 0
  const side = middle * camera.k + camera.y > size.height / 2 ? 'top' : 'bottom'
  const wantsCorner = selected === null && photo.sheet !== undefined && photo.sheet.corners.length < 4
  /** Within the rim in hand a press takes its next edge; elsewhere another rim is looked for. */
  const pressRim = async (at: PicturePoint) => {
    if (search.found !== null && of !== null && isWithin(search.found, at)) {
      stepTo(search.found.rims[search.found.at + 1] === undefined ? -1 : 1)
      return
    }
    const marked = store
      .getState()
      .drive.photo?.rims.some(({ pulley, points }) => pulley === selected && points.length > 0)
    setOf(null)
    const rim = await search.press(at)
    if (rim !== null && selected !== null && marked !== true) take(selected, rim)
  }
  const pressed = useRef<{ readonly x: number; readonly y: number } | null>(null)
  const name = settled.drive.shafts.find(
    ({ id }) => id === settled.drive.pulleys.find((pulley) => pulley.id === selected)?.shaft,
  )?.name
  const pointOf = ({ clientX, clientY }: PointerEvent): PicturePoint => {
    const box = svg.current?.getBoundingClientRect()
    const [x, y] = [
      (clientX - (box?.left ?? 0) - camera.x) / camera.k,
      (clientY - (box?.top ?? 0) - camera.y) / camera.k,
    ]
    return [Math.round(x * 100) / 100, Math.round(y * 100) / 100]
  }
  const place = (event: PointerEvent) => {
    const from = pressed.current
    pressed.current = null
    if (from === null || Math.hypot(event.clientX - from.x, event.clientY - from.y) > SLACK_PX) return
    const [x, y] = pointOf(event)
    if (x < 0 || y < 0 || x > photo.width || y > photo.height) return
    if (by === 'rim' && !wantsCorner) void pressRim([x, y])
    else if (selected !== null) store.getState().edit('mark a rim', addMark(selected, [x, y]))
    else if (photo.sheet !== undefined) store.getState().edit('mark a corner', addCorner([x, y]))
  }
  return (
    <div className={drawing['drawing']}>
      <svg
        ref={svg}
        className={`${drawing['ground'] ?? ''} ${styles['marking'] ?? ''}`}
        viewBox={size.width > 0 ? `0 0 ${size.width} ${size.height}` : undefined}
        role="group"
        aria-label="Photo to mark"
        onPointerDown={(event) => {
          if (event.button === 0) pressed.current = { x: event.clientX, y: event.clientY }
        }}
        onPointerUp={place}
      >
        <g transform={`translate(${camera.x} ${camera.y}) scale(${camera.k})`}>
          <image href={photoAddress(photo.id)} width={photo.width} height={photo.height} preserveAspectRatio="none" />
          <SeenRims />
          {search.found !== null && <FoundShape found={search.found} />}
          {photo.rims.map(({ pulley, points }) =>
            points.map((point, i) => (
              <Mark
                key={`${pulley} ${i}`}
                at={point}
                scale={camera.k}
                inHand={pulley === selected}
                pointOf={pointOf}
                moved={(to) => moveMark(pulley, i, to)}
              />
            )),
          )}
          {photo.sheet?.corners.map((corner, i) => (
            <Mark
              key={`corner ${i}`}
              at={corner}
              scale={camera.k}
              inHand={selected === null}
              pointOf={pointOf}
              moved={(to) => moveCorner(i, to)}
            />
          ))}
        </g>
      </svg>
      <p className={`${drawing['hint'] ?? ''} ${styles['hint'] ?? ''}`} role="status">
        {search.failure ?? (search.busy ? 'Looking for the rim …' : hintOf({ by, name, photo, wantsCorner }))}
      </p>
      <Segmented
        className={styles['by'] ?? ''}
        aria-label="What a press does"
        value={by}
        options={[
          { value: 'rim', label: 'Find the rim' },
          { value: 'marks', label: 'Set marks' },
        ]}
        onChange={setBy}
      />
      {by === 'rim' && search.found !== null && (
        <RimFound
          search={search}
          found={search.found}
          side={side}
          of={of}
          onName={(pulley) => take(pulley, search.found)}
          onStep={stepTo}
          onOther={nameAgain}
        />
      )}
      <div
        className={drawing['zoom']}
        data-raised={by === 'rim' && search.found !== null && side === 'bottom'}
        role="group"
        aria-label="View of the photo"
      >
        <Button aria-label="Zoom in" icon={<PlusOutlined aria-hidden />} onClick={() => zoomBy(1.25)} />
        <Button aria-label="Zoom out" icon={<MinusOutlined aria-hidden />} onClick={() => zoomBy(0.8)} />
        <Button aria-label="Fit to view" icon={<FullscreenOutlined aria-hidden />} onClick={fit} />
      </div>
    </div>
  )
}

interface Hinted {
  readonly by: 'rim' | 'marks'
  /** The pulley in hand. */
  readonly name: string | undefined
  readonly photo: Photo
  readonly wantsCorner: boolean
}

/** What the next press does. */
function hintOf({ by, name, photo, wantsCorner }: Hinted): string {
  if (wantsCorner) return `Mark corner ${(photo.sheet?.corners.length ?? 0) + 1} of the sheet.`
  if (by === 'rim') return `Press in the middle of ${name ?? 'a pulley'}: its rim is found.`
  return name === undefined
    ? 'Choose the pulley to mark from the list.'
    : `Mark the rim of ${name}: tap its outer edge, with the marks well spread.`
}

function isWithin({ rims, at }: RimInHand, [px, py]: PicturePoint): boolean {
  const ellipse = rims[at]?.ellipse
  return ellipse !== undefined && Math.hypot(px - ellipse.x, py - ellipse.y) < ellipse.b
}

/** The rim that was found, as it lies in the picture. */
function FoundShape({ found: { rims, at, doubtful } }: { readonly found: RimInHand }) {
  const ellipse = rims[at]?.ellipse
  if (ellipse === undefined) return null
  const { x, y, a, b, angle } = ellipse
  return (
    <ellipse
      className={found['shape']}
      data-doubtful={doubtful}
      rx={a}
      ry={b}
      transform={`translate(${x} ${y}) rotate(${(180 * angle) / Math.PI})`}
    />
  )
}

interface MarkProps {
  readonly at: PicturePoint
  readonly scale: number
  readonly inHand: boolean
  readonly pointOf: (event: PointerEvent) => PicturePoint
  readonly moved: (to: PicturePoint) => DriveEdit
}

/** One mark; pulled it follows, as one step that can be undone. */
function Mark({ at: [x, y], scale, inHand, pointOf, moved }: MarkProps) {
  const { store } = useBench()
  const pulling = useRef(false)
  return (
    // The camera leaves alone what belongs to a pulley.
    <g
      data-pulley="mark"
      data-mark
      className={styles['mark']}
      data-in-hand={inHand}
      transform={`translate(${x} ${y})`}
      onPointerDown={(event) => {
        event.stopPropagation()
        event.currentTarget.setPointerCapture(event.pointerId)
        pulling.current = true
        store.getState().beginGesture()
      }}
      onPointerMove={(event) => {
        if (pulling.current) store.getState().duringGesture(moved(pointOf(event)))
      }}
      onPointerUp={(event) => {
        event.stopPropagation()
        pulling.current = false
        store.getState().endGesture('move a mark')
      }}
      onPointerCancel={() => {
        pulling.current = false
        store.getState().cancelGesture()
      }}
    >
      <circle r={14 / scale} className={styles['grip']} />
      <path d={`M${-8 / scale} 0H${8 / scale}M0 ${-8 / scale}V${8 / scale}`} />
    </g>
  )
}

const RING_POINTS = 72

/** The circles that the marks came to, seen back through the camera's lean. */
function SeenRims() {
  const seen = usePhotoResult()
  const rings = useMemo(() => {
    if (seen?.ok !== true) return []
    const back = inverseMapOf(seen.onto)
    return seen.pulleys.map(({ pulley, x, y, diameter }) => {
      const points = Array.from({ length: RING_POINTS }, (_, k) => {
        const at = (2 * Math.PI * k) / RING_POINTS
        return back({ x: x + (diameter / 2) * Math.cos(at), y: y + (diameter / 2) * Math.sin(at) })
      })
      return { pulley, d: `M${points.map(([u, v]) => `${u.toFixed(1)} ${v.toFixed(1)}`).join('L')}Z` }
    })
  }, [seen])
  return rings.map(({ pulley, d }) => <path key={pulley} className={styles['rim']} d={d} />)
}
