import { expect, test } from '@jest/globals'
import { NOMINAL_RULES } from '@emery/core/rules'
import { demoDrive } from '../testing/drives.ts'
import { RunningWork } from './running-work.ts'

const ketch = demoDrive('ketch-main')

/** Seconds that pass outside, in pieces as a page asks for them. */
function passed(work: RunningWork, seconds: number) {
  let frame = null
  for (let t = 0; t < seconds; t += 1 / 60) frame = work.tick(1 / 60)
  if (frame === null) throw new Error('nothing is on')
  return frame
}

test('a drive is started, comes to the speed it is asked for, is wetted and dries', () => {
  const work = new RunningWork()
  const started = work.start(ketch, [], NOMINAL_RULES)
  expect(started).toMatchObject({ ok: true, parts: { belts: [{ id: 'main', adjuster: expect.any(String) }] } })
  work.control({ asked: 900, load: 0.2, pace: 1 })
  const frame = passed(work, 2)
  expect(frame.rpm).toBeCloseTo(900, -1)
  expect(frame.sound.length).toBeGreaterThan(0)
  work.wet()
  expect(passed(work, 0.5).wet).toBe(1)
  expect(passed(work, 13).wet).toBe(0)
  // A heading, and a row for every sixtieth of a second.
  expect(work.csv().split('\n').length).toBeGreaterThan(600)
  // A header and the samples of what was kept.
  expect(work.wav().length).toBeGreaterThan(44 + 2 * 22_050)
}, 60_000)

test('slower, less of it passes; a page that was away is not caught up with', () => {
  const work = new RunningWork()
  work.start(ketch, [], NOMINAL_RULES)
  work.control({ asked: 900, load: 0, pace: 0.25 })
  expect(passed(work, 2).time).toBeCloseTo(0.5, 1)
  const before = work.tick(0)?.time ?? 0
  expect((work.tick(3600)?.time ?? 0) - before).toBeLessThan(0.2)
})

test('what cannot run says why, and gives no frame', () => {
  const work = new RunningWork()
  const slack = { ...ketch, belts: ketch.belts.map((belt) => ({ ...belt, length: 3000 })) }
  expect(work.start(slack, [], NOMINAL_RULES)).toMatchObject({ ok: false, cannot: [{ code: 'TOO_LONG' }] })
  expect(work.tick(1)).toBeNull()
})
