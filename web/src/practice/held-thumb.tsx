import { useEffect, useRef, useState } from 'react'
import { useUnits } from '../ui/use-units.ts'
import styles from './practice.module.css'

/** N that a thumb presses harder for every second that it is held, and at most. */
const NEWTONS_A_SECOND = 30
const HARDEST = 90
/** N below which it was only touched. */
const TOUCHED = 2

interface HeldThumbProps {
  readonly label: string
  readonly disabled?: boolean
  /** Said in place of how to use it, where it cannot be. */
  readonly why?: string
  readonly onPressed: (newtons: number) => void
}

/** A thumb: the longer it is held, the harder it presses. By a finger, a mouse, or the space bar. */
export function HeldThumb({ label, disabled = false, why, onPressed }: HeldThumbProps) {
  const { force } = useUnits()
  const pressing = useRef<{ readonly from: number; readonly timer: ReturnType<typeof setInterval> } | null>(null)
  const [newtons, setNewtons] = useState<number | null>(null)
  useEffect(() => () => clearInterval(pressing.current?.timer), [])
  const since = (from: number) => Math.min(HARDEST, (NEWTONS_A_SECOND * (performance.now() - from)) / 1000)
  const begin = () => {
    if (disabled || pressing.current !== null) return
    const from = performance.now()
    pressing.current = { from, timer: setInterval(() => setNewtons(since(from)), 50) }
  }
  const end = () => {
    if (pressing.current === null) return
    const { from, timer } = pressing.current
    clearInterval(timer)
    pressing.current = null
    setNewtons(null)
    if (since(from) >= TOUCHED) onPressed(since(from))
  }
  return (
    <button
      type="button"
      className={styles['thumb']}
      disabled={disabled}
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onKeyDown={({ key, repeat }) => {
        if ((key === ' ' || key === 'Enter') && !repeat) begin()
      }}
      onKeyUp={end}
      onBlur={end}
    >
      <b>{label}</b>
      <span>
        {disabled && why !== undefined ? why : newtons === null ? 'hold to press harder' : force.text(newtons)}
      </span>
    </button>
  )
}
