import { expect, test } from '@jest/globals'
import { spanLines } from '../alignment/fix-plan.ts'
import { fitLength, fitSituation, type FitVerdict } from '../length/verdict.ts'
import { isAssumed } from '../adjusters/assumed.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { checkDrive } from '../drive/read.ts'
import { settleDrive } from '../path/settle.ts'
import { NOMINAL_RULES } from '../rules/rules.ts'
import { ENGINE_SPEEDS } from '../speeds/engine-speeds.ts'
import { judgeSpeeds } from '../speeds/judge-speeds.ts'
import { reserveVerdict } from '../tension/reserve.ts'
import { spanTensions } from '../tension/span-tensions.ts'
import { randomAccessoryDrive } from '../testing/accessory-drives.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import type { Verdict } from './verdict.ts'

/** A verdict, and whether it says itself that something nominal stands behind it. */
interface Said {
  readonly verdict: Verdict | FitVerdict
  readonly nominal: boolean
}

/** Everything that is judged of a drive, by what it is about. */
function judged(drive: CheckedDrive): ReadonlyMap<string, Said> {
  const settled = settleDrive(drive)
  const all = new Map<string, Said>()
  for (const { shaft, verdict, range } of judgeSpeeds(settled, NOMINAL_RULES)) {
    const ends = [range.min, range.max].flatMap((end) => end ?? [])
    const nominal = drive.use === undefined || ends.some(({ restsOn }) => restsOn === 'nominal')
    all.set(`speed of ${shaft}`, { verdict, nominal })
  }
  for (const rpm of [drive.engine.idleRpm, drive.engine.maxRpm])
    for (const { belt, worst, loads, source } of spanTensions(settled, { rpm, load: 1 }))
      all.set(`grip of ${belt} at ${rpm}`, {
        verdict: reserveVerdict(worst.gripReserve),
        nominal: loads === 'nominal' || source.of === 'nominal',
      })
  for (const belt of settled.belts) {
    for (const { from, to, verdict } of spanLines(belt))
      all.set(`line of ${belt.belt.id} from ${from} to ${to}`, { verdict, nominal: false })
    const situation = fitSituation(belt)
    const assumed = belt.adjuster !== null && isAssumed(belt.adjuster.adjuster)
    if (situation !== undefined && belt.belt.length !== null && !assumed)
      all.set(`fit of ${belt.belt.id}`, {
        verdict: fitLength(situation, belt.belt.length).verdict,
        nominal: situation.limits.restsOn === 'nominal',
      })
  }
  return all
}

/** Facts about an engine that somebody may not have read: no wishes, and nothing of a belt's condition. */
const FACTS: Readonly<Record<'shafts' | 'pulleys' | 'belts' | 'adjusters', Readonly<Record<string, unknown>>>> = {
  shafts: {
    x: null,
    y: null,
    maxRpm: undefined,
    minRpm: undefined,
    bladeDiameter: undefined,
    maxSideLoad: undefined,
    load: undefined,
    rating: undefined,
  },
  pulleys: { z: undefined, flange: undefined, diameter: null, teeth: null, tilt: undefined },
  belts: { length: null, installTension: null, book: undefined, material: undefined },
  adjusters: { marks: undefined },
}

/** The same drive with some of its facts forgotten, and which; undefined where it no longer holds together. */
function forgetful(
  drive: CheckedDrive,
  random: () => number,
): { drive: CheckedDrive; forgotten: string[] } | undefined {
  const share = 0.02 + 0.2 * random()
  const forgotten: string[] = []
  const copy = structuredClone(drive) as unknown as Record<string, unknown>
  for (const [list, facts] of Object.entries(FACTS))
    for (const part of copy[list] as Record<string, unknown>[])
      for (const [key, unread] of Object.entries(facts)) {
        if (part[key] == null || part['kind'] === 'crank' || random() > share) continue
        // Half a place is no place.
        if (key === 'y') continue
        if (key === 'x') part['y'] = null
        if (unread === undefined) Reflect.deleteProperty(part, key)
        else part[key] = unread
        forgotten.push(`${list} ${String(part['id'])} ${key}`)
      }
  if (random() < share) delete copy['use']
  if (random() < share) {
    copy['engine'] = { ...drive.engine, assumed: [...ENGINE_SPEEDS] }
    forgotten.push('engine speeds')
  }
  const read = checkDrive(copy)
  return read.ok ? { drive: read.drive, forgotten } : undefined
}

test('with any of its facts forgotten, a verdict stays, is not known, or names what is nominal', () => {
  const random = randomFrom(SEED)
  const drives = [...DEMO_DRIVES.map(demoDrive), ...Array.from({ length: 10 }, () => randomAccessoryDrive(random))]
  const broken: string[] = []
  let compared = 0
  let lost = 0
  for (const drive of drives) {
    const before = judged(drive)
    for (let n = 0; n < runs(12, 400); n++) {
      const less = forgetful(drive, random)
      if (less === undefined) continue
      const after = judged(less.drive)
      for (const [about, { verdict }] of before) {
        const now = after.get(about)
        compared++
        if (now === undefined || now.verdict === 'unknown') lost++
        else if (now.verdict !== verdict && !now.nominal)
          broken.push(`${drive.name}, ${about}: ${verdict} → ${now.verdict} without ${less.forgotten.join('; ')}`)
      }
    }
  }
  expect({ seed: SEED, broken: broken.slice(0, 5) }).toEqual({ seed: SEED, broken: [] })
  // Both happened, or nothing was tried.
  expect(compared - lost).toBeGreaterThan(compared / 10)
  expect(lost).toBeGreaterThan(compared / 10)
})

test('no speed is fine at engine speeds that nobody has read', () => {
  for (const name of DEMO_DRIVES) {
    const drive = demoDrive(name)
    const nominal = { ...drive, engine: { ...drive.engine, assumed: ['idleRpm'] } }
    const verdicts = judgeSpeeds(settleDrive(nominal), NOMINAL_RULES).map(({ verdict }) => verdict)
    expect(verdicts.length).toBeGreaterThan(0)
    expect(verdicts).not.toContain('fine')
  }
})

test('nothing is fine that rests on something assumed', () => {
  const fine: string[] = []
  for (const name of DEMO_DRIVES) {
    const drive = demoDrive(name)
    const assumed = {
      ...drive,
      adjusters: drive.adjusters.map((adjuster) => ({
        ...adjuster,
        assumed: Object.keys(adjuster).filter(
          (key) => !['id', 'kind', 'shaft', 'pulley', 'assumed', 'marks', 'by', 'perTurn'].includes(key),
        ),
      })),
    }
    const read = checkDrive(assumed)
    if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problems)}`)
    const sprung = new Set(
      drive.belts
        .filter(({ adjuster }) => drive.adjusters.find(({ id }) => id === adjuster)?.kind === 'spring-arm')
        .map(({ id }) => id),
    )
    for (const [about, { verdict }] of judged(read.drive)) {
      const rests = about.startsWith('fit of ') || [...sprung].some((id) => about.startsWith(`grip of ${id} at`))
      if (rests && verdict !== 'unknown') fine.push(`${name}, ${about}: ${verdict}`)
    }
  }
  expect(fine).toEqual([])
})
