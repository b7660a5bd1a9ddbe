import type { CheckedDrive } from '../drive/drive.ts'
import { withFact } from '../drive/edits-facts.ts'
import type { DriveEdit } from '../drive/edits.ts'
import type { Engine } from '../drive/engine.ts'

/** The engine speeds a drive is judged at. */
export const ENGINE_SPEEDS = ['idleRpm', 'cruiseRpm', 'maxRpm'] as const
export type EngineSpeed = (typeof ENGINE_SPEEDS)[number]

const NAMES: Readonly<Record<EngineSpeed, string>> = {
  idleRpm: 'Idle',
  cruiseRpm: 'Cruise',
  maxRpm: 'The maximum speed',
}

/** Why an engine speed cannot be what was typed, in a sentence; undefined where it can. */
export function engineSpeedRefusal(
  { engine }: Pick<CheckedDrive, 'engine'>,
  key: EngineSpeed,
  rpm: number,
): string | undefined {
  if (!(rpm > 0)) return `${NAMES[key]} must be above zero.`
  const at = { ...engine, [key]: rpm }
  if (at.idleRpm > at.cruiseRpm)
    return key === 'idleRpm'
      ? `Idle must not be above cruise (${at.cruiseRpm} rpm).`
      : `Cruise must not be below idle (${at.idleRpm} rpm).`
  if (at.cruiseRpm > at.maxRpm)
    return key === 'maxRpm'
      ? `The maximum speed must not be below cruise (${at.cruiseRpm} rpm).`
      : `Cruise must not be above the maximum speed (${at.maxRpm} rpm).`
  return undefined
}

export function setEngineSpeed(key: EngineSpeed, rpm: number): DriveEdit {
  return (draft) => {
    draft.engine[key] = rpm
    confirmEngineSpeeds([key])(draft)
  }
}

/** Somebody has looked: this engine does run at these speeds, all of them or those that are named. */
export function confirmEngineSpeeds(keys: readonly EngineSpeed[] = ENGINE_SPEEDS): DriveEdit {
  return (draft) => {
    const left = (draft.engine.assumed ?? []).filter((key) => !keys.some((each) => each === key))
    draft.engine = withFact(draft.engine, 'assumed', left.length === 0 ? null : left)
  }
}

/** Engine speeds that nobody has read: they are nominal, and nothing is fine that rests on them. */
export function nominalSpeeds({ assumed = [] }: Engine): readonly EngineSpeed[] {
  return ENGINE_SPEEDS.filter((key) => assumed.includes(key))
}

/** An engine speed in a sentence, said to be nominal where nobody has read it. */
export function engineRpmText(engine: Engine, key: EngineSpeed): string {
  return `${engine[key]} engine rpm${nominalSpeeds(engine).includes(key) ? ' (nominal)' : ''}`
}
