import { useMemo, useState } from 'react'
import type { RunControls } from '../workers/running-work.ts'
import { slowestRpm, usePedal } from './use-pedal.ts'

/** Times the speed that a pressed pedal goes to, within what the engine may turn. */
const PEDAL = 3
/** Share of their load that parts begin with. */
const BEGINS_WITH = 0.25

interface EngineSpeeds {
  readonly idleRpm: number
  readonly maxRpm: number
}

/** The engine of a running drive in somebody's hands: what its controls show, and what the drive is asked for. */
export function useEngine({ idleRpm, maxRpm }: EngineSpeeds) {
  const [isOn, setOn] = useState(false)
  const [rpm, setRpm] = useState(idleRpm)
  const [load, setLoad] = useState(BEGINS_WITH)
  const [pace, setPace] = useState(1)
  const [isPaused, setPaused] = useState(false)
  const pedal = usePedal(isOn)
  const wanted = pedal.pressed ? Math.min(maxRpm, PEDAL * rpm) : rpm
  const controls = useMemo<RunControls>(() => ({ asked: isOn ? wanted : 0, load, pace }), [isOn, wanted, load, pace])
  return {
    isOn,
    isPaused,
    controls,
    start: () => {
      setPaused(false)
      setOn(true)
    },
    stop: () => setOn(false),
    /** For `EngineControls`. */
    shown: {
      isOn,
      rpm,
      load,
      pace,
      isPaused,
      pedal,
      least: slowestRpm(idleRpm),
      most: maxRpm,
      onStop: () => setOn(false),
      onRpm: setRpm,
      onLoad: setLoad,
      onPace: setPace,
      onPause: () => setPaused(!isPaused),
    },
  }
}
