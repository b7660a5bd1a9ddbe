import { describe, expect, test } from '@jest/globals'
import { settleDrive } from '../path/settle.ts'
import { hearNoise } from '../sound/noise-sound.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import { caption, loudestOfEach } from './captions.ts'
import { withFaults, type RunFault } from './faults.ts'
import { momentsCsv } from './moments-csv.ts'
import { recordRun } from './record.ts'
import { RunningDrive } from './running-drive.ts'

const RATE = 22_050

function recorded(faults: readonly RunFault[], { rpm = 850, load = 0.3, grip = 1, seconds = 4 } = {}) {
  const { drive, trouble } = withFaults(demoDrive('ketch-main'), faults)
  const run = RunningDrive.of(settleDrive(drive), { trouble })
  if ('cannot' in run) throw new Error(run.cannot[0]?.why)
  run.startAt(rpm, load)
  run.grip = grip
  run.advance(0.5)
  return { run, ...recordRun(run, { seconds, soundRate: RATE, trouble }) }
}

const OUT: RunFault = { kind: 'out-of-line', at: 'alt.1', size: 4.5 }

describe('what is heard', () => {
  test('of a pulley out of line: chirps as often as the belt passes, so that its recording is told from others', () => {
    const { run, moments, sound } = recorded([OUT])
    const chirp = moments.at(-1)?.heard.find(({ kind }) => kind === 'chirp')
    const passes = (run.beltSpeed[0] ?? 0) / (run.plan.belts[0]?.length ?? 1)
    expect(chirp?.rate).toBeCloseTo(passes, 1)
    expect(caption(chirp ?? { kind: 'chirp', loud: 1, pitch: null, rate: 1, at: 0, keepsTimeWith: null })).toMatch(
      /^short chirps.*about 4 a second$/,
    )
    // The same ear that listens to engines hears what it is.
    const heard = hearNoise({ samples: sound ?? new Float32Array(), rate: RATE })
    expect(heard).toMatchObject({ ok: true, kind: 'chirp' })
    if (heard.ok) expect(heard.repetition).toBeCloseTo(passes, 0)
  })

  test('of a belt that slips: a squeal that does not stop; water makes it louder, and takes a chirp away', () => {
    const slips = recorded([], { load: 1, grip: 0.55, seconds: 2 })
    expect(loudestOfEach(slips.moments.at(-1)?.heard ?? [])[0]).toMatchObject({ kind: 'squeal', rate: null })
    const wet = recorded([OUT], { grip: 0.55, seconds: 2 })
    expect(
      wet.moments.flatMap(({ heard }) => heard).filter(({ kind, loud }) => kind === 'chirp' && loud > 0.1),
    ).toEqual([])
  })

  test('of a sound drive: nothing beside the engine, in numbers that can be played', () => {
    const { moments, sound } = recorded([], { seconds: 2 })
    expect(moments.flatMap(({ heard }) => heard)).toEqual([])
    expect(sound?.length).toBe(2 * RATE)
    expect(sound?.every((each) => Number.isFinite(each) && Math.abs(each) <= 1)).toBe(true)
  })
})

test('a run as a table has a row a moment, and every span', () => {
  const { moments } = recorded([], { seconds: 0.2 })
  const [heading = '', ...rows] = momentsCsv(moments).trim().split(/\r?\n/)
  expect(rows).toHaveLength(10)
  expect(heading.split(',')).toEqual(
    expect.arrayContaining(['time_s', 'engine_rpm', 'main_travel', 'main_alt.1_span_N', 'heard']),
  )
  expect(Number(rows[0]?.split(',')[1])).toBe(850)
})
