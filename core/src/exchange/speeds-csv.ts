import type { SettledDrive } from '../path/settle.ts'
import type { ShopRules } from '../rules/rules.ts'
import { judgeSpeeds } from '../speeds/judge-speeds.ts'
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

/** How every shaft is judged, a row each: ratio, speeds, useful range and what it rests on, time out of it, per cent. */
export function judgementCsv(settled: SettledDrive, rules: ShopRules): string {
  const rows = judgeSpeeds(settled, rules).map(({ shaft: id, ratio, rpm, range, time, verdict }) => {
    const shaft = settled.drive.shafts.find((each) => each.id === id)
    return {
      shaft: id,
      name: shaft?.name ?? '',
      kind: shaft?.kind ?? '',
      ratio: Number(ratio.toFixed(4)),
      rpm_idle: Math.round(rpm.idle),
      rpm_cruise: Math.round(rpm.cruise),
      rpm_max: Math.round(rpm.max),
      min_rpm: range.min === null ? '' : Math.round(range.min.rpm),
      min_rests_on: range.min?.restsOn ?? '',
      max_rpm: range.max === null ? '' : Math.round(range.max.rpm),
      max_rests_on: range.max?.restsOn ?? '',
      percent_too_slow: Number((100 * time.below).toFixed(2)),
      percent_too_fast: Number((100 * time.above).toFixed(2)),
      verdict,
    }
  })
  return writeTable(rows, JUDGEMENT_COLUMNS)
}

const JUDGEMENT_COLUMNS = [
  'shaft',
  'name',
  'kind',
  'ratio',
  'rpm_idle',
  'rpm_cruise',
  'rpm_max',
  'min_rpm',
  'min_based_on',
  'max_rpm',
  'max_based_on',
  'percent_too_slow',
  'percent_too_fast',
  'verdict',
]
