import type { SettledBelt } from '@emery/core/path'
import { bearingLife, SETTING_SHARE, worstBearing, type ReadTension } from '@emery/core/tension'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import styles from '../tension.module.css'
import { AdjusterSetting, type SettingProps } from './adjuster-setting.tsx'
import { KeepReading, type Kept } from './keep-reading.tsx'
import { useUnits } from '../../ui/use-units.ts'

interface AnswerProps {
  readonly read: ReadTension
  readonly kept: Kept
  readonly belt: SettledBelt
  readonly wanted: number
}

/** What a reading comes to against what is wanted, what to do next, and a button that keeps it. */
export function Answer({ read: { tension, sigma }, kept, belt, wanted }: AnswerProps) {
  const units = useUnits()
  const off = tension / wanted - 1
  const right = Math.abs(off) <= SETTING_SHARE
  return (
    <div className={styles['answer']} role="status">
      <p>
        <VerdictMark
          verdict={right ? 'fine' : Math.abs(off) <= 2 * SETTING_SHARE ? 'watch' : 'act'}
          label=""
          size={18}
        />
        <span>
          <b className="figures">{units.force.text(tension)}</b> ± {units.force.bare(sigma)}:{' '}
          {right
            ? 'correct.'
            : off < 0
              ? `too loose by ${units.force.text(wanted - tension)}.`
              : `too tight by ${units.force.text(tension - wanted)}.`}
        </span>
      </p>
      {off > SETTING_SHARE && <Bearing belt={belt} tension={tension} wanted={wanted} />}
      {!right && <AdjusterSetting belt={belt} tension={tension} wanted={wanted} />}
      <KeepReading
        kept={kept}
        setting={Math.round(tension)}
      >{`Save ${units.force.text(tension)} as its setting`}</KeepReading>
    </div>
  )
}

/** Which bearing carries how much more than it should. */
function Bearing({ belt, tension, wanted }: SettingProps) {
  const units = useUnits()
  const { settled } = useBench()
  const worst = worstBearing(
    settled,
    belt.belt.id,
    { now: tension, wanted },
    { rpm: settled.drive.engine.cruiseRpm, load: 1 },
  )
  if (worst === null) return null
  const more = worst.now - worst.wanted
  return (
    <p>
      <span>
        At cruise the bearing of <b className={styles['name']}>{pulleyName(settled.drive, worst.pulley)}</b> then
        carries {units.force.text(worst.now)}, {units.force.text(more)} too much
        {worst.max === null
          ? '.'
          : worst.now > worst.max
            ? `; it is made for ${units.force.text(worst.max)}.`
            : `, of the ${units.force.text(worst.max)} it is made for.`}{' '}
        {lifeWords(bearingLife(worst.now, worst.wanted))}
      </span>
    </p>
  )
}

/** What a load other than the wanted one does to a bearing's life. */
function lifeWords(share: number): string {
  if (share > 0.9) return ''
  const parts = Math.round(1 / share)
  return parts < 2
    ? `It lasts about ${Math.round(100 * share)} % as long.`
    : `It lasts about a ${['half', 'third', 'quarter', 'fifth'][parts - 2] ?? `${parts}th`} as long.`.replace(
        'a half',
        'half',
      )
}
