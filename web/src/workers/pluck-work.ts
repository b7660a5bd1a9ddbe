import { findPluck, type Pluck } from '@emery/core/sound'
import { soundWork } from './sound-work.ts'

/** What the worker does; the same functions run without one in tests. */
export const pluckWork = soundWork<Pluck>(findPluck)
