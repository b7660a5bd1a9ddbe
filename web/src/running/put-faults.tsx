import { Button, Select, Slider } from 'antd'
import type { CheckedDrive } from '@emery/core/drive'
import { FAULTS, possibleFaults, type FaultKind, type RunFault } from '@emery/core/running'
import { PanelSection } from '../ui/panel.tsx'
import { NO_BUBBLE } from '../ui/slider.ts'
import styles from './running.module.css'

interface PutFaultsProps {
  readonly drive: CheckedDrive
  readonly faults: readonly RunFault[]
  readonly onFaults: (faults: readonly RunFault[]) => void
}

/** Puts faults into the drive that runs, to see and hear what they do. The drive that is kept stays as it is. */
export function PutFaults({ drive, faults, onFaults }: PutFaultsProps) {
  const possible = possibleFaults(drive)
  const change = (i: number, fault: Partial<RunFault>) =>
    onFaults(faults.map((each, k) => (k === i ? { ...each, ...fault } : each)))
  const add = (kind: FaultKind) => {
    const at = FAULTS[kind].places(drive)[0]
    if (at !== undefined) onFaults([...faults, { kind, at, size: FAULTS[kind].complains[0] }])
  }
  return (
    <PanelSection title="Change something">
      <p className={styles['note']}>What you change here runs and is not kept: the drive stays as it is.</p>
      {faults.map(({ kind, at, size }, i) => {
        const { name, unit, least, most, places } = FAULTS[kind]
        return (
          <div key={i} className={styles['fault']}>
            <b>{name}</b>
            <Select
              aria-label={`Where: ${name}`}
              value={at}
              options={places(drive).map((id) => ({ value: id, label: placeName(drive, id) }))}
              onChange={(next: string) => change(i, { at: next })}
            />
            {least < most && (
              <label>
                <span className="figures">
                  {size} {unit}
                </span>
                <Slider
                  tooltip={NO_BUBBLE}
                  min={least}
                  max={most}
                  step={unit === 'grooves' || unit === 'ribs' ? 1 : (most - least) / 40}
                  value={size}
                  onChange={(next) => change(i, { size: Math.round(100 * next) / 100 })}
                  ariaLabelForHandle={`How much: ${name}`}
                />
              </label>
            )}
            <Button onClick={() => onFaults(faults.filter((_, k) => k !== i))}>Take out</Button>
          </div>
        )
      })}
      <Select<FaultKind | null>
        aria-label="Add a fault"
        value={null}
        placeholder="Add a fault …"
        showSearch={{ optionFilterProp: 'label' }}
        options={possible.map(({ kind }) => ({ value: kind, label: FAULTS[kind].name }))}
        onChange={(kind) => kind !== null && add(kind)}
      />
    </PanelSection>
  )
}

/** What a place of a fault is called: its part, belt, or the part that its adjuster moves. */
export function placeName({ shafts, pulleys, belts, adjusters }: CheckedDrive, id: string): string {
  const adjuster = adjusters.find((each) => each.id === id)
  const moved = adjuster !== undefined && 'shaft' in adjuster ? adjuster.shaft : undefined
  const shaft = pulleys.find((each) => each.id === id)?.shaft ?? moved ?? id
  const name = belts.find((each) => each.id === id)?.name ?? shafts.find((each) => each.id === shaft)?.name
  return name === undefined || name === '' ? id : name
}
