import { expect, test } from '@jest/globals'
import { NOMINAL_KNOWLEDGE } from '@emery/core/noise'
import { EXERCISES } from '@emery/core/practice'
import { demoDrive } from '../testing/drives.ts'
import { PracticeWork } from './practice-work.ts'

const drives = ['ketch-main', 'haulm-main', 'curlew-long'].map(demoDrive)
const [key] = EXERCISES

test('an exercise is opened, tried, mended and told', () => {
  if (key === undefined) throw new Error('no exercise')
  const work = new PracticeWork()
  const { complaint, drive } = work.open(key, drives, NOMINAL_KNOWLEDGE)
  expect(complaint).toMatch(/chirp/)
  const standing = work.stand([{ is: 'test', test: 'straightedge' }])
  expect(standing).toMatchObject({ minutes: 6, money: 0, isMended: false, shown: [{ test: 'straightedge' }] })
  const [fault] = standing.faults
  expect(fault?.kind).toBe('out-of-line')
  const at = fault?.at ?? ''
  expect(work.showAt('straightedge', at)).toMatch(/mm (behind|in front)/)
  expect(
    drive.pulleys
      .filter(({ id }) => id !== at)
      .every(({ id }) => work.showAt('straightedge', id)?.endsWith('flush.') === true),
  ).toBe(true)
  // Harder, and the span gives more.
  expect(work.press(0, 0, 60) ?? 0).toBeGreaterThan(work.press(0, 0, 20) ?? Infinity)
  const doings = [
    { is: 'test', test: 'straightedge' },
    { is: 'remedy', remedy: 'align', at },
    { is: 'named', cause: 'out-of-line' },
  ] as const
  expect(work.stand(doings)).toMatchObject({ isMended: true, faults: [], wrongParts: [] })
  expect(work.showAt('straightedge', at)).toMatch(/flush/)
  expect(work.telling(doings)).toMatchObject({ isNamedRight: true, told: [{ test: 'straightedge' }] })
})

test('nothing can be asked of an exercise that was not opened', () => {
  expect(() => new PracticeWork().stand([])).toThrow('No exercise')
})
