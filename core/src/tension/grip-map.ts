/** What grips and what slips over all engine speeds and loads: docs/mechanics/tension.md. */
import type { SettledDrive } from '../path/settle.ts'
import type { BeltCondition } from './grip.ts'
import { leastKnown } from './loads.ts'
import type { LoadKnown } from './part-loads.ts'
import { TensionModel } from './span-tensions.ts'

export interface GripMapOptions {
  readonly columns: number
  readonly rows: number
  /** A condition of the belts’ faces to look at instead of the drive’s own. */
  readonly condition?: BeltCondition
  /** rpm a second by which the engine speeds up; steady when left out. */
  readonly throttle?: number
}

/** Reserve of grip over engine speed (columns, from idle to the highest) and load (rows, light to heavy), a cell after another, row by row. */
export interface GripMap {
  readonly columns: number
  readonly rows: number
  /** rpm of each column, load of each row. */
  readonly rpms: readonly number[]
  readonly loads: readonly number[]
  /** The least reserve of all pulleys of which it is known; infinite where none can slip, NaN where it is known of none. */
  readonly reserve: Float64Array
  /** The pulley that slips first, as a place in `pulleys`. */
  readonly first: Uint8Array
  readonly pulleys: readonly string[]
  /** The least that is known of the loads of all its belts; with one unknown, the map is of the others. */
  readonly known: LoadKnown
}

/**
 * Works the map out row by row, the heaviest load first, since that is where things slip; what it yields is the share that is done. The
 * map it returns is filled as it goes.
 */
export function* gripMap(
  settled: SettledDrive,
  { columns, rows, condition, throttle = 0 }: GripMapOptions,
): Generator<{ readonly done: number; readonly map: GripMap }, GripMap> {
  const { idleRpm, maxRpm } = settled.drive.engine
  const across = (n: number, i: number) => (n < 2 ? 0 : i / (n - 1))
  const pulleys = settled.drive.pulleys.map(({ id }) => id)
  const places = new Map(pulleys.map((id, i) => [id, i]))
  const model = new TensionModel(settled)
  const map: GripMap = {
    columns,
    rows,
    rpms: Array.from({ length: columns }, (_, i) => idleRpm + (maxRpm - idleRpm) * across(columns, i)),
    loads: Array.from({ length: rows }, (_, i) => across(rows, i)),
    reserve: new Float64Array(columns * rows).fill(NaN),
    first: new Uint8Array(columns * rows),
    pulleys,
    known: leastKnown([...model.torques({ rpm: idleRpm, load: 1, throttle }).values()].map(({ known }) => known)),
  }
  const options = condition === undefined ? {} : { condition }
  for (let row = rows - 1; row >= 0; row--) {
    for (let column = 0; column < columns; column++) {
      const point = { rpm: map.rpms[column] ?? 0, load: map.loads[row] ?? 0, throttle }
      let [reserve, first] = [NaN, 0]
      for (const { worst } of model.at(point, options)) {
        if (worst.gripReserve === null || worst.gripReserve >= reserve) continue
        reserve = worst.gripReserve
        first = places.get(worst.pulley) ?? 0
      }
      map.reserve[row * columns + column] = reserve
      map.first[row * columns + column] = first
    }
    yield { done: (rows - row) / rows, map }
  }
  return map
}
