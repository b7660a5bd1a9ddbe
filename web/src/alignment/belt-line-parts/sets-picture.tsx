import { scaleLinear } from 'd3-scale'
import type { BeltLinePart } from '@emery/core/api'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench, useBenchState } from '../../bench/bench-context.ts'
import alignment from '../alignment.module.css'
import styles from './belt-line-parts.module.css'
import { partsOf } from './part-role-words.ts'

const SIZE = { width: 1208, height: 210, left: 24, right: 24, top: 48, bottom: 30 } as const
const COLUMN = { max: 150, share: 0.72 } as const
/** Pixels of a block above which its name has room. */
const ROOM_FOR_NAME = 15

/** The parts of a set from above, each standing on the one behind it; forward is up, as in the belt’s line itself. */
export function SetsPicture() {
  const { settled } = useBench()
  const shown = useBenchState((state) => state.alignment.shown)
  const lengths = useLengths()
  if (shown === null || shown.length === 0) return <div className={alignment['above']} />
  const nameOf = (id: string) => settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  const lines = shown.map(({ choice }) => choice.line)
  const common = (Math.max(...lines) + Math.min(...lines)) / 2
  const y = scaleLinear([0, Math.max(...lines)], [SIZE.height - SIZE.bottom, SIZE.top])
  const step = (SIZE.width - SIZE.left - SIZE.right) / shown.length
  const width = Math.min(COLUMN.max, step * COLUMN.share)
  return (
    <div className={alignment['above']}>
      <svg
        viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
        preserveAspectRatio="xMidYMid meet"
        role="img"
        aria-label={`From above: ${shown.map(({ shaft, choice }) => `${nameOf(shaft)} ${lengths.text(choice.line)}`).join(', ')} in front of the engine.`}
      >
        <text x={18} y={20}>
          From above, part on part. Forward is up. The dashed line is the common belt line.
        </text>
        <line className={styles['plane']} x1={0} x2={SIZE.width} y1={y(0)} y2={y(0)} />
        {shown.map(({ shaft, choice }, i) => {
          const x = SIZE.left + (i + 0.5) * step
          return (
            <g key={shaft}>
              {blocksOf(partsOf(choice)).map(({ part, from, to }) => (
                <g key={part.id} data-role={part.role} className={styles['block']}>
                  <rect x={x - width / 2} width={width} y={y(Math.max(from, to))} height={Math.abs(y(from) - y(to))} />
                  {Math.abs(y(from) - y(to)) > ROOM_FOR_NAME && (
                    <text x={x} y={(y(from) + y(to)) / 2 + 4} textAnchor="middle">
                      {part.family === '' ? part.name : part.family}
                    </text>
                  )}
                </g>
              ))}
              <text className={alignment['figure']} x={x} y={SIZE.top - 8} textAnchor="middle">
                {lengths.bare(choice.line)}
              </text>
              <text x={x} y={SIZE.height - 9} textAnchor="middle">
                {nameOf(shaft)}
              </text>
            </g>
          )
        })}
        <line className={styles['common']} x1={0} x2={SIZE.width} y1={y(common)} y2={y(common)} />
      </svg>
    </div>
  )
}

function blocksOf(parts: readonly BeltLinePart[]) {
  return parts.reduce<{ readonly part: BeltLinePart; readonly from: number; readonly to: number }[]>((blocks, part) => {
    const from = blocks.at(-1)?.to ?? 0
    return [...blocks, { part, from, to: from + part.length }]
  }, [])
}
