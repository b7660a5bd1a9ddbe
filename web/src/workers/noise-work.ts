import { hearNoise, type HeardNoise } from '@emery/core/sound'
import { soundWork } from './sound-work.ts'

/** What the worker does; the same functions run without one in tests. */
export const noiseWork = soundWork<HeardNoise>(hearNoise)
