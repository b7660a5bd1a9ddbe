import { Input } from 'antd'
import { useId, useMemo, useState } from 'react'
import { standardLengths } from '@emery/core/length'
import { beltLabel, readLabel, sectionFigures } from '@emery/core/sections'
import { labelDrive } from '@emery/core/sums'
import { LabelReadings } from '../ui/label-readings.tsx'
import { SumCard } from './sum-card.tsx'

/** A belt's label: what it can mean, and the sizes beside it. */
export function LabelSum() {
  const id = useId()
  const [text, setText] = useState('')
  const [picked, setPicked] = useState(0)
  const meant = useMemo(() => readLabel(text), [text])
  const chosen = meant[picked] ?? meant[0]
  const near = useMemo(() => {
    if (chosen === undefined) return []
    const { standardStep } = sectionFigures(chosen.section)
    return standardLengths(chosen.section, chosen.length - 2 * standardStep, chosen.length + 2 * standardStep)
  }, [chosen])
  return (
    <SumCard
      title="What a label means"
      {...(chosen === undefined ? {} : { asDrive: () => labelDrive(chosen.section, chosen.ribs, chosen.length) })}
      wants={text.trim() === '' ? 'Type what stands on the belt.' : `“${text.trim()}” cannot be read as a belt label.`}
      result={
        chosen === undefined ? null : (
          <>
            <LabelReadings
              meant={meant}
              picked={Math.min(picked, meant.length - 1)}
              section={null}
              onPick={setPicked}
            />
            <p>Sizes near it: {near.map((length) => beltLabel(chosen.section, chosen.ribs, length)).join(', ')}</p>
          </>
        )
      }
    >
      <div>
        <label htmlFor={id}>Label</label>
        <Input
          id={id}
          className="figures"
          maxLength={60}
          value={text}
          onChange={({ target }) => {
            setText(target.value)
            setPicked(0)
          }}
        />
      </div>
    </SumCard>
  )
}
