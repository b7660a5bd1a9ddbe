import { Button, Slider } from 'antd'
import { PanelSection } from '../ui/panel.tsx'
import { NO_BUBBLE } from '../ui/slider.ts'
import type { RunFrame } from '../workers/running-work.ts'
import styles from './running.module.css'

interface HeardNowProps {
  readonly frame: RunFrame | null
  readonly volume: number
  readonly level: number
  readonly onVolume: (volume: number) => void
}

/** What is heard, in words, so that it can be followed without ears; and how loud it is let be. */
export function HeardNow({ frame, volume, level, onVolume }: HeardNowProps) {
  const heard = frame?.heard ?? []
  const runs = frame !== null && frame.rpm > 50
  return (
    <PanelSection title="Heard">
      <p className={styles['heard']} role="status">
        {!runs
          ? 'The engine stands.'
          : heard.length === 0
            ? 'Nothing beside the engine.'
            : heard.map(({ words }) => words).join('; ')}
      </p>
      <div className={styles['volume']}>
        <Button onClick={() => onVolume(volume === 0 ? 0.6 : 0)} aria-pressed={volume === 0}>
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
