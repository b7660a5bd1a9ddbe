import { spansOf, type SettledBelt } from '@emery/core'
import { useBench, useBenchState } from '../bench-context.ts'
import { beltShape } from './belt-shape.ts'
import styles from './drawing.module.css'

/** Pixels of straight belt that an arrow of travel needs beside it. */
const ROOM_FOR_ARROW_PX = 56
const ARROW_PX = 22

/** Belts on their pulleys, the one in hand darkest and with arrows of travel. */
export function BeltLayer({ scale }: { readonly scale: number }) {
  const { shown: settled, belt: inHand, pointedAt } = useBench()
  const many = settled.belts.length > 1
  const onTop = settled.belts.toSorted(
    (a, b) => Number(a.belt.id === inHand?.belt.id) - Number(b.belt.id === inHand?.belt.id),
  )
  return (
    <g className={styles['belts']}>
      {onTop.map((belt) => (
        <OneBelt
          key={belt.belt.id}
          belt={belt}
          scale={scale}
          quiet={many && belt.belt.id !== inHand?.belt.id}
          wrong={pointedAt.includes(belt.belt.id)}
        />
      ))}
    </g>
  )
}

interface OneBeltProps {
  readonly belt: SettledBelt
  readonly scale: number
  readonly quiet: boolean
  readonly wrong: boolean
}

function OneBelt({ belt, scale, quiet, wrong }: OneBeltProps) {
  const { store } = useBench()
  const isInHand = useBenchState((state) => state.beltInHand === belt.belt.id)
  const shape = beltShape(belt, scale)
  if (shape === null) return null
  return (
    <g
      className={styles['belt']}
      data-quiet={quiet}
      data-wrong={wrong}
      data-belt={belt.belt.id}
      onClick={(event) => {
        if (isInHand) return
        event.stopPropagation()
        store.getState().takeBelt(belt.belt.id)
      }}
    >
      <path d={shape.ribs} strokeWidth={shape.ribsWidth} strokeDasharray={shape.dashes} />
      <path d={shape.body} strokeWidth={shape.bodyWidth} />
      {!quiet && <TravelArrows belt={belt} scale={scale} />}
    </g>
  )
}

/** An arrow beside each long span, on the back of the belt, pointing the way it runs. */
function TravelArrows({ belt, scale }: { readonly belt: SettledBelt; readonly scale: number }) {
  const away = 15 / scale
  const half = ARROW_PX / scale / 2
  return (
    <g className={styles['arrows']}>
      {spansOf(belt)
        .filter(({ length }) => length * scale > ROOM_FOR_ARROW_PX)
        .map(({ from, to, start, end, direction }) => {
          const [cos, sin] = [Math.cos(direction), Math.sin(direction)]
          // The back lies to the right of travel where the ribs turn counter-clockwise.
          const x = (start.x + end.x) / 2 + belt.ribsSign * away * sin
          const y = (start.y + end.y) / 2 - belt.ribsSign * away * cos
          const turned = (-direction * 180) / Math.PI
          return (
            <path
              key={`${from.id} ${to.id}`}
              transform={`translate(${x} ${-y}) rotate(${turned})`}
              d={`M${-half} 0H${half}M${half * 0.4} ${-half * 0.45}L${half} 0L${half * 0.4} ${half * 0.45}`}
            />
          )
        })}
    </g>
  )
}
