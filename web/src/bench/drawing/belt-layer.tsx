import type { SettledBelt } from '@emery/core/path'
import type { Sketch } from '@emery/core/sketch'
import { useBench, useBenchState } from '../bench-context.ts'
import { beltShape } from '../../ui/drive-shapes/belt-shape.ts'
import styles from './drawing.module.css'
import { ARROW_PX, travelArrows } from './travel-arrows.ts'

/** Belts on their pulleys, the one in hand darkest and with arrows of travel. */
export function BeltLayer({ scale }: { readonly scale: number }) {
  const { shown: settled, sketch, belt: inHand, pointedAt } = useBench()
  const threading = useBenchState((state) => state.threading !== null)
  const many = settled.belts.length > 1
  const isGuess = (id: string) => sketch?.routes.has(id) === true
  // While a belt is threaded by hand its guess would only be in the way.
  const drawn = settled.belts.filter(({ belt }) => !(threading && isGuess(belt.id)))
  const onTop = drawn.toSorted((a, b) => Number(a.belt.id === inHand?.belt.id) - Number(b.belt.id === inHand?.belt.id))
  return (
    <g className={styles['belts']}>
      {onTop.map((belt) => (
        <OneBelt
          key={belt.belt.id}
          belt={belt}
          scale={scale}
          quiet={many && belt.belt.id !== inHand?.belt.id}
          wrong={pointedAt.includes(belt.belt.id)}
          assumed={isAssumed(sketch, belt)}
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
  readonly assumed: boolean
}

/** Whether something of a belt’s picture is only a guess: its route, or a pulley on it. */
function isAssumed(sketch: Sketch | null, { belt, pulleys }: SettledBelt): boolean {
  if (sketch === null) return false
  return (
    sketch.routes.has(belt.id) || pulleys.some(({ id, shaft }) => sketch.pulleys.has(id) || sketch.shafts.has(shaft))
  )
}

function OneBelt({ belt, scale, quiet, wrong, assumed }: OneBeltProps) {
  const { store } = useBench()
  const isInHand = useBenchState((state) => state.beltInHand === belt.belt.id)
  const shape = beltShape(belt, scale)
  if (shape === null) return null
  return (
    <g
      className={styles['belt']}
      data-quiet={quiet}
      data-wrong={wrong}
      data-assumed={assumed}
      data-belt={belt.belt.id}
      onClick={(event) => {
        if (isInHand) return
        event.stopPropagation()
        store.getState().takeBelt(belt.belt.id)
      }}
    >
      {!assumed && <path d={shape.ribs} strokeWidth={shape.ribsWidth} strokeDasharray={shape.dashes} />}
      <path d={shape.body} strokeWidth={shape.bodyWidth} />
      {!quiet && <TravelArrows belt={belt} scale={scale} />}
    </g>
  )
}

/** Arrows beside the belt, pointing the way it runs. */
function TravelArrows({ belt, scale }: { readonly belt: SettledBelt; readonly scale: number }) {
  const { shown } = useBench()
  const half = ARROW_PX / scale / 2
  return (
    <g className={styles['arrows']}>
      {travelArrows(shown, belt, scale).map(({ key, x, y, direction }) => (
        <path
          key={key}
          transform={`translate(${x} ${-y}) rotate(${(-direction * 180) / Math.PI})`}
          d={`M${-half} 0H${half}M${half * 0.4} ${-half * 0.45}L${half} 0L${half * 0.4} ${half * 0.45}`}
        />
      ))}
    </g>
  )
}
