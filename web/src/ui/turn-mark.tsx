import type { Turn } from '@emery/core/drive'

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
        <path d="M5.2 13A5.8 5.8 0 1 1 13.4 10.4" />
        <path d="M15.4 7.8 13.2 11 10 9" />
      </g>
    </svg>
  )
}

export function turnWords(turn: Turn): string {
  return WORDS[turn]
}
