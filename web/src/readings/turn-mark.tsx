import type { Turn } from '@emery/core'

const WORDS: Readonly<Record<Turn, string>> = { cw: 'clockwise', ccw: 'counter-clockwise' }

interface TurnMarkProps {
  readonly turn: Turn
  readonly size?: number
  readonly x?: number
  readonly y?: number
}

/** Which way a shaft turns, as an arrow that goes most of the way round. */
export function TurnMark({ turn, size = 14, x, y }: TurnMarkProps) {
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} x={x} y={y} role="img" aria-label={WORDS[turn]}>
      <g
        transform={turn === 'cw' ? undefined : 'matrix(-1 0 0 1 16 0)'}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
        strokeLinecap="round"
        strokeLinejoin="round"
      >
        <path d="M3.2 11.4A6 6 0 1 1 13.6 10" />
        <path d="M15.6 7.6 13.4 10.6 10.2 8.8" />
      </g>
    </svg>
  )
}

export function turnWords(turn: Turn): string {
  return WORDS[turn]
}
