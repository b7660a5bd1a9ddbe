import { useMemo } from 'react'
import { isSized, type Pulley, type Turn } from '@emery/core/drive'
import { carriers } from '@emery/core/exchange'
import type { Point } from '@emery/core/numerics'
import { spansOf, type SettledDrive } from '@emery/core/path'
import { shaftSpeeds } from '@emery/core/speeds'
import { TurnMark } from '../../ui/turn-mark.tsx'
import { useLengths, type Lengths } from '../../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import { travelEnds } from './adjuster-layer.tsx'
import { drawnRadius } from '../../ui/drive-shapes/drive-bounds.ts'
import styles from './drawing.module.css'
import { nameLines } from '../../ui/name-lines.ts'
import { placeLabels, type LabelWanted, type PlacedLabel, type Rect } from './place-labels.ts'
import { ARROW_PX, travelArrows, type TravelArrow } from './travel-arrows.ts'
import type { Camera } from './use-camera.ts'

interface LabelLayerProps {
  readonly camera: Camera
  readonly size: { readonly width: number; readonly height: number }
  /** What else stands there that no label may cover. */
  readonly keepClear: readonly Rect[]
  /** Whether the ends of the adjuster’s travel are named. */
  readonly withEnds: boolean
}

interface LabelWords {
  /** In one line, or two where one would be too wide for most pulleys. */
  readonly name: readonly string[]
  readonly size: string
  readonly turn: Turn | null
  /** Empty while no belt is routed that could drive it. */
  readonly ratio: string
  readonly note: string | null
}

const LINE = 19
/** Pixels a letter takes, near enough to keep labels off each other. */
const NAME_LETTER = 8.4
const FIGURE = 8.6
const NOTE_LETTER = 6.6

/** Names and numbers on the drawing, kept at one size whatever the zoom, and off the belts. */
export function LabelLayer({ camera, size, keepClear, withEnds }: LabelLayerProps) {
  const { shown: settled, belt } = useBench()
  const selected = useBenchState((state) => state.selected)
  const words = useLabelWords()
  const travelEndLabels = useEndLabels(camera)
  const ends = withEnds ? travelEndLabels : NO_ENDS
  const placed = useMemo(() => {
    const wanted = labelled(settled).flatMap((pulley): LabelWanted[] => {
      const place = settled.places.get(pulley.shaft)
      const said = words.get(pulley.id)
      if (place === undefined || said === undefined) return []
      const r = drawnRadius(settled, pulley) * camera.k
      return [{ id: pulley.id, x: camera.x + place.x * camera.k, y: camera.y - place.y * camera.k, r, ...extent(said) }]
    })
    const onScreen = ([a, b]: readonly [Point, Point]) => ({
      x1: camera.x + a.x * camera.k,
      y1: camera.y - a.y * camera.k,
      x2: camera.x + b.x * camera.k,
      y2: camera.y - b.y * camera.k,
    })
    const arrows =
      belt === undefined ? [] : travelArrows(settled, belt, camera.k).map((arrow) => arrowBox(arrow, camera))
    const segments = settled.belts.flatMap((belt) => spansOf(belt).map(({ start, end }) => onScreen([start, end])))
    return placeLabels(wanted, {
      segments,
      carriers: carriers(settled).map(({ from, to }) => onScreen([from, to])),
      boxes: [...ends, ...arrows, ...furniture(size), ...keepClear],
      viewport: size,
    })
  }, [settled, belt, words, camera, size, ends, keepClear])

  return (
    <g className={styles['labels']} aria-hidden>
      {ends.map(({ text, x, y }) => (
        <text key={text} className={styles['endLabel']} x={x} y={y} textAnchor="middle">
          {text}
        </text>
      ))}
      {placed.map((label) => {
        const said = words.get(label.id)
        return (
          said !== undefined && <Label key={label.id} label={label} words={said} selected={label.id === selected} />
        )
      })}
    </g>
  )
}

/** What stands on the drawing itself: the hint, the scale bar, the buttons. */
function furniture({ height, width }: LabelLayerProps['size']): readonly Rect[] {
  return [
    { left: 0, top: 0, width: 400, height: 32 },
    { left: 0, top: height - 40, width: 240, height: 40 },
    { left: width - 160, top: height - 64, width: 160, height: 64 },
  ]
}

function arrowBox({ x, y }: TravelArrow, camera: Camera): Rect {
  const [left, top] = [camera.x + x * camera.k - ARROW_PX / 2, camera.y - y * camera.k - ARROW_PX / 2]
  return { left, top, width: ARROW_PX, height: ARROW_PX }
}

/** The largest pulley of each shaft speaks for the shaft; smaller ones behind or before it would only be in the way. */
function labelled(settled: SettledDrive): readonly Pulley[] {
  const { pulleys } = settled.drive
  const radius = (pulley: Pulley) => drawnRadius(settled, pulley)
  return pulleys
    .filter((pulley) => !pulleys.some((other) => other.shaft === pulley.shaft && radius(other) > radius(pulley)))
    .toSorted((a, b) => radius(a) - radius(b))
}

function useLabelWords(): ReadonlyMap<string, LabelWords> {
  const { settled: known, shown, sketch } = useBench()
  // Figures never come from a guess.
  const settled = sketch === null ? shown : known
  const lengths = useLengths()
  return useMemo(() => {
    const { reached } = shaftSpeeds(settled)
    const notes = new Map(
      settled.belts.flatMap(({ adjuster }) => {
        if (adjuster === null || adjuster.wanted === 'shared' || adjuster.u === null) return []
        const moved = adjuster.motion.moves === 'shaft' ? adjuster.motion.shaft : adjuster.motion.pulley
        return [[moved, `${Math.round(100 * adjuster.u)} % of travel`] as const]
      }),
    )
    const unrouted = settled.drive.belts.some(({ route }) => route.length < 2)
    return new Map(
      settled.drive.pulleys.map((pulley) => {
        const shaft = reached.get(pulley.shaft)
        const name = settled.drive.shafts.find(({ id }) => id === pulley.shaft)?.name
        return [
          pulley.id,
          {
            name: nameLines(shortened(name === undefined || name === '' ? pulley.shaft : name).toUpperCase()),
            size: sizeWords(pulley, lengths),
            turn: shaft?.turns ?? null,
            ratio:
              shaft === undefined
                ? unrouted
                  ? ''
                  : 'not driven'
                : shaft.ratio === null
                  ? '? ×'
                  : `${shaft.ratio.toFixed(2)} ×`,
            note: notes.get(pulley.shaft) ?? notes.get(pulley.id) ?? null,
          },
        ] as const
      }),
    )
  }, [settled, lengths])
}

function sizeWords(pulley: Pulley, lengths: Lengths): string {
  if (!isSized(pulley)) return pulley.face === 'toothed' ? 'teeth ?' : 'Ø ?'
  return pulley.face === 'toothed' ? `${pulley.teeth} teeth` : `Ø ${lengths.bare(pulley.diameter)}`
}

/** Letters of a name that stand on the drawing; the panel has it whole. */
const MAX_LETTERS = 20

function shortened(name: string): string {
  return name.length > MAX_LETTERS ? `${name.slice(0, MAX_LETTERS - 1).trimEnd()}…` : name
}

function extent({ name, size, ratio, note }: LabelWords): Pick<LabelWanted, 'width' | 'height' | 'firstLine'> {
  const width = Math.max(
    ...name.map((line) => line.length * NAME_LETTER),
    size.length * FIGURE,
    ratio === '' ? 0 : (ratio.length + 2.4) * FIGURE,
    (note?.length ?? 0) * NOTE_LETTER,
  )
  const firstLine = LINE * name.length
  const below = 1 + Number(ratio !== '') + Number(note !== null)
  return { width, height: firstLine + LINE * below, firstLine }
}

const NO_ENDS: readonly EndLabel[] = []

interface EndLabel extends Rect {
  readonly text: string
  readonly x: number
  readonly y: number
}

/** `released` and `taken up`, each on the far side of its end of the travel. */
function useEndLabels({ k, x: cx, y: cy }: Camera): readonly EndLabel[] {
  const { shown, belt } = useBench()
  return useMemo(() => {
    if (belt?.adjuster == null || belt.adjuster.motion.moves !== 'shaft') return []
    const ends = travelEnds(belt.adjuster)
    const { shaft } = belt.adjuster.motion
    const pulley = belt.pulleys.find((each) => each.shaft === shaft)
    if (ends === null || pulley === undefined) return []
    const [released, takenUp] = ends
    const along = Math.hypot(takenUp.x - released.x, takenUp.y - released.y) || 1
    const out = drawnRadius(shown, pulley) * k
    return (
      [
        ['slack end', released, takenUp],
        ['tight end', takenUp, released],
      ] as const
    ).map(([text, here, there]) => {
      const [dx, dy] = [(here.x - there.x) / along, -(here.y - there.y) / along]
      const x = cx + here.x * k + dx * (out + 34)
      const y = cy - here.y * k + dy * (out + 14)
      return { text, x, y, left: x - 28, top: y - 12, width: 56, height: 16 }
    })
  }, [shown, belt, k, cx, cy])
}

function Label({
  label,
  words,
  selected,
}: {
  readonly label: PlacedLabel
  readonly words: LabelWords
  readonly selected: boolean
}) {
  const { left, top, width, anchor } = label
  const x = anchor === 'start' ? left : anchor === 'end' ? left + width : left + width / 2
  const named = words.name.length
  const line = (n: number) => top + LINE * n + 14
  const ratioWidth = words.ratio.length * FIGURE + 20
  const ratioLeft = anchor === 'start' ? x : anchor === 'end' ? x - ratioWidth : x - ratioWidth / 2
  return (
    <g className={styles['label']} data-selected={selected} textAnchor={anchor}>
      {words.name.map((part, i) => (
        <text className={styles['name']} x={x} y={line(i)} key={i}>
          {part}
        </text>
      ))}
      {!label.short && (
        <>
          <text className={styles['figure']} x={x} y={line(named)}>
            {words.size}
          </text>
          {words.turn !== null && <TurnMark turn={words.turn} size={16} x={ratioLeft} y={line(named + 1) - 13} />}
          <text
            className={styles['figure']}
            x={words.turn === null ? x : ratioLeft + 20}
            y={line(named + 1)}
            textAnchor={words.turn === null ? anchor : 'start'}
          >
            {words.ratio}
          </text>
          {words.note !== null && (
            <text className={styles['noteLine']} x={x} y={line(named + 2)}>
              {words.note}
            </text>
          )}
        </>
      )}
    </g>
  )
}
