// What is used of two packages that bring no types, or types for another way of importing them.

declare module 'fft.js' {
  /** Radix-4 transform of a power of two of samples. */
  export default class FFT {
    constructor(size: number)
    /** Interleaved real and imaginary parts, 2·size. */
    createComplexArray(): number[]
    realTransform(out: number[], data: ArrayLike<number>): void
    completeSpectrum(spectrum: number[]): void
    inverseTransform(out: number[], data: ArrayLike<number>): void
  }
}

declare module 'wavefile/dist/wavefile.js' {
  export interface WaveFile {
    bitDepth: string
    fmt: { audioFormat: number; numChannels: number; sampleRate: number; bitsPerSample: number; subformat: number[] }
    getSamples(interleaved: false, as: Float64ArrayConstructor): Float64Array | Float64Array[]
    fromScratch(
      channels: number,
      rate: number,
      bitDepth: string,
      samples: ArrayLike<number> | ArrayLike<number>[],
    ): void
    toBuffer(): Uint8Array
  }
  const wavefile: {
    readonly WaveFile: new (bytes?: Uint8Array) => WaveFile
  }
  export default wavefile
}
