import { v4 as newId } from 'uuid'
import { grooveWear, rideLimits, ruleWords, takeReading, type GrooveRide, type SettledBelt } from '@emery/core'
import { stampNow } from '../../../app/preferences.ts'
import { ReadingField } from '../../../readings/reading-field.tsx'
import { useLengths } from '../../../readings/use-lengths.ts'
import { VerdictMark } from '../../../readings/verdict-mark.tsx'
import { useBench } from '../../bench-context.ts'
import { pulleyName } from '../../pulley-name.ts'
import panel from '../../steps/panel.module.css'
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
    <section className={panel['section']} aria-label="In its grooves">
      <h2 className="heading">In its grooves</h2>
      <p className={panel['soft']}>
        Lay a straightedge across the rim: how far is the belt’s top below it? From {lengths.fine(limits.watch)} on keep
        an eye on it, beyond {lengths.fine(limits.replace)} replace it ({ruleWords(rules, 'wear.ride.replace')}). A belt
        on the bottom of its groove slips however tight it is.
      </p>
      <ul className={styles['grooves']} aria-label="Depth in each groove">
        {grooves.map((groove) => (
          <Groove key={groove.pulley} groove={groove} />
        ))}
      </ul>
      {known && Math.abs(slack) >= 0.05 && (
        <p>
          Sunk like this, <b className="figures">{lengths.text(Math.abs(slack))}</b> of belt{' '}
          {slack > 0 ? 'lie slack that its adjuster had to take up' : 'more are needed than flush with the rims'}.
        </p>
      )}
      {ratios.map(({ shaft, now, flush }) => (
        <p key={shaft}>
          {shaftName(shaft)} turns {now.toFixed(3)} times for one of the crank; flush with the rims it would be{' '}
          {flush.toFixed(3)}.
        </p>
      ))}
    </section>
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
                  'read how deep a belt lies',
                  takeReading({ id: newId(), pulley, how: 'ride', written: '', value: mm, ...stampNow() }),
                )
        }
      />
    </li>
  )
}
