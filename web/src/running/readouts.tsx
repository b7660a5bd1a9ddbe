import type { SettledDrive } from '@emery/core/path'
import { PanelSection, PanelTable } from '../ui/panel.tsx'
import { useUnits } from '../ui/use-units.ts'
import type { RunFrame, RunParts } from '../workers/running-work.ts'
import { MAGNIFIED, SLIPS_FROM } from './running-picture.ts'
import styles from './running.module.css'
import { unknownBelts } from './unknown-belts.ts'

const RPM = 60 / (2 * Math.PI)

interface ReadoutsProps {
  readonly settled: SettledDrive
  readonly parts: RunParts
  readonly frame: RunFrame | null
  /** Positions that are pinned. */
  readonly pinned: readonly number[]
  readonly onPin: (position: number) => void
}

/** Every pulley with the span after it, as it stands now; what is pinned is drawn over time. */
export function Readouts({ settled, parts, frame, pinned, onPin }: ReadoutsProps) {
  const { force } = useUnits()
  const nameOf = namesOf(settled, parts)
  const unknown = unknownBelts(parts)
  return (
    <PanelSection title="Pulley by pulley">
      <PanelTable label="Readings">
        <thead>
          <tr>
            <th scope="col">Pulley</th>
            <th scope="col">rpm</th>
            <th scope="col">span after, {force.unit}</th>
            <th scope="col">grip used</th>
          </tr>
        </thead>
        <tbody>
          {parts.positions.map(({ belt, body }, i) => {
            const slip = frame?.slip[i] ?? 0
            const slips = Math.abs(slip) > SLIPS_FROM
            return (
              <tr key={i} data-slips={slips}>
                <th scope="row">
                  <button
                    type="button"
                    className={styles['pin']}
                    aria-pressed={pinned.includes(i)}
                    onClick={() => onPin(i)}
                  >
                    {nameOf(i)}
                  </button>
                </th>
                <td className="figures">{frame === null ? '–' : Math.round((frame.meanSpeed[body] ?? 0) * RPM)}</td>
                <td className="figures">{frame === null ? '–' : force.bare(frame.meanTension[i] ?? 0)}</td>
                <td className="figures">
                  {slips
                    ? `slips ${Math.abs(slip).toFixed(1)} m/s`
                    : unknown.has(belt)
                      ? 'not known'
                      : gripText(frame, i)}
                </td>
              </tr>
            )
          })}
        </tbody>
      </PanelTable>
      <p className={styles['note']}>
        Press a pulley to see it over time. Swings of the spans are drawn {MAGNIFIED} times as large as they are; the
        largest now is {frame === null ? '–' : `${(1000 * Math.max(0, ...frame.reach)).toFixed(1)} mm`}.
        {armWords(frame)}
        {parts.taken.length > 0 && ' Some figures are nominal, or not known: what this rests on stands at the end.'}
      </p>
    </PanelSection>
  )
}

function gripText(frame: RunFrame | null, i: number): string {
  const use = frame?.gripUse[i]
  if (use === undefined) return '–'
  return Number.isFinite(use) ? `${Math.round(100 * use)} %` : 'thrown off'
}

function armWords(frame: RunFrame | null): string {
  const nods = Math.max(0, ...(frame?.nod ?? []))
  return nods < 0.05 ? '' : ` The arm nods by ${nods.toFixed(1)}°.`
}

/** What each position is called: its part, with its belt where the part has several. */
export function namesOf({ drive }: SettledDrive, parts: RunParts): (position: number) => string {
  return (position) => {
    const at = parts.positions[position]
    const name = drive.shafts.find(({ id }) => id === at?.shaft)?.name ?? at?.pulley ?? ''
    const more = parts.positions.filter(({ shaft }) => shaft === at?.shaft).length > 1
    const belt = drive.belts.find(({ id }) => id === parts.belts[at?.belt ?? 0]?.id)?.name ?? ''
    return more ? `${name}, ${belt}` : name
  }
}
