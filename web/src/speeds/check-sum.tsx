import { InputNumber, Segmented, Select } from 'antd'
import { useState } from 'react'
import { judgeRatio, judgeSpeed, tapeRatio, type SpeedSlip } from '@emery/core/speeds'
import type { Verdict } from '@emery/core/verdict'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
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
    <PanelSection label="Check a sum" title="Check your own calculation">
      <div className={styles['sum']}>
        <Select
          aria-label="Which shaft"
          value={at.shaft}
          options={judged.map(({ shaft }) => ({ value: shaft, label: nameOf(shaft) }))}
          onChange={setPicked}
        />
        <Segmented<'ratio' | 'speed'>
          aria-label="Result to check"
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
          aria-label={of === 'ratio' ? 'Your ratio' : 'Your speed, rpm'}
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
    </PanelSection>
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
      return `Correct: it turns ${is} times per turn of the crank.`
    case 'tape':
      return `Correct for the outside diameters (${(tape ?? 0).toFixed(2)}). The cord line runs off the rims, so the true ratio is ${is}.`
    case 'upside down':
      return `That is the ratio upside down: crank turns per turn of the part. Divide the crank pulley by the other pulley: ${is}.`
    case 'added':
      return `One turn of the crank was added. The ratio only multiplies the engine speed: ${is}.`
    case 'other':
      return `With these pulleys it is ${is}, not ${typed}. Press the ratio in the table to see the working.`
  }
}

function speedSentence(slip: SpeedSlip, typed: number, engineRpm: number, { ratio, tapeRatio: tape }: Known): string {
  const [n, is] = [Math.round(engineRpm), Math.round(ratio * engineRpm)]
  switch (slip) {
    case 'right':
      return `Correct: ${is} rpm at ${n} engine rpm.`
    case 'tape':
      return `Correct for the outside diameters (${Math.round((tape ?? 0) * engineRpm)}). The cord line runs off the rims, so the true speed is ${is} rpm.`
    case 'upside down':
      return `The engine speed was divided by the ratio, or the pulleys were swapped. Crank pulley over the other pulley, times ${n}: ${is} rpm.`
    case 'added':
      return `The ratio was added to the engine speed. Multiply instead: ${ratio.toFixed(2)} × ${n} is ${is} rpm.`
    case 'other':
      return `With these pulleys it is ${is} rpm at ${n} engine rpm, not ${typed}. Press the number in the table to see the working.`
  }
}
