import { v4 as newId } from 'uuid'
import { takeReading } from '@emery/core/measure'
import type { SettledBelt } from '@emery/core/path'
import { ruleWords } from '@emery/core/rules'
import { grooveWear, rideLimits, type GrooveRide } from '@emery/core/tension'
import { stampNow } from '../../ui/preferences.ts'
import { ReadingField } from '../../ui/reading-field.tsx'
import { useLengths } from '../../ui/use-lengths.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from '../tension.module.css'

/** How deep a V belt lies in its grooves, and what that has let out and changed. */
export function Grooves({ belt }: { readonly belt: SettledBelt }) {
  const { settled, rules } = useBench()
  const lengths = useLengths()
  const wear = grooveWear(settled, belt, rules)
  if (wear === null) return null
  const { grooves, slack, ratios } = wear
  const limits = rideLimits(rules)
  const known = grooves.some(({ ride }) => ride !== null)
  const shaftName = (id: string) => settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  return (
    <PanelSection title="Belt depth in the grooves">
      <p className="soft">
        Lay a straightedge across the rim. How far is the top of the belt below it? From {lengths.fine(limits.watch)}{' '}
        watch it, beyond {lengths.fine(limits.replace)} replace it ({ruleWords(rules, 'wear.ride.replace')}). A belt on
        the bottom of its groove slips at any tension.
      </p>
      <ul className={styles['grooves']} aria-label="Depth in each groove">
        {grooves.map((groove) => (
          <Groove key={groove.pulley} groove={groove} />
        ))}
      </ul>
      {known && Math.abs(slack) >= 0.05 && (
        <p>
          At this depth the adjuster takes up <b className="figures">{lengths.text(Math.abs(slack))}</b>{' '}
          {slack > 0 ? 'more' : 'less'} belt than with the belt flush with the rims.
        </p>
      )}
      {ratios.map(({ shaft, now, flush }) => (
        <p key={shaft}>
          {shaftName(shaft)} turns {now.toFixed(3)} times per turn of the crank; flush with the rims it would be{' '}
          {flush.toFixed(3)}.
        </p>
      ))}
    </PanelSection>
  )
}

function Groove({ groove: { pulley, ride, verdict } }: { readonly groove: GrooveRide }) {
  const { store, settled } = useBench()
  return (
    <li>
      <VerdictMark verdict={verdict} />
      <ReadingField
        label={`Top below the rim on ${pulleyName(settled.drive, pulley)}`}
        value={ride}
        onRead={(mm) =>
          mm === null
            ? { ok: true }
            : store
                .getState()
                .edit(
                  'add a belt depth reading',
                  takeReading({ id: newId(), pulley, how: 'ride', written: '', value: mm, ...stampNow() }),
                )
        }
      />
    </li>
  )
}
