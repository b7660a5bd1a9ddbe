import { readFileSync } from 'node:fs'
import { fixPlan, usualMoves } from '@emery/core/alignment'
import { beltLineSets, type LineChoice } from '@emery/core/belt-line-parts'
import { readDriveText } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'

/** Belt-line sets of eight shafts with six choices each, beside settling a drive once, and the fewest moves of an eight-pulley drive. */
const read = readDriveText(readFileSync(new URL('../demo/drives/haulm-main.drive.json', import.meta.url), 'utf8'))
if (!read.ok) throw new Error('The demo drive cannot be read.')
const { drive } = read
const settled = settleDrive(drive)

function timed(work: () => unknown, times: number): { readonly median: number; readonly late: number } {
  const taken = Array.from({ length: times }, () => {
    const begun = performance.now()
    work()
    return performance.now() - begun
  }).toSorted((a, b) => a - b)
  return { median: taken[Math.floor(times / 2)] ?? 0, late: taken[Math.floor(0.95 * times)] ?? 0 }
}

/** Choices whose lines lie within so many mm, in hundredths that do not meet. */
const slots = (spread: number): readonly (readonly LineChoice[])[] =>
  Array.from({ length: 8 }, (_, slot) =>
    Array.from({ length: 6 }, (_, choice) => ({
      line: 100 + ((slot * 37 + choice * 61) % 100) * (spread / 100),
      spacers: choice % 3,
      toBuy: (slot + choice) % 4,
      clearance: 3 + (slot % 5),
      slack: 0,
    })),
  )
const rows = [10, 3, 1].map((spread) => {
  const { count } = beltLineSets(slots(spread))
  return { spread, count, ...timed(() => beltLineSets(slots(spread)), 40) }
})
const settling = timed(() => settleDrive(drive), 100)
const plan = timed(() => fixPlan(settled, { unsaid: usualMoves }), 10)
process.stdout.write(
  [
    '| eight shafts, six choices each | sets that agree | median, ms | 95 %, ms |',
    '| --- | ---: | ---: | ---: |',
    ...rows.map(
      ({ spread, count, median, late }) =>
        `| lines within ${spread} mm | ${count} | ${median.toFixed(1)} | ${late.toFixed(1)} |`,
    ),
    '',
    `The fewest moves of an eight-pulley drive take ${plan.median.toFixed(0)} ms, ${(plan.median / settling.median).toFixed(0)} times as long as settling it.`,
    '',
  ].join('\n'),
)
