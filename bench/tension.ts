import { readFileSync } from 'node:fs'
import { readDriveText } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { gripMap, spanTensions, TensionModel } from '@emery/core/tension'

/** The grip map of an eight-pulley drive, 120 × 60, beside a single operating point solved on its own, both in this run. */
const read = readDriveText(readFileSync(new URL('../demo/drives/haulm-main.drive.json', import.meta.url), 'utf8'))
if (!read.ok) throw new Error('The demo drive cannot be read.')
const settled = settleDrive(read.drive)

function timed(work: () => unknown, times: number): number {
  const taken = Array.from({ length: times }, () => {
    const begun = performance.now()
    work()
    return performance.now() - begun
  })
  return taken.toSorted((a, b) => a - b)[Math.floor(times / 2)] ?? 0
}
const wholeMap = (columns: number, rows: number) => () => [...gripMap(settled, { columns, rows })].length
const model = new TensionModel(settled)
const fine = timed(wholeMap(120, 60), 15)
const coarse = timed(wholeMap(24, 12), 15)
const point = timed(() => spanTensions(settled, { rpm: 2000, load: 1 }), 300)
const again = timed(() => model.at({ rpm: 2000, load: 1 }), 300)
process.stdout.write(
  [
    '| eight pulleys, one belt | median, ms |',
    '| --- | ---: |',
    `| grip map, 120 × 60 | ${fine.toFixed(0)} |`,
    `| first picture, 24 × 12 | ${coarse.toFixed(1)} |`,
    `| one operating point, from the drive | ${point.toFixed(3)} |`,
    `| one operating point, drive in hand | ${again.toFixed(3)} |`,
    '',
    `A cell of the map takes ${((100 * fine) / 7200 / point).toFixed(0)} % of a point solved on its own.`,
    '',
  ].join('\n'),
)
