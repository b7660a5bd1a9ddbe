import { Button, Tooltip } from 'antd'
import type { BeltAfter, DriveVersion } from '@emery/core/resize'
import { FIT_MARK } from '../../ui/fit-mark.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { useSpeeds } from '../use-speeds.ts'
import styles from './change-sizes.module.css'
import { pulleyName } from '../../ui/pulley-name.ts'
import { MAX_COMPARED, useVersions } from './use-versions.ts'
import { useBeltName } from '../../ui/use-belt-name.ts'

interface VersionCardProps {
  readonly version: DriveVersion
  readonly title: string
  readonly speed: string
}

/** One version: the size, the speed it gives, the belt to buy and where it sits, the least wrap, and what else changes. */
export function VersionCard({ version, title, speed }: VersionCardProps) {
  const { settled } = useBench()
  const { hold, putOn, isCompared, toggleCompared, full } = useVersions()
  const compared = isCompared(version.sizes)
  return (
    <li
      className={styles['card']}
      onPointerEnter={() => hold(version)}
      onPointerLeave={() => hold(null)}
      onFocus={() => hold(version)}
      onBlur={() => hold(null)}
    >
      <p className={styles['title']}>
        <strong className="figures">{title}</strong>
        <span>{speed}</span>
      </p>
      {version.belts.map((belt) => (
        <BeltLine key={belt.belt} belt={belt} />
      ))}
      <SideEffects version={version} />
      {version.troubles.map(({ message }) => (
        <p key={message} className={styles['trouble']}>
          <VerdictMark verdict="watch" label="" /> <span>{message}</span>
        </p>
      ))}
      <div className={styles['acts']}>
        <Tooltip title={full && !compared ? `You can compare up to ${MAX_COMPARED} versions. Remove one first.` : ''}>
          <Button
            aria-pressed={compared}
            aria-label={`Compare ${title} on ${names(settled.drive)}`}
            disabled={full && !compared}
            onClick={() => toggleCompared(version.sizes)}
          >
            {compared ? 'In the comparison' : 'Compare'}
          </Button>
        </Tooltip>
        <Button
          type="primary"
          aria-label={`Fit this belt ${title} on ${names(settled.drive)}`}
          onClick={() => putOn(version)}
        >
          Fit this belt
        </Button>
      </div>
    </li>
  )

  function names(drive: Parameters<typeof pulleyName>[0]): string {
    return version.sizes.map(({ pulley }) => pulleyName(drive, pulley)).join(' and ')
  }
}

/** Which belt runs there afterwards, and how it sits. */
export function BeltLine({ belt: { belt: id, length, stays, fit, leastWrap } }: { readonly belt: BeltAfter }) {
  const { settled } = useBench()
  const belt = settled.drive.belts.find((each) => each.id === id)
  const nameOf = useBeltName()
  if (belt === undefined) return null
  const label = length === null ? null : nameOf(belt, length)
  const seat = fit?.u.new == null ? '' : `, ${Math.round(100 * fit.u.new)} % of travel`
  return (
    <p className={styles['belt']}>
      <VerdictMark verdict={fit === null ? 'act' : FIT_MARK[fit.verdict]} label="" />
      <span>
        {label === null ? (
          'No standard belt fits there.'
        ) : (
          <>
            <b>{label}</b> {stays ? 'stays' : 'to buy'}: {fit?.verdict ?? 'not judged'}
            {seat}
          </>
        )}
        {leastWrap !== null &&
          `; minimum wrap ${Math.round(leastWrap.angle)}° on ${pulleyName(settled.drive, leastWrap.pulley)}`}
      </span>
    </p>
  )
}

/** Other parts whose speed changes, with how they then stand. */
function SideEffects({ version }: { readonly version: DriveVersion }) {
  const { judged, focus, nameOf } = useSpeeds()
  const changed = version.shafts.flatMap((after) => {
    const before = judged.find(({ shaft }) => shaft === after.shaft)
    if (before === undefined || after.shaft === focus?.shaft || Math.abs(after.ratio / before.ratio - 1) < 1e-4)
      return []
    return [{ before, after }]
  })
  if (changed.length === 0) return <p className={styles['effects']}>Nothing else changes speed.</p>
  return (
    <ul className={styles['effects']} aria-label="Other speeds that change">
      {changed.map(({ before, after }) => (
        <li key={after.shaft}>
          <VerdictMark verdict={after.verdict} label={after.reasons[0] ?? after.verdict} size={11} />
          <span>{nameOf(after.shaft)}</span>
          <span className="figures">
            {Math.round(before.rpm.max)} → {Math.round(after.rpm.max)}
          </span>
        </li>
      ))}
    </ul>
  )
}
