import { InputNumber, Segmented, Select } from 'antd'
import { useState } from 'react'
import { judgeRatio, judgeSpeed, tapeRatio, type SpeedSlip } from '@emery/core'
import { VerdictMark, type Verdict } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './speeds.module.css'
import { useSpeeds } from './use-speeds.ts'

const MARK: Readonly<Record<SpeedSlip, Verdict>> = {
  right: 'fine',
  tape: 'fine',
  'upside down': 'act',
  added: 'act',
  other: 'watch',
}

/** A ratio or a speed worked out by hand, checked; the usual slips are recognised and put right. */
export function CheckSum() {
  const { settled } = useBench()
  const { judged, focus, rpm, nameOf } = useSpeeds()
  const [picked, setPicked] = useState<string | null>(null)
  const [of, setOf] = useState<'ratio' | 'speed'>('ratio')
  const [typed, setTyped] = useState<number | null>(null)
  const at = judged.find(({ shaft }) => shaft === picked) ?? focus
  if (at === undefined) return null
  const known = { ratio: at.ratio, tapeRatio: tapeRatio(settled, at.shaft) }
  const slip =
    typed === null || !(typed > 0) ? null : of === 'ratio' ? judgeRatio(typed, known) : judgeSpeed(typed, rpm, known)
  return (
    <section className={panel['section']} aria-label="Check a sum">
      <h2 className="heading">Check a sum of your own</h2>
      <div className={styles['sum']}>
        <Select
          aria-label="Which shaft"
          value={at.shaft}
          options={judged.map(({ shaft }) => ({ value: shaft, label: nameOf(shaft) }))}
          onChange={setPicked}
        />
        <Segmented<'ratio' | 'speed'>
          aria-label="What was worked out"
          value={of}
          options={[
            { value: 'ratio', label: 'Ratio' },
            { value: 'speed', label: 'Speed' },
          ]}
          onChange={(next) => {
            setOf(next)
            setTyped(null)
          }}
        />
        <InputNumber
          key={of}
          aria-label={of === 'ratio' ? 'The ratio worked out' : 'The speed worked out, rpm'}
          min={0.01}
          max={of === 'ratio' ? 100 : 1_000_000}
          step={of === 'ratio' ? 0.01 : 10}
          value={typed}
          placeholder={of === 'ratio' ? 'ratio' : `rpm at ${Math.round(rpm)}`}
          onChange={setTyped}
        />
      </div>
      {slip !== null && typed !== null && (
        <p className={styles['slip']} role="status">
          <VerdictMark verdict={MARK[slip]} label="" />
          <span>{of === 'ratio' ? ratioSentence(slip, typed, known) : speedSentence(slip, typed, rpm, known)}</span>
        </p>
      )}
    </section>
  )
}

interface Known {
  readonly ratio: number
  readonly tapeRatio: number | null
}

function ratioSentence(slip: SpeedSlip, typed: number, { ratio, tapeRatio: tape }: Known): string {
  const is = ratio.toFixed(2)
  switch (slip) {
    case 'right':
      return `Right: it turns ${is} times for one turn of the crank.`
    case 'tape':
      return `Right by the tape (${(tape ?? 0).toFixed(2)}). The belt’s cord runs off the rims, so in truth it is ${is}.`
    case 'upside down':
      return `That is the crank’s turns for one of the part’s, which people mix up often. Divide the crank pulley by the other one: ${is}.`
    case 'added':
      return `The crank’s own turn was added. The ratio multiplies the engine’s speed, nothing is added: ${is}.`
    case 'other':
      return `By these pulleys it is ${is}, not ${typed}. Press the ratio in the table to see how that comes about.`
  }
}

function speedSentence(slip: SpeedSlip, typed: number, engineRpm: number, { ratio, tapeRatio: tape }: Known): string {
  const [n, is] = [Math.round(engineRpm), Math.round(ratio * engineRpm)]
  switch (slip) {
    case 'right':
      return `Right: ${is} rpm at ${n} of the engine.`
    case 'tape':
      return `Right by the tape (${Math.round((tape ?? 0) * engineRpm)}). The belt’s cord runs off the rims, so in truth it is ${is} rpm.`
    case 'upside down':
      return `The engine’s speed was divided by the ratio, or the pulleys the wrong way round. Crank pulley over the other one, times ${n}: ${is} rpm.`
    case 'added':
      return `The ratio was added to the engine’s speed. It multiplies it: ${ratio.toFixed(2)} × ${n} is ${is} rpm.`
    case 'other':
      return `By these pulleys it is ${is} rpm at ${n} of the engine, not ${typed}. Press the number in the table to see how that comes about.`
  }
}
