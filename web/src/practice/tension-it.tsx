import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { judgeTension, pressOf, tensionRound } from '@emery/core/practice'
import { useLengths } from '../ui/use-lengths.ts'
import { useUnits } from '../ui/use-units.ts'
import { HeldThumb } from './held-thumb.tsx'
import styles from './practice.module.css'
import type { RoundProps } from './round-props.ts'

const TURNS = [-1, -0.25, 0.25, 1] as const

/** A thumb and a spanner: press the span, turn the adjuster, press again. */
export function TensionIt({ seed, drives, onJudged }: RoundProps) {
  const round = useMemo(() => tensionRound(seed, drives), [seed, drives])
  const lengths = useLengths()
  const { force } = useUnits()
  const [turns, setTurns] = useState(0)
  const [pressed, setPressed] = useState<string | null>(null)
  // What a thumb should feel, for whoever works with one.
  const right = pressOf(round, (round.wanted - round.starts) / round.perTurn, THUMB_N)
  return (
    <>
      <p className={styles['complaint']}>
        {force.text(round.wanted)} is wanted. With a thumb of {force.text(THUMB_N)} the middle of the longest span,{' '}
        {lengths.text(round.span)}, should give by {lengths.text(right)}.
      </p>
      <p className={styles['read']} role="status">
        {pressed ?? 'Press the span.'}
      </p>
      <div className={styles['ways']}>
        <HeldThumb
          label="Press the span"
          onPressed={(newtons) =>
            setPressed(`${force.text(newtons)} press it in by ${lengths.text(pressOf(round, turns, newtons))}.`)
          }
        />
        {TURNS.map((by) => (
          <Button
            key={by}
            size="large"
            onClick={() => {
              setTurns(turns + by)
              setPressed(null)
              onJudged(null)
            }}
          >
            {Math.abs(by) === 1 ? 'One turn' : 'A quarter turn'} {by > 0 ? 'tighter' : 'slacker'}
          </Button>
        ))}
      </div>
      <div className={styles['ways']}>
        <Button type="primary" onClick={() => onJudged(judgeTension(round, turns))}>
          Is it right?
        </Button>
      </div>
    </>
  )
}

/** N of a usual thumb (nominal). */
const THUMB_N = 45
