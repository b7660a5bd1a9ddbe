import { randomFront, rmsApart, surveyed, tapeReadings } from '../core/src/testing/surveys.ts'
import { randomFrom, SEED } from '../core/src/testing/random.ts'

/** Random fronts surveyed with a tape of 1 mm, some with a blunder of 15 mm: how well places come back, how often it is named. */
const FRONTS = Number(process.argv[2] ?? 1000)
const BLUNDER_MM = 15

interface Tally {
  readonly squares: number[]
  spare: number
  named: number
  accused: number
}

const random = randomFrom(SEED)
const tallies = new Map<number, Tally>()
for (let i = 0; i < FRONTS; i++) {
  const count = 5 + (i % 6)
  const tally = tallies.get(count) ?? { squares: [], spare: 0, named: 0, accused: 0 }
  tallies.set(count, tally)
  const front = randomFront(random, count)
  const distances = tapeReadings(front, random, 5)
  const { pulleys, residuals } = surveyed(front, distances)
  tally.squares.push(rmsApart(pulleys, front.places) ** 2)
  if (residuals.some(({ outlier }) => outlier)) tally.accused++
  if (distances.length - (2 * count - 3) < 3) continue
  tally.spare++
  const at = Math.floor(distances.length * random())
  const by = random() < 0.5 ? BLUNDER_MM : -BLUNDER_MM
  const wrong = distances.map((each, k) => (k === at ? { ...each, value: each.value + by } : each))
  if (surveyed(front, wrong).residuals[at]?.outlier === true) tally.named++
}

const rms = (squares: readonly number[]) => Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / squares.length)
const row = (name: string, { squares, spare, named, accused }: Tally) => {
  const worst = Math.sqrt(Math.max(...squares))
  return `| ${name} | ${squares.length} | ${rms(squares).toFixed(2)} | ${worst.toFixed(2)} | ${((100 * named) / spare).toFixed(1)} % of ${spare} | ${((100 * accused) / squares.length).toFixed(1)} % |`
}
const all = [...tallies.values()].reduce<Tally>(
  (sum, each) => ({
    squares: [...sum.squares, ...each.squares],
    spare: sum.spare + each.spare,
    named: sum.named + each.named,
    accused: sum.accused + each.accused,
  }),
  { squares: [], spare: 0, named: 0, accused: 0 },
)
const lines = [...tallies].toSorted(([a], [b]) => a - b).map(([count, tally]) => row(String(count), tally))
process.stdout.write(
  [
    '| pulleys | fronts | places off, RMS mm | worst front, mm | 15 mm blunder named | named without one |',
    '| --- | ---: | ---: | ---: | ---: | ---: |',
    ...lines,
    row('all', all),
    '',
  ].join('\n'),
)
