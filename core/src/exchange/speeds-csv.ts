import type { SettledDrive } from '../path/settle.ts'
import { speedsAt } from '../speeds/speeds-at.ts'
import { writeTable } from './read-table.ts'

/** rpm of the engine between two rows. */
const STEP_RPM = 100

/** Speeds of all shafts that turn, in rpm, over the engine's speed from idle to its highest, as a table. */
export function speedsCsv(settled: SettledDrive): string {
  const { engine, shafts } = settled.drive
  const names = new Map(shafts.map(({ id, name }) => [id, name === '' ? id : name]))
  const first = Math.ceil(engine.idleRpm / STEP_RPM) * STEP_RPM
  const between = Array.from(
    { length: Math.max(0, Math.ceil((engine.maxRpm - first) / STEP_RPM)) },
    (_, i) => first + i * STEP_RPM,
  )
  const engineRpms = [...new Set([engine.idleRpm, ...between, engine.maxRpm])]
  // Two shafts of one name keep columns of their own.
  const column = (id: string) => {
    const name = names.get(id) ?? id
    return shafts.filter((shaft) => shaft.name === name).length > 1 ? `${name} (${id})` : name
  }
  const turning = speedsAt(settled, 1).shafts.filter(({ ratio }) => ratio !== null)
  const rows = engineRpms.map((rpm) => ({
    engine_rpm: rpm,
    ...Object.fromEntries(turning.map(({ shaft, ratio }) => [column(shaft), Math.round((ratio ?? 0) * rpm)])),
  }))
  return writeTable(rows, ['engine_rpm', ...turning.map(({ shaft }) => column(shaft))])
}
