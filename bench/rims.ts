import { randomFrom } from '../core/src/testing/random.ts'
import { triedFront, type FrontTried } from '../core/src/testing/rim-trials.ts'

/** Drawn engine fronts, a press on each pulley: how many rims are found, how many wrong ones have no mark of doubt, and what places come to. */
const SEED = Number(process.env['EMERY_SEED'] ?? 20261130)
const FRONTS = Number(process.argv[2] ?? 200)
/** mm that rims stand before or behind that of the crank, at most. */
const DEPTHS = [0, 12]

const rms = (all: readonly number[]) => Math.sqrt(all.reduce((sum, each) => sum + each * each, 0) / all.length)
const line = (text: string) => process.stdout.write(`${text}\n`)
const percent = (share: number) => `${(100 * share).toFixed(1)} %`

for (const depths of DEPTHS) {
  const fronts = Array.from({ length: FRONTS }, (_, i) => triedFront(randomFrom(SEED + i), depths))
  const presses = fronts.flatMap((front) => front.presses)
  const of = (key: keyof Omit<FrontTried, 'presses'>) => rms(fronts.flatMap((front) => front[key] ?? []))
  const share = (count: number) => percent(count / presses.length)
  line(`${FRONTS} fronts, rims within ${depths} mm of that of the crank, ${presses.length} presses`)
  line(`  within 1 % of the diameter: ${share(presses.filter(({ right }) => right).length)}`)
  line(`  with a mark of doubt: ${share(presses.filter(({ doubtful }) => doubtful).length)}`)
  line(`  wrong without one: ${share(presses.filter(({ right, doubtful }) => !right && !doubtful).length)}`)
  line(`  places, depths said: ${of('placesError').toFixed(2)} mm RMS`)
  if (depths > 0)
    line(`  not said: ${of('placesErrorUnsaid').toFixed(2)} mm, said to be off by ${of('saidUnsaid').toFixed(2)} mm`)
}
