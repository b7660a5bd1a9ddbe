import { settleDrive } from '@emery/core/path'
import { bestSizes, pulleysForSpeed } from '@emery/core/resize'
import { shaftSpeeds } from '@emery/core/speeds'
import { bruteForceSizes, randomAccessoryDrive, twoFree } from '../core/src/testing/accessory-drives.ts'
import { randomFrom, SEED } from '../core/src/testing/random.ts'

/** Random drives with two free pulleys: the search for the best sizes beside trying every set, both in this run. */
const DRIVES = Number(process.argv[2] ?? 100)
/** mm to either side of what a pulley measures. */
const BY_MM = 15

const random = randomFrom(SEED)
const timed = <Result>(work: () => Result): readonly [Result, number] => {
  const begun = performance.now()
  const result = work()
  return [result, performance.now() - begun]
}
const searches: number[] = []
const brutes: number[] = []
const shares: number[] = []
const wanted: number[] = []
let same = 0
for (let i = 0; i < DRIVES; i++) {
  const settled = settleDrive(randomAccessoryDrive(random))
  const free = twoFree(settled.drive, BY_MM, random)
  const [found, searching] = timed(() => bestSizes(settled, free, { step: 'mm' }))
  const [brute, trying] = timed(() => bruteForceSizes(settled, free))
  searches.push(searching)
  brutes.push(trying)
  shares.push(found.looked / found.all)
  if (Math.abs((found.sets[0]?.cost.total ?? NaN) - (brute?.total ?? NaN)) < 1e-9) same++
  const shaft = settled.drive.shafts.find(({ kind }) => kind !== 'crank' && kind !== 'tensioner')?.id ?? ''
  const ratio = 0.9 * (shaftSpeeds(settled).reached.get(shaft)?.ratio ?? 1)
  wanted.push(timed(() => pulleysForSpeed(settled, { shaft, ratio, step: 'mm' }))[1])
}
const at = (times: readonly number[], share: number) =>
  times.toSorted((a, b) => a - b)[Math.floor(share * (times.length - 1))] ?? 0
const sum = (times: readonly number[]) => times.reduce((all, each) => all + each, 0)
process.stdout.write(
  [
    `${DRIVES} random drives, two pulleys ${BY_MM} mm smaller to ${BY_MM} mm larger, seed ${SEED}`,
    '',
    '| what | median, ms | worst, ms |',
    '| --- | ---: | ---: |',
    `| best sizes, searched | ${at(searches, 0.5).toFixed(1)} | ${at(searches, 1).toFixed(1)} |`,
    `| best sizes, every set solved | ${at(brutes, 0.5).toFixed(0)} | ${at(brutes, 1).toFixed(0)} |`,
    `| pulleys for a wanted speed, with their belts | ${at(wanted, 0.5).toFixed(1)} | ${at(wanted, 1).toFixed(1)} |`,
    '',
    `Same optimum on ${same} of ${DRIVES}; ${((100 * sum(searches)) / sum(brutes)).toFixed(2)} % of the time; ${(100 * at(shares, 0.5)).toFixed(1)} % of the sets looked at one by one (median).`,
    '',
  ].join('\n'),
)
