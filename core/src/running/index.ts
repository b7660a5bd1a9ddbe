/** What the other packages may take from here. */
export { caption, loudestOfEach } from './captions.ts'
export {
  FAULT_KINDS,
  type FaultKind,
  faultRefusal,
  FAULTS,
  possibleFaults,
  type RunFault,
  withFaults,
} from './faults.ts'
export { type Heard, Listener, type Sounding, type SoundKind } from './listen.ts'
export type { Taken } from './plan.ts'
export { momentsCsv } from './moments-csv.ts'
export { type Moment, momentOf, recordRun } from './record.ts'
export type { CannotRun } from './runnable.ts'
export { RunningDrive } from './running-drive.ts'
export { RunningSound } from './running-sound.ts'
export { NO_TROUBLE, type Trouble } from './trouble.ts'
