/** What a drive did as a table, a row a moment: docs/mechanics/running.md. */
import { writeTable } from '../exchange/read-table.ts'
import { caption, loudestOfEach } from './captions.ts'
import type { Moment } from './record.ts'

/** Time in s, speeds in rpm and m/s, tensions in N, swings in mm, grip as a share; a load and a travel go from 0 to 1. */
export function momentsCsv(moments: readonly Moment[]): string {
  const rows = moments.map(({ time, rpm, load, belts, pulleys, heard }) => ({
    time_s: time.toFixed(3),
    engine_rpm: rpm.toFixed(0),
    load: load.toFixed(3),
    ...Object.fromEntries(
      belts.flatMap(({ id, speed, travel }) => [
        [`${id}_m_s`, speed.toFixed(3)],
        [`${id}_travel`, travel === null ? '' : travel.toFixed(4)],
      ]),
    ),
    ...Object.fromEntries(
      pulleys.flatMap(({ belt, pulley, tension, swing, gripUse, slip, rpm: own }) => {
        const name = `${belt}_${pulley}`
        return [
          [`${name}_span_N`, tension.toFixed(1)],
          [`${name}_swing_mm`, swing.toFixed(2)],
          [`${name}_grip_used`, gripUse === null ? '' : gripUse.toFixed(3)],
          [`${name}_slip_m_s`, slip.toFixed(4)],
          [`${name}_rpm`, own.toFixed(0)],
        ]
      }),
    ),
    heard: loudestOfEach(heard).map(caption).join('; '),
  }))
  return writeTable(rows, Object.keys(rows[0] ?? { time_s: '' }))
}
