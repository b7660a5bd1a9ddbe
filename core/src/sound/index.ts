/** What the other packages may take from here. */
export { speedOfFiring } from './firing.ts'
export { type HeardNoise, hearNoise, type Spectrogram } from './noise-sound.ts'
export { findPluck, type Pluck, SURE_OF_PITCH } from './pluck.ts'
export type { Recording } from './recording.ts'
export { NOISE_KINDS, type NoiseKind, simulatedNoise, type SimulatedNoise } from './simulated-noise.ts'
export { simulatedPluck } from './simulated-pluck.ts'
export { MAX_SOUND_BYTES, readWav, writeWav } from './wav.ts'
