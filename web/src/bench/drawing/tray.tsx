import { useRef, type PointerEvent } from 'react'
import { putShaft, type Shaft } from '@emery/core/drive'
import type { Point } from '@emery/core/numerics'
import { stampNow } from '../../ui/preferences.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import styles from './tray.module.css'

interface TrayProps {
  /** The place on the drawing under a pointer, mm. */
  readonly placeOf: (event: { readonly clientX: number; readonly clientY: number }) => Point
  /** A place in the middle of what is seen, for the keyboard. */
  readonly middle: () => Point
}

/** Pixels a pointer may stray before a press is a pull. */
const SLACK_PX = 4

/** Parts without a place, to be pulled onto the drawing where they sit on the engine. */
export function Tray({ placeOf, middle }: TrayProps) {
  const { store, settled } = useBench()
  const threading = useBenchState((state) => state.threading !== null)
  const unplaced = settled.drive.shafts.filter(
    ({ id }) => !settled.places.has(id) && settled.drive.pulleys.some(({ shaft }) => shaft === id),
  )
  if (unplaced.length === 0 || threading) return null
  const select = (shaft: Shaft) =>
    store.getState().select(settled.drive.pulleys.find((pulley) => pulley.shaft === shaft.id)?.id ?? null)
  return (
    <section className={styles['tray']} aria-label="Not placed yet">
      <h2>Not placed: drag onto the drawing</h2>
      <ul>
        {unplaced.map((shaft) => (
          <li key={shaft.id}>
            <Chip
              shaft={shaft}
              placeOf={placeOf}
              onPress={() => select(shaft)}
              onKeyPlace={() => putAt(shaft, middle())}
              onPulled={putAt}
            />
          </li>
        ))}
      </ul>
    </section>
  )

  function putAt(shaft: Shaft, place: Point) {
    const whole = { x: Math.round(place.x), y: Math.round(place.y) }
    store.getState().edit(`place ${shaft.name}`, putShaft(shaft.id, whole, 'dragged', stampNow()))
    select(shaft)
  }
}

interface ChipProps {
  readonly shaft: Shaft
  readonly placeOf: TrayProps['placeOf']
  readonly onPress: () => void
  readonly onKeyPlace: () => void
  readonly onPulled: (shaft: Shaft, place: Point) => void
}

function Chip({ shaft, placeOf, onPress, onKeyPlace, onPulled }: ChipProps) {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null)
  const chip = useRef<HTMLButtonElement>(null)
  const follow = (event: PointerEvent) => {
    if (from.current === null || chip.current === null) return
    chip.current.style.transform = `translate(${event.clientX - from.current.x}px, ${event.clientY - from.current.y}px)`
  }
  const drop = (event: PointerEvent) => {
    const start = from.current
    from.current = null
    if (chip.current !== null) chip.current.style.transform = ''
    if (start === null) return
    if (Math.hypot(event.clientX - start.x, event.clientY - start.y) < SLACK_PX) onPress()
    else onPulled(shaft, placeOf(event))
  }
  return (
    <button
      ref={chip}
      type="button"
      aria-label={`${shaft.name}: not placed. Press Enter to put it in the middle of the drawing.`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        from.current = { x: event.clientX, y: event.clientY }
      }}
      onPointerMove={follow}
      onPointerUp={drop}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault()
          onKeyPlace()
        }
      }}
    >
      {shaft.name}
    </button>
  )
}
