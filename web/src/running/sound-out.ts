/** Plays pieces of sound one after the other, with as little delay as keeps them together. */
export class SoundOut {
  private readonly context = new AudioContext()
  private readonly gain = this.context.createGain()
  private readonly meter = this.context.createAnalyser()
  private readonly seen = new Float32Array(new ArrayBuffer(4 * METER_SAMPLES))
  private next = 0

  constructor(private readonly rate: number) {
    this.meter.fftSize = METER_SAMPLES
    this.gain.connect(this.meter)
    this.meter.connect(this.context.destination)
  }

  /** 0 silent to 1 as loud as it was made. */
  set volume(volume: number) {
    this.gain.gain.value = volume
  }

  play(samples: Float32Array<ArrayBuffer>): void {
    if (samples.length === 0 || this.context.state !== 'running') return
    const now = this.context.currentTime
    // What waits too long is left out, rather than heard late.
    if (this.next < now || this.next > now + LONGEST_WAIT) this.next = now + AHEAD
    const buffer = this.context.createBuffer(1, samples.length, this.rate)
    buffer.copyToChannel(samples, 0)
    const source = this.context.createBufferSource()
    source.buffer = buffer
    source.connect(this.gain)
    source.start(this.next)
    this.next += samples.length / this.rate
  }

  /** How loud it is just now, 0 to 1: what goes to the loudspeaker. */
  get level(): number {
    this.meter.getFloatTimeDomainData(this.seen)
    return Math.sqrt(this.seen.reduce((sum, each) => sum + each * each, 0) / this.seen.length)
  }

  async close(): Promise<void> {
    await this.context.close()
  }
}

const METER_SAMPLES = 2048
/** s that a piece is begun ahead, and that may wait at most. */
const AHEAD = 0.05
const LONGEST_WAIT = 0.4
