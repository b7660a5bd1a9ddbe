import styles from './drawing.module.css'
import type { ChainLink } from './chain.ts'

const ARROW_PX = 13

/** How a shaft's speed comes from the crank: an arrow for each belt crossed, with what it multiplies by. */
export function ChainLayer({ links }: { readonly links: readonly ChainLink[] }) {
  return (
    <g className={styles['chain']} aria-hidden>
      {links.map(({ belt, from, to, words, chip }) => {
        const along = Math.hypot(to.x - from.x, to.y - from.y) || 1
        const [dx, dy] = [(to.x - from.x) / along, (to.y - from.y) / along]
        const back = { x: to.x - dx * ARROW_PX, y: to.y - dy * ARROW_PX }
        const half = ARROW_PX * 0.45
        return (
          <g key={belt} data-link={belt}>
            <line x1={from.x} y1={from.y} x2={back.x} y2={back.y} />
            <path
              d={`M${to.x} ${to.y}L${back.x - dy * half} ${back.y + dx * half}L${back.x + dy * half} ${back.y - dx * half}Z`}
            />
            <circle cx={from.x} cy={from.y} r={5} />
            <rect x={chip.left} y={chip.top} width={chip.width} height={chip.height} rx={3} />
            <text x={chip.left + chip.width / 2} y={chip.top + chip.height / 2 + 5} textAnchor="middle">
              {words}
            </text>
          </g>
        )
      })}
    </g>
  )
}
