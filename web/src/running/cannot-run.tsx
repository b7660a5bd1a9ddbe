import { Link } from 'react-router'
import type { SettledDrive } from '@emery/core/path'
import type { CannotRun } from '@emery/core/running'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import styles from './running.module.css'

interface CannotRunProps {
  readonly settled: SettledDrive
  readonly reasons: readonly CannotRun[]
  /** The step of the drive where it is put right. */
  readonly stepAt: (step: string) => string
}

const STEP_OF: Readonly<Record<CannotRun['code'], { readonly step: string; readonly label: string }>> = {
  NO_BELT: { step: 'route', label: 'Route' },
  NOT_ROUTED: { step: 'route', label: 'Route' },
  NOT_DRIVEN: { step: 'route', label: 'Route' },
  FIGHTS: { step: 'route', label: 'Route' },
  NOT_MEASURED: { step: 'measure', label: 'Measure' },
  NO_PATH: { step: 'measure', label: 'Measure' },
  TOO_LONG: { step: 'length', label: 'Length' },
  TOO_SHORT: { step: 'length', label: 'Length' },
}

/** Why a drive does not run, where that is on the drawing, and the step in which it is put right. */
export function CannotRunNow({ settled, reasons, stepAt }: CannotRunProps) {
  const shafts = new Set(reasons.flatMap((reason) => reason.shafts))
  const belts = new Set(reasons.flatMap(({ belt }) => belt ?? []))
  return (
    <section className={styles['cannot']} aria-label="Cannot run yet">
      <h2 className="heading">Cannot run yet</h2>
      <ul>
        {reasons.map(({ code, why }) => (
          <li key={why}>
            {why} <Link to={stepAt(STEP_OF[code].step)}>Open {STEP_OF[code].label}</Link>
          </li>
        ))}
      </ul>
      <SmallDrive
        settled={settled}
        letters={0.05}
        pulleyMark={({ shaft }) => (shafts.has(shaft) ? 'chosen' : 'plain')}
        beltMark={({ belt }) => (belts.has(belt.id) ? 'chosen' : 'plain')}
        label="Where it is"
      />
    </section>
  )
}
