import { memo, type KeyboardEvent } from 'react'
import { isSized, type Pulley } from '@emery/core/drive'
import { sectionFigures } from '@emery/core/sections'
import { useLengths } from '../../ui/use-lengths.ts'
import { turnWords } from '../../ui/turn-mark.tsx'
import { useBench, useBenchState } from '../bench-context.ts'
import { drawnRadius } from '../../ui/drive-shapes/drive-bounds.ts'
import styles from './drawing.module.css'
import type { DraggingPulley } from './use-dragging-pulley.ts'

interface PulleyLayerProps {
  readonly scale: number
  readonly dragging: DraggingPulley
}

/** All pulleys, to scale, each a button: pressed it is in hand, pulled it moves. */
export function PulleyLayer({ scale, dragging }: PulleyLayerProps) {
  const { store, settled: known, shown: settled, sketch, solution, pointedAt } = useBench()
  const selected = useBenchState((state) => state.selected)
  const threading = useBenchState((state) => state.threading !== null)
  const lengths = useLengths()
  const shaftName = (id: string) => known.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  const speedOf = (id: string) => solution.shafts.find((shaft) => shaft.id === id)
  // Large ones first, so that an inner step or a neighbour on the same shaft can still be reached.
  const inOrder = settled.drive.pulleys.toSorted((a, b) => drawnRadius(settled, b) - drawnRadius(settled, a))
  const takeByKey = (event: KeyboardEvent, id: string) => {
    if (event.key !== 'Enter' && event.key !== ' ') return
    event.preventDefault()
    if (threading) store.getState().threadOnto(id)
    else store.getState().select(selected === id ? null : id)
  }

  return (
    <g>
      {inOrder.map((pulley) => {
        const place = settled.places.get(pulley.shaft)
        if (place === undefined) return null
        const radius = drawnRadius(settled, pulley)
        const speed = speedOf(pulley.shaft)
        const isPlaced = sketch?.shafts.has(pulley.shaft) !== true
        const size =
          isSized(pulley) && sketch?.pulleys.has(pulley.id) !== true
            ? pulley.face === 'toothed'
              ? `${pulley.teeth} teeth`
              : lengths.text(pulley.diameter)
            : 'not measured'
        const turning =
          speed?.turns == null
            ? 'not driven'
            : speed.ratio === null
              ? turnWords(speed.turns)
              : `${turnWords(speed.turns)}, ${speed.ratio.toFixed(2)} times the crank`
        return (
          <g
            key={pulley.id}
            data-pulley={pulley.id}
            className={styles['pulley']}
            data-assumed={!isPlaced}
            transform={`translate(${place.x} ${-place.y})`}
            role="button"
            tabIndex={0}
            aria-pressed={selected === pulley.id}
            aria-label={`${shaftName(pulley.shaft)}, ${pulley.face} ${size}, ${isPlaced ? turning : 'not placed'}`}
            onClick={(event) => event.stopPropagation()}
            onKeyDown={(event) => takeByKey(event, pulley.id)}
            onPointerDown={(event) => {
              if (threading) store.getState().threadOnto(pulley.id)
              else dragging.begin(event, pulley, isPlaced ? null : place)
            }}
            onPointerMove={dragging.move}
            onPointerUp={dragging.end}
            onPointerCancel={dragging.callOff}
          >
            <PulleyFace
              pulley={pulley}
              radius={radius}
              scale={scale}
              sketched={sketch?.pulleys.has(pulley.id) === true || !isPlaced}
            />
            {speed?.problems.some(({ code }) => code === 'TURNS_WRONG_WAY') && (
              <WrongWay radius={radius} scale={scale} />
            )}
            {(selected === pulley.id || pointedAt.includes(pulley.id) || pointedAt.includes(pulley.shaft)) && (
              <circle className={styles['halo']} r={radius + 9 / scale} />
            )}
          </g>
        )
      })}
    </g>
  )
}

/** Radius from which a pulley's label stands inside it, where a hub would only be in its way. */
const THUMB_PX = 44
const ROOM_FOR_LABEL_PX = 44

interface PulleyFaceProps {
  readonly pulley: Pulley
  readonly radius: number
  readonly scale: number
  /** Where it stands, or how large it is, is only a guess. */
  readonly sketched: boolean
}

/** A pulley as its face looks from the front: fine ticks for ribs, a deep ring for a V, teeth, or a plain double rim. */
const PulleyFace = memo(function PulleyFace({ pulley, radius: r, scale, sketched }: PulleyFaceProps) {
  return (
    <>
      {/* Also a small one is as large as a thumb. */}
      <circle className={styles['reach']} r={Math.max(r, THUMB_PX / 2 / scale)} />
      <circle className={styles['metal']} r={r} data-sketched={sketched} />
      {pulley.face === 'ribbed' && !sketched && <Ticks r={r - 4 / scale} length={8 / scale} spacing={4.6 / scale} />}
      {pulley.face === 'vee' && !sketched && (
        <>
          <circle
            className={styles['groove']}
            r={r - sectionFigures(pulley.section).thickness / 2}
            strokeWidth={sectionFigures(pulley.section).thickness}
          />
          <circle className={styles['ring']} r={r - sectionFigures(pulley.section).thickness} />
        </>
      )}
      {pulley.face === 'toothed' && pulley.teeth !== null && !sketched && (
        <Teeth r={r} count={pulley.teeth} depth={2.4} />
      )}
      {pulley.face === 'smooth' && !sketched && <circle className={styles['ring']} r={r - 5 / scale} />}
      {r * scale < ROOM_FOR_LABEL_PX && <circle className={styles['ring']} r={r * 0.16} />}
    </>
  )
})

function Ticks({ r, length, spacing }: { readonly r: number; readonly length: number; readonly spacing: number }) {
  const around = 2 * Math.PI * r
  const count = Math.max(24, Math.round(around / spacing))
  return (
    <circle
      className={styles['ticks']}
      r={r}
      strokeWidth={length}
      strokeDasharray={`${(around / count) * 0.26} ${(around / count) * 0.74}`}
    />
  )
}

function Teeth({ r, count, depth }: { readonly r: number; readonly count: number; readonly depth: number }) {
  const around = 2 * Math.PI * (r - depth / 2)
  return (
    <circle
      className={styles['teeth']}
      r={r - depth / 2}
      strokeWidth={depth}
      strokeDasharray={`${around / count / 2} ${around / count / 2}`}
    />
  )
}

/** A shaft that turns the wrong way is crossed out where it is. */
function WrongWay({ radius, scale }: { readonly radius: number; readonly scale: number }) {
  const r = Math.max(radius * 0.7, 12 / scale)
  return <path className={styles['wrongWay']} d={`M${-r} ${-r}L${r} ${r}M${-r} ${r}L${r} ${-r}`} />
}
