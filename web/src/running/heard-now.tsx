import { Button, Slider } from 'antd'
import { PanelSection } from '../ui/panel.tsx'
import { NO_BUBBLE } from '../ui/slider.ts'
import type { RunFrame } from '../workers/running-work.ts'
import styles from './running.module.css'

interface HeardNowProps {
  readonly frame: RunFrame | null
  /** Whether every load and spring is known; where one is not, that nothing is heard says little. */
  readonly isKnown?: boolean
}

/** What is heard, in words, so that it can be followed without ears. */
export function HeardNow({ frame, isKnown = true }: HeardNowProps) {
  const heard = frame?.heard ?? []
  const runs = frame !== null && frame.rpm > 50
  return (
    <p className={styles['heard']} role="status" aria-label="Heard">
      {!runs
        ? 'The engine stands.'
        : heard.length === 0
          ? isKnown
            ? 'Nothing is heard beside the engine.'
            : 'Nothing is heard here; whether it slips is not known, for loads or springs are not.'
          : `Heard: ${heard.map(({ words }) => words).join('; ')}.`}
    </p>
  )
}

interface SoundControlsProps {
  readonly volume: number
  readonly level: number
  readonly onVolume: (volume: number) => void
}

/** How loud it is let be. */
export function SoundControls({ volume, level, onVolume }: SoundControlsProps) {
  return (
    <PanelSection title="Sound">
      <div className={styles['volume']}>
        <Button onClick={() => onVolume(volume === 0 ? LOUD : 0)} aria-pressed={volume > 0}>
          {volume === 0 ? 'Sound is off' : 'Sound is on'}
        </Button>
        <Slider
          tooltip={NO_BUBBLE}
          min={0}
          max={100}
          value={100 * volume}
          onChange={(next) => onVolume(next / 100)}
          ariaLabelForHandle="Volume"
        />
        <meter min={0} max={0.5} value={Math.min(0.5, level)} aria-label="Sound that is made" />
      </div>
      <p className={styles['note']}>
        The sound is synthetic: made from slip, entry angles, bearings and swinging spans. It tells kinds of noise apart
        and sounds like no particular engine.
      </p>
    </PanelSection>
  )
}

/** As loud as it begins. */
export const LOUD = 0.6
