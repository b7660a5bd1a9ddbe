import { afterEach, describe, expect, test } from '@jest/globals'
import { findPluck } from '@emery/core/sound'
import { hasMicrophone, machineMicrophone, simulatedMicrophone } from './microphone.ts'

const nobody = () => undefined
const never = new AbortController().signal

describe('the machine’s microphone', () => {
  afterEach(() => {
    Object.assign(globalThis, { MediaRecorder: undefined })
    Reflect.deleteProperty(globalThis, 'MediaRecorder')
    Reflect.deleteProperty(navigator, 'mediaDevices')
  })

  /** A browser whose microphone ends in an error. */
  function refusing(name: string) {
    Object.defineProperty(navigator, 'mediaDevices', {
      configurable: true,
      value: { getUserMedia: () => Promise.reject(new DOMException('no', name)) },
    })
    Object.assign(globalThis, { MediaRecorder: nobody })
  }

  test('is not present over plain http, and that is said', async () => {
    expect(hasMicrophone()).toBe(false)
    expect(await machineMicrophone.listen(1, nobody, never)).toEqual({
      ok: false,
      message: expect.stringContaining('https'),
    })
  })

  test.each([
    ['NotAllowedError', 'Allow it'],
    ['NotFoundError', 'No microphone was found'],
    ['NotReadableError', 'Another program is using'],
    ['AbortError', 'cannot be used'],
  ])('that is refused with %s says what to do', async (name, words) => {
    refusing(name)
    expect(hasMicrophone()).toBe(true)
    expect(await machineMicrophone.listen(1, nobody, never)).toEqual({
      ok: false,
      message: expect.stringContaining(words),
    })
  })
})

describe('a made-up belt', () => {
  test('rings loose, right, tight and a little loose in turn, whatever is wanted', async () => {
    const heard = await Promise.all([0, 1, 2, 3].map((seed) => simulatedMicrophone(50, seed).listen(2, nobody, never)))
    const pitches = heard.map((each) => {
      const found = each.ok ? findPluck(each.recording) : null
      return found?.ok === true ? found.frequency / 50 : NaN
    })
    for (const [i, share] of [0.81, 1.005, 1.16, 0.93].entries()) expect(pitches[i]).toBeCloseTo(share, 2)
  })

  test('tells how far it has come, and stops when it is told to', async () => {
    const told: number[] = []
    const abort = new AbortController()
    const heard = await simulatedMicrophone(50, 1).listen(
      2,
      (done) => {
        told.push(done)
        if (done > 0.3) abort.abort()
      },
      abort.signal,
    )
    expect(heard.ok).toBe(false)
    expect(told[0]).toBe(0)
    expect(told.length).toBeLessThan(8)
  })
})
