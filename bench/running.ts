/** How much faster than real time a drive runs on one core: every drive of the made-up garage, at idle and fast, under half its load. */
import { settleDrive } from '@emery/core/path'
import { RunningDrive } from '@emery/core/running'
import { DEMO_DRIVES, demoDrive } from '../core/src/testing/demo-drives.ts'

const SECONDS = 10

process.stdout.write(
  '| drive | pulleys on belts | step, µs | × real time, idle | × real time, 3 × idle |\n| --- | ---: | ---: | ---: | ---: |\n',
)
for (const name of DEMO_DRIVES) {
  const settled = settleDrive(demoDrive(name))
  const factors = [1, 3].map((times) => {
    const drive = RunningDrive.of(settled)
    if ('cannot' in drive) throw new Error(drive.cannot[0]?.why)
    drive.startAt(times * settled.drive.engine.idleRpm, 0.5)
    // Until the engine of the language has seen it often enough.
    drive.advance(3)
    const begun = performance.now()
    drive.advance(SECONDS)
    return { factor: (1000 * SECONDS) / (performance.now() - begun), drive }
  })
  const [first] = factors
  process.stdout.write(
    `| ${name} | ${first?.drive.plan.positions.length} | ${((first?.drive.step ?? 0) * 1e6).toFixed(0)} | ${factors.map(({ factor }) => factor.toFixed(0)).join(' | ')} |\n`,
  )
}
