import { Button, InputNumber, Select } from 'antd'
import type { SpeedJudgement } from '@emery/core/speeds'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import { useSpeeds } from '../use-speeds.ts'
import styles from './change-sizes.module.css'

/** Share by which a suggested speed stays clear of a limit. */
const TO_SPARE = 0.05

/** Which part, how fast, at which engine speed. */
export function WantedForm() {
  const { store, settled } = useBench()
  const { judged, focus, rpm, wanted, nameOf } = useSpeeds()
  const { engine } = settled.drive
  if (focus === undefined) return null
  const at = wanted?.engineRpm ?? engine.maxRpm
  const { setSpeeds } = store.getState()
  const speeds = [
    { value: engine.idleRpm, label: `idle, ${engine.idleRpm} rpm` },
    { value: engine.cruiseRpm, label: `cruise, ${engine.cruiseRpm} rpm` },
    { value: engine.maxRpm, label: `its highest, ${engine.maxRpm} rpm` },
    { value: rpm, label: `the slider, ${Math.round(rpm)} rpm` },
  ].filter(({ value }, i, all) => all.findIndex((each) => each.value === value) === i)
  const suggested = suggestions(focus)
  return (
    <PanelSection title="Speed needed">
      <div className={styles['wanted']}>
        <label>
          <span>Let</span>
          <Select
            aria-label="Which part"
            value={focus.shaft}
            options={judged.map(({ shaft }) => ({ value: shaft, label: nameOf(shaft) }))}
            onChange={(shaft) => setSpeeds({ shaft, wanted: null, trying: null })}
          />
        </label>
        <label>
          <span>turn at</span>
          <InputNumber
            aria-label="Speed needed, rpm"
            value={wanted?.rpm ?? null}
            placeholder={`now ${Math.round(focus.ratio * at)}`}
            suffix="rpm"
            precision={0}
            step={50}
            onChange={(value) => setSpeeds({ wanted: { rpm: value, engineRpm: at }, trying: null })}
          />
        </label>
        <label>
          <span>when the engine is at</span>
          <Select
            aria-label="At which engine speed"
            value={at}
            options={speeds}
            onChange={(engineRpm) => setSpeeds({ wanted: { rpm: wanted?.rpm ?? null, engineRpm }, trying: null })}
          />
        </label>
      </div>
      {focus.reasons.map((why) => (
        <p key={why} className="soft">
          {why}
        </p>
      ))}
      {suggested.length > 0 && (
        <div className={styles['suggested']}>
          {suggested.map(({ words, ratio, atIdle }) => {
            const engineRpm = atIdle ? engine.idleRpm : engine.maxRpm
            return (
              <Button
                key={words}
                onClick={() => setSpeeds({ wanted: { rpm: Math.round(ratio * engineRpm), engineRpm }, trying: null })}
              >
                {words}
              </Button>
            )
          })}
        </div>
      )}
    </PanelSection>
  )

  /** Speeds that would end what is wrong, a little clear of the limit. */
  function suggestions({ range: { min: least, max: most }, rpm: own }: SpeedJudgement) {
    return [
      ...(most !== null && own.max > most.rpm
        ? [
            {
              words: `${Math.round(most.rpm * (1 - TO_SPARE))} maximum: its limit with 5 % to spare`,
              ratio: (most.rpm * (1 - TO_SPARE)) / engine.maxRpm,
              atIdle: false,
            },
          ]
        : []),
      ...(least !== null && own.idle < least.rpm
        ? [
            {
              words: `${Math.round(least.rpm * (1 + TO_SPARE))} at idle: its minimum with 5 % to spare`,
              ratio: (least.rpm * (1 + TO_SPARE)) / engine.idleRpm,
              atIdle: true,
            },
          ]
        : []),
    ]
  }
}
