import type { Recording } from '@emery/core/sound'

let context: AudioContext | null = null
let playing: AudioBufferSourceNode | null = null

/** Plays a recording; what played before stops. Resolves when it has ended or was stopped. */
export async function play({ samples, rate }: Recording): Promise<void> {
  stopPlaying()
  context ??= new AudioContext()
  await context.resume()
  const buffer = context.createBuffer(1, samples.length, rate)
  buffer.copyToChannel(new Float32Array(samples), 0)
  const source = context.createBufferSource()
  source.buffer = buffer
  source.connect(context.destination)
  playing = source
  await new Promise<void>((resolve) => {
    source.onended = () => resolve()
    source.start()
  })
  if (playing === source) playing = null
}

export function stopPlaying(): void {
  playing?.stop()
  playing = null
}
