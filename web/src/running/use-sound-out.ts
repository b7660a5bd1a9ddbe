import { useCallback, useEffect, useRef, useState } from 'react'
import { SOUND_RATE } from '../workers/running-work.ts'
import { SoundOut } from './sound-out.ts'
import type { Running } from './use-running.ts'

const LOOKS_MS = 400

/** Lets a running drive be heard. A browser makes no sound before somebody has pressed something: `begin` is called then. */
export function useSoundOut({ onFrame }: Pick<Running, 'onFrame'>, volume: number) {
  const out = useRef<SoundOut | null>(null)
  const [level, setLevel] = useState(0)
  useEffect(() => () => void out.current?.close(), [])
  useEffect(() => {
    if (out.current !== null) out.current.volume = volume
  }, [volume])
  useEffect(() => onFrame(({ sound }) => out.current?.play(sound as Float32Array<ArrayBuffer>)), [onFrame])
  useEffect(() => {
    const looking = setInterval(() => setLevel(Math.round(100 * (out.current?.level ?? 0)) / 100), LOOKS_MS)
    return () => clearInterval(looking)
  }, [])
  const begin = useCallback(() => {
    if (out.current !== null || !('AudioContext' in globalThis)) return
    out.current = new SoundOut(SOUND_RATE)
    out.current.volume = volume
  }, [volume])
  return { begin, level }
}
