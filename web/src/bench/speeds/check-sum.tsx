import { InputNumber, Select } from 'antd'
import { useState } from 'react'
import { judgeRatio, tapeRatio, type ShaftAt, type SpeedSlip } from '@emery/core'
import { VerdictMark, type Verdict } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './speeds.module.css'

const MARK: Readonly<Record<SpeedSlip, Verdict>> = {
  right: 'fine',
  tape: 'fine',
  'upside down': 'act',
  added: 'act',
  other: 'watch',
}

/** A ratio worked out by hand, checked; the usual slips are recognised and put right. */
export function CheckSum({ shafts }: { readonly shafts: readonly ShaftAt[] }) {
  const { settled } = useBench()
  const known = shafts.filter(({ shaft, ratio }) => ratio !== null && !isCrank(shaft))
  const [picked, setPicked] = useState<string | null>(null)
  const [typed, setTyped] = useState<number | null>(null)
  const at = known.find(({ shaft }) => shaft === picked) ?? known[0]
  if (at === undefined || at.ratio === null) return null
  const nameOf = (id: string) => settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  const tape = tapeRatio(settled, at.shaft)
  const slip = typed === null || !(typed > 0) ? null : judgeRatio(typed, { ratio: at.ratio, tapeRatio: tape })
  return (
    <section className={panel['section']} aria-label="Check a sum">
      <h2 className="heading">Check a sum of your own</h2>
      <div className={styles['sum']}>
        <Select
          aria-label="Which shaft"
          value={at.shaft}
          options={known.map(({ shaft }) => ({ value: shaft, label: nameOf(shaft) }))}
          onChange={setPicked}
        />
        <InputNumber
          aria-label="The ratio worked out"
          min={0.01}
          max={100}
          step={0.01}
          value={typed}
          placeholder="ratio"
          onChange={setTyped}
        />
      </div>
      {slip !== null && typed !== null && (
        <p className={styles['slip']} role="status">
          <VerdictMark verdict={MARK[slip]} label="" />
          <span>{sentence(slip, typed, at.ratio, tape)}</span>
        </p>
      )}
    </section>
  )

  function isCrank(id: string): boolean {
    return settled.drive.shafts.find((shaft) => shaft.id === id)?.kind === 'crank'
  }
}

function sentence(slip: SpeedSlip, typed: number, ratio: number, tape: number | null): string {
  const is = ratio.toFixed(2)
  switch (slip) {
    case 'right':
      return `Right: it turns ${is} times for one turn of the crank.`
    case 'tape':
      return `Right by the tape (${(tape ?? 0).toFixed(2)}). The belt’s cord runs off the rims, so in truth it is ${is}.`
    case 'upside down':
      return `That is the crank’s turns for one of the part’s. Divide the crank pulley by the other one: ${is}.`
    case 'added':
      return `The crank’s own turn was added. The ratio multiplies the engine’s speed, nothing is added: ${is}.`
    case 'other':
      return `By these pulleys it is ${is}, not ${typed}. Press the ratio in the table to see how that comes about.`
  }
}
