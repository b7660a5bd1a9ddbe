import { useDroppable } from '@dnd-kit/core'
import { scaleLinear } from 'd3-scale'
import { useEffect, useRef, useState, type PointerEvent } from 'react'
import type { LengthAnswer } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import { answerOf } from '../use-length-answer.ts'
import { BeltTicks } from './belt-ticks.tsx'
import { Estimates, VerdictBands } from './estimates.tsx'
import { HEIGHT, RULE_BOTTOM, RULE_TOP, SIDE, tapeSpan, type Scale } from './scale.ts'
import styles from './tape.module.css'
import { Ticks } from './ticks.tsx'
import { TAPE_ID } from './use-dragging-belt.ts'

/** A steel rule over the lengths the belt in hand can take: its reach, what is known of the length, what is on it, and what is made. */
export function Tape() {
  const { belt, settled } = useBench()
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  const { setNodeRef, isOver } = useDroppable({ id: TAPE_ID })
  useEffect(() => {
    if (box.current === null) return
    setNodeRef(box.current)
    const observer = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? 0))
    observer.observe(box.current)
    return () => observer.disconnect()
  }, [setNodeRef])
  const answer = belt === undefined ? null : answerOf(settled, belt)
  const span = belt === undefined || answer === null ? null : tapeSpan(belt, answer)
  return (
    <div ref={box} className={styles['tape']} data-over={isOver}>
      {belt === undefined || answer === null || span === null ? (
        <p>The tape shows possible belt lengths once the belt has a path or a length was measured.</p>
      ) : (
        width > 0 && (
          <Rule
            belt={belt}
            answer={answer}
            scale={scaleLinear(span.domain, [SIDE, width - SIDE])}
            reach={span.reach}
            width={width}
          />
        )
      )}
    </div>
  )
}

interface RuleProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly scale: Scale
  readonly reach: readonly [number, number]
  readonly width: number
}

function Rule({ belt, answer, scale, reach, width }: RuleProps) {
  const { settled } = useBench()
  const lengths = useLengths()
  const { section, ribs, length, name, construction } = belt.belt
  const title = settled.belts.length > 1 ? name : null
  return (
    <svg viewBox={`0 0 ${width} ${HEIGHT}`} width="100%" role="group" aria-label={`Possible lengths of ${name}`}>
      <rect className={styles['steel']} x={0} y={RULE_TOP} width={width} height={RULE_BOTTOM - RULE_TOP} />
      <Ticks scale={scale} inches={lengths.style === 'inch'} />
      <text className={styles['soft']} x={scale(reach[0]) - 8} y={16} textAnchor="end">
        {title === null ? 'slack end' : `${title}: slack end`}
      </text>
      <VerdictBands answer={answer} reach={reach} scale={scale} />
      <text className={styles['soft']} x={scale(reach[1]) + 8} y={16}>
        tight end
      </text>
      <Held scale={scale} width={width} />
      <BeltTicks belt={belt} answer={answer} scale={scale} />
      <Estimates answer={answer} scale={scale} width={width} />
      {length !== null && (
        <OnIt x={scale(length)} width={width} label={beltLabel(section, ribs, length, construction)} />
      )}
    </svg>
  )
}

/** Pressed and pulled along, the rule itself holds a length up to the drive; the drawing follows. */
function Held({ scale, width }: { readonly scale: Scale; readonly width: number }) {
  const { store } = useBench()
  const lengths = useLengths()
  const [held, setHeld] = useState<number | null>(null)
  const hold = (length: number | null) => {
    setHeld(length)
    store.getState().tryLength(length)
  }
  const at = (event: PointerEvent<SVGRectElement>) => {
    const { left } = event.currentTarget.getBoundingClientRect()
    return Math.round(scale.invert(event.clientX - left))
  }
  const letGo = () => {
    if (held !== null) hold(null)
  }
  return (
    <g className={styles['held']}>
      <rect
        x={0}
        y={RULE_TOP}
        width={width}
        height={HEIGHT - RULE_TOP}
        fill="transparent"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          hold(at(event))
        }}
        onPointerMove={(event) => {
          if (held !== null) hold(at(event))
        }}
        onPointerUp={letGo}
        onPointerCancel={letGo}
      />
      {held !== null && (
        <g pointerEvents="none">
          <line x1={scale(held)} x2={scale(held)} y1={RULE_TOP} y2={RULE_BOTTOM + 6} />
          <text x={scale(held)} y={HEIGHT - 8} textAnchor="middle">
            {lengths.whole(held)}
          </text>
        </g>
      )}
    </g>
  )
}

/** The belt on the engine, a garnet line across the rule. */
function OnIt({ x, width, label }: { readonly x: number; readonly width: number; readonly label: string }) {
  const trying = useBenchState((state) => state.tryingLength !== null)
  const anchor = x < 60 ? 'start' : x > width - 60 ? 'end' : 'middle'
  return (
    <g className={styles['onIt']} data-trying={trying} pointerEvents="none">
      {/* Broken where the rule's own figures stand. */}
      <line x1={x} x2={x} y1={RULE_TOP - 5} y2={RULE_TOP + 4} />
      <line x1={x} x2={x} y1={RULE_BOTTOM - 24} y2={RULE_BOTTOM + 6} />
      <text x={x} y={HEIGHT - 8} textAnchor={anchor}>
        {label}
      </text>
    </g>
  )
}
