import { Button, Slider } from 'antd'
import { Choices } from '../ui/choices.tsx'
import { NO_BUBBLE } from '../ui/slider.ts'
import styles from './running.module.css'

export const PACES = [
  { pace: 1, label: 'Real time' },
  { pace: 0.25, label: '¼ speed' },
  { pace: 0.05, label: '1⁄20 speed' },
] as const

interface EngineControlsProps {
  readonly isOn: boolean
  readonly rpm: number
  /** Between what the engine can be asked for, rpm. */
  readonly least: number
  readonly most: number
  readonly load: number
  readonly pace: number
  readonly isPaused: boolean
  readonly pedal: { readonly pressed: boolean; readonly press: () => void; readonly release: () => void }
  readonly onStart: () => void
  readonly onStop: () => void
  readonly onRpm: (rpm: number) => void
  readonly onLoad: (load: number) => void
  readonly onPace: (pace: number) => void
  readonly onPause: () => void
  readonly onWater: () => void
}

/** What a foot and a hand do to an engine that runs. */
export function EngineControls({
  isOn,
  rpm,
  least,
  most,
  load,
  pace,
  isPaused,
  pedal,
  onStart,
  onStop,
  onRpm,
  onLoad,
  onPace,
  onPause,
  onWater,
}: EngineControlsProps) {
  return (
    <section className={styles['controls']} aria-label="Engine">
      <div className={styles['keys']}>
        <Button type="primary" size="large" onClick={isOn ? onStop : onStart}>
          {isOn ? 'Stop the engine' : 'Start the engine'}
        </Button>
        <Button
          size="large"
          disabled={!isOn}
          aria-pressed={pedal.pressed}
          onPointerDown={pedal.press}
          onPointerUp={pedal.release}
          onPointerLeave={pedal.release}
          onPointerCancel={pedal.release}
        >
          Pedal <kbd>G</kbd>
        </Button>
        <Button size="large" disabled={!isOn} onClick={onWater}>
          Wet the belt
        </Button>
        <Button size="large" disabled={!isOn} aria-pressed={isPaused} onClick={onPause}>
          {isPaused ? 'Go on' : 'Pause'}
        </Button>
      </div>
      <label>
        <span>
          Engine speed <b className="figures">{Math.round(rpm)} rpm</b>
        </span>
        <Slider
          tooltip={NO_BUBBLE}
          min={least}
          max={most}
          step={50}
          value={rpm}
          onChange={onRpm}
          ariaLabelForHandle="Engine speed"
        />
      </label>
      <label>
        <span>
          Load of the parts <b className="figures">{Math.round(100 * load)} %</b>
        </span>
        <Slider
          tooltip={NO_BUBBLE}
          min={0}
          max={100}
          value={100 * load}
          onChange={(next) => onLoad(next / 100)}
          ariaLabelForHandle="Load of the parts"
        />
      </label>
      <Choices label="Pace">
        {PACES.map((each) => (
          <Button key={each.pace} aria-pressed={each.pace === pace} onClick={() => onPace(each.pace)}>
            {each.label}
          </Button>
        ))}
      </Choices>
    </section>
  )
}
