import { readFileSync } from 'node:fs'
import { checkDrive, readDriveText, type CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { solveDrive } from '@emery/core/solution'
import { CordLoop } from '../core/src/path/cord-loop.ts'
import { measure } from './measure.ts'

function demo(name: string): { readonly text: string; readonly drive: CheckedDrive } {
  const text = readFileSync(new URL(`../demo/drives/${name}.drive.json`, import.meta.url), 'utf8')
  const read = readDriveText(text)
  if (!read.ok) throw new Error(`${name} is no drive`)
  return { text, drive: read.drive }
}

const haulm = demo('haulm-main')
const kiln = demo('kiln-blower')

/** Square roots and arctangents as many as one path of eight pulleys needs: what the machine of the day makes of plain arithmetic. */
function yardstick(): number {
  let sum = 0
  for (let i = 1; i <= 8; i++) sum += Math.sqrt(i * 1.7) + Math.atan2(i, 3) + Math.atan2(3, i)
  return sum
}

const circles = settleDrive(haulm.drive).belts[0]?.circles.map((circle) => ({ ...circle })) ?? []
const wholeLoop = loopOver(circles.map((_, i) => i))
const tensionerLoop = loopOver([1])

/** Works a loop's length out again and again, as a search does. */
function loopOver(moved: readonly number[]): () => number {
  const loop = new CordLoop(circles, moved)
  const [one] = moved.map((i) => circles[i])
  return () => {
    if (one !== undefined) one.x += 1e-9
    return loop.measure() ? loop.length : 0
  }
}

const timings = [
  measure('yardstick: the arithmetic of one 8-pulley path', yardstick),
  measure('8-pulley path for its length alone, every pulley moved', wholeLoop),
  measure('the same, only the tensioner moved', tensionerLoop),
  measure('8 pulleys settled: path and adjuster', () => settleDrive(haulm.drive)),
  measure('8 pulleys solved: path, adjuster, speeds, problems in words', () => solveDrive(haulm.drive)),
  measure('three belts over a jackshaft solved', () => solveDrive(kiln.drive)),
  measure('8-pulley document checked', () => checkDrive(haulm.drive)),
  measure('8-pulley document read from text', () => readDriveText(haulm.text)),
]
const unit = timings[0]?.meanMs ?? 1
process.stdout.write('| work | mean, ms | best to worst round, ms | yardsticks |\n| --- | ---: | ---: | ---: |\n')
for (const { name, meanMs, bestMs, worstMs } of timings) {
  process.stdout.write(
    `| ${name} | ${meanMs.toPrecision(3)} | ${bestMs.toPrecision(3)} to ${worstMs.toPrecision(3)} | ${Math.round(meanMs / unit)} |\n`,
  )
}
