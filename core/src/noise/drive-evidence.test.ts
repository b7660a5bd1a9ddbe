import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import type { Verdict } from '../verdict/verdict.ts'
import type { CheckId } from '../wear/checks.ts'
import { judgePart } from '../wear/judge.ts'
import { wearParts } from '../wear/parts.ts'
import { driveEvidence, unanswered } from './drive-evidence.ts'
import { readDiagnoseFile } from './diagnose-file.ts'
import { NOMINAL_KNOWLEDGE } from './knowledge.ts'

const ketch = demoDrive('ketch-main')
const says = (drive: CheckedDrive, kmSinceFitted: number | null = null, daysSinceFitted: number | null = null) =>
  Object.fromEntries(
    driveEvidence(settleDrive(drive), { kmSinceFitted, daysSinceFitted }).map(({ test, outcome }) => [test, outcome]),
  )

describe('what a drive says itself', () => {
  test('is an answer that the knowledge knows, for every demo drive', () => {
    for (const name of DEMO_DRIVES)
      for (const [id, outcome] of Object.entries(says(demoDrive(name), 12_000)))
        expect([id, NOMINAL_KNOWLEDGE.tests.find((each) => each.id === id)?.outcomes.map((each) => each.id)]).toEqual([
          id,
          expect.arrayContaining([outcome]),
        ])
  })

  test('nothing of what nothing is known of', () => {
    const bare = loopDrive([
      { x: 0, y: 0, diameter: 140 },
      { x: 300, y: 0, diameter: 90 },
    ])
    expect(says(bare)).toEqual({})
  })

  test('a pulley 1.6 mm out, a tired spring, a long belt and a new one each show', () => {
    expect(says(ketch)['drive-fit']).toBe('fine')
    const inLine = changed(ketch, (d) => {
      for (const pulley of d.pulleys) {
        pulley.z = 0
        delete pulley.tilt
      }
    })
    expect(says(inLine)['drive-line']).toBe('quiet')
    const out = changed(inLine, (d) => {
      for (const pulley of d.pulleys) if (pulley.id === 'ps.1') pulley.z = -3.2
    })
    expect(says(out)['drive-line']).toBe('act')
    const tired = changed(ketch, (d) => {
      for (const adjuster of d.adjusters) if (adjuster.kind === 'spring-arm') adjuster.preload /= 4
    })
    expect(says(tired)['drive-grip-wet']).toBe('act')
    const long = changed(ketch, (d) => {
      for (const belt of d.belts) belt.length = (belt.length ?? 0) + 60
    })
    expect(says(long)['drive-fit']).toBe('act')
    expect([says(ketch, 400)['drive-recent'], says(ketch, 1000)['drive-recent']]).toEqual(['yes', 'no'])
  })

  test.each([
    [30, 'yes'],
    [31, undefined],
    [179, undefined],
    [180, 'no'],
  ])('where nobody read the distance, a belt of %d days is new: %s', (days, outcome) => {
    expect(says(ketch, null, days)['drive-recent']).toBe(outcome)
  })
})

test('a belt too short for its adjuster is said to be so', () => {
  const short = changed(ketch, (d) => {
    for (const belt of d.belts) belt.length = (belt.length ?? 0) - 60
  })
  expect(says(short)['drive-fit']).toBe('short')
})

describe('what the last inspection saw', () => {
  const looked = (...seen: [part: string, check: CheckId, verdict: Verdict][]) =>
    driveEvidence(settleDrive(ketch), {
      kmSinceFitted: null,
      daysSinceFitted: null,
      looked: wearParts(ketch).flatMap((part) => {
        const checks = seen.flatMap(([of, check, verdict]) =>
          part.kind === of && part.checks.includes(check) ? [{ check, verdict, reason: 'as seen' }] : [],
        )
        return checks.length === 0 ? [] : [judgePart(part, checks)]
      }),
    })
      .filter(({ shownBy }) => shownBy === 'inspection')
      .map(({ test: id, outcome }) => [id, outcome])

  test('counts by the worst of each kind; what could not be told clears nothing', () => {
    expect(looked()).toEqual([])
    expect(looked(['belt', 'glaze', 'watch'], ['belt', 'cracks', 'act'])).toEqual([['drive-belt-worn', 'replace']])
    expect(looked(['belt', 'glaze', 'fine'], ['belt', 'cracks', 'unknown'])).toEqual([])
    expect(looked(['tensioner', 'arm-travel', 'act'])).toEqual([['drive-arm-worn', 'replace']])
    expect(looked(['pulley', 'bearing', 'fine'])).toEqual([['drive-bearing-worn', 'fine']])
    // A verdict that shows a fault itself is a finding, as if it had been done for the noise.
    expect(looked(['pulley', 'rock', 'act'])).toEqual([
      ['drive-bearing-worn', 'replace'],
      ['rock', 'play'],
    ])
    // Neither a belt's age nor dust in a groove says anything of ribs or bearings.
    expect(looked(['belt', 'age', 'act'], ['pulley', 'grooves', 'act'])).toEqual([])
  })
})

test('is left out where it was answered, and that a belt is new is said once', () => {
  const says = driveEvidence(settleDrive(ketch), { kmSinceFitted: 400, daysSinceFitted: null })
  const left = (answered: string) =>
    unanswered(NOMINAL_KNOWLEDGE, says, [{ test: answered, outcome: 'yes' }]).map(({ test: id }) => id)
  expect(left('water')).toEqual(says.map(({ test: id }) => id))
  expect(left('drive-fit')).not.toContain('drive-fit')
  expect(left('new-belt')).not.toContain('drive-recent')
  // A workshop’s own knowledge may not ask it at all.
  const others = { tests: NOMINAL_KNOWLEDGE.tests.filter(({ id }) => id !== 'drive-fit') }
  expect(unanswered(others, says, []).map(({ test: id }) => id)).not.toContain('drive-fit')
})

describe('the file of a diagnosis', () => {
  test('with a drive and without', () => {
    const answers = [{ test: 'heard', outcome: 'chirp' }]
    expect(readDiagnoseFile({ answers })).toEqual({ ok: true, drive: null, answers, skipped: [] })
    expect(readDiagnoseFile({ answers, drive: ketch })).toMatchObject({ ok: true, drive: { name: ketch.name } })
  })

  test.each([
    [[], '$'],
    [{}, '$.answers'],
    [{ answers: [{ test: 'heard' }] }, '$.answers[0].outcome'],
    [{ answers: [], noise: 1 }, '$.noise'],
    [{ answers: [], drive: { format: 'x' } }, '$.drive.format'],
  ])('%j is refused at %s', (value, path) => {
    const read = readDiagnoseFile(value)
    expect(read.ok ? [] : read.problems.map((problem) => problem.path)).toContain(path)
  })
})
