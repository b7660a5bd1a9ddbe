/** Ways of listening: the machine’s microphone, and a made-up belt that stands in for one. */
import { simulatedPluck, type Recording } from '@emery/core/sound'

export type Heard =
  { readonly ok: true; readonly recording: Recording } | { readonly ok: false; readonly message: string }

/** Share of the listening that is over, from 0 to 1, and how loud it is. */
export type OnListening = (done: number, level: number) => void

export interface Microphone {
  readonly listen: (seconds: number, onListening: OnListening, signal: AbortSignal) => Promise<Heard>
}

/** Whether this page may ask for a microphone at all. */
export function hasMicrophone(): boolean {
  // Not there where a page comes over plain http from another machine, whatever the types say.
  const { mediaDevices } = navigator as { mediaDevices?: MediaDevices }
  return mediaDevices !== undefined && 'MediaRecorder' in globalThis
}

/** What a browser says when it does not give its microphone, and what to do about it. */
const REFUSALS: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The browser may not use the microphone. Allow it beside the address of this page, or load a WAV recording.',
  NotFoundError: 'No microphone was found. Load a WAV recording, or try the simulated belt.',
  NotReadableError: 'Another program is using the microphone. Close it and try again.',
}

/** The machine’s own microphone; what calls and recorders do to make speech clear is switched off. */
export const machineMicrophone: Microphone = {
  async listen(seconds, onListening, signal) {
    if (!hasMicrophone())
      return { ok: false, message: 'This page cannot use a microphone. Open it over https or on this machine itself.' }
    let stream: MediaStream
    try {
      stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      })
    } catch (error) {
      const name = error instanceof DOMException ? error.name : ''
      return { ok: false, message: REFUSALS[name] ?? 'The microphone cannot be used. Load a WAV recording.' }
    }
    const context = new AudioContext()
    try {
      const recorded = await record(stream, context, seconds, onListening, signal)
      if (recorded === null) return { ok: false, message: '' }
      const sound = await context.decodeAudioData(await recorded.arrayBuffer())
      return { ok: true, recording: { samples: sound.getChannelData(0).slice(), rate: sound.sampleRate } }
    } catch {
      return { ok: false, message: 'This browser cannot read the recording. Load a WAV recording.' }
    } finally {
      for (const track of stream.getTracks()) track.stop()
      await context.close()
    }
  },
}

/** Records for some seconds; null where it was stopped before. */
function record(
  stream: MediaStream,
  context: AudioContext,
  seconds: number,
  onListening: OnListening,
  signal: AbortSignal,
): Promise<Blob | null> {
  const analyser = new AnalyserNode(context, { fftSize: 1024 })
  context.createMediaStreamSource(stream).connect(analyser)
  const window = new Float32Array(analyser.fftSize)
  const recorder = new MediaRecorder(stream, { audioBitsPerSecond: 128_000 })
  const parts: Blob[] = []
  recorder.ondataavailable = ({ data }) => parts.push(data)
  return new Promise((resolve) => {
    const begun = performance.now()
    const look = setInterval(() => {
      analyser.getFloatTimeDomainData(window)
      const done = (performance.now() - begun) / 1000 / seconds
      onListening(
        Math.min(1, done),
        window.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0),
      )
      if ((done >= 1 || signal.aborted) && recorder.state !== 'inactive') recorder.stop()
    }, 50)
    recorder.onstop = () => {
      clearInterval(look)
      resolve(signal.aborted ? null : new Blob(parts, { type: recorder.mimeType }))
    }
    recorder.start()
  })
}

/** Milliseconds a made-up belt takes to be listened to: long enough to see that something happens. */
const MADE_UP_MS = 900

/** A belt that exists nowhere, ringing at a pitch of which only `seed` knows by how much it is off what is wanted. */
export function simulatedMicrophone(wanted: number, seed: number): Microphone {
  return {
    async listen(seconds, onListening, signal) {
      const recording = simulatedPluck({ frequency: wanted * offBy(seed), seed, seconds, signalToNoise: 14 })
      const steps = 12
      for (let i = 0; i <= steps; i++) {
        const from = Math.floor((i / (steps + 1)) * recording.samples.length)
        onListening(i / steps, Math.abs(recording.samples[from] ?? 0))
        await new Promise((resolve) => setTimeout(resolve, MADE_UP_MS / steps))
        if (signal.aborted) return { ok: false, message: '' }
      }
      return { ok: true, recording }
    },
  }
}

/** Pitches of made-up belts over the wanted one: loose, right, tight, in turn. */
const MADE_UP_SHARES = [0.81, 1.005, 1.16, 0.93] as const

function offBy(seed: number): number {
  return MADE_UP_SHARES[seed % MADE_UP_SHARES.length] ?? 1
}
