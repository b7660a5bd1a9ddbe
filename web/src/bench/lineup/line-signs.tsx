import { Button } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import {
  lineSigns,
  sectionFigures,
  setBeltKind,
  strikeLines,
  takeReading,
  type LineSign,
  type ReadingOf,
} from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import panel from '../steps/panel.module.css'
import styles from './lineup.module.css'

/** What is asked before anything is pressed, and what else was seen. */
export function LineSigns({ beltId }: { readonly beltId: string }) {
  const { settled } = useBench()
  // Counted and found right: not asked again while this belt is looked at.
  const [counted, setCounted] = useState<readonly string[]>([])
  const signs = lineSigns(settled.drive, beltId)
  const [ask] = signs.filter(
    (sign) => sign.is === 'more-ribs' || (sign.is === 'groove-off' && !counted.includes(sign.pulley)),
  )
  const seen = signs.filter((sign): sign is SeenSign => sign.is !== 'more-ribs' && sign.is !== 'groove-off')
  return (
    <>
      {ask?.is === 'more-ribs' && <MoreRibs beltId={beltId} sign={ask} />}
      {ask?.is === 'groove-off' && (
        <GrooveOff beltId={beltId} sign={ask} onCounted={() => setCounted([...counted, ask.pulley])} />
      )}
      {seen.length > 0 && (
        <section className={panel['section']} aria-label="Also seen">
          <h2 className="heading">Also seen</h2>
          <ul className={styles['seen']}>
            {seen.map((sign) => (
              <Seen key={`${sign.is} ${sign.pulley}`} sign={sign} />
            ))}
          </ul>
        </section>
      )}
    </>
  )
}

type SeenSign = Exclude<LineSign, { is: 'more-ribs' | 'groove-off' }>

function Seen({ sign }: { readonly sign: SeenSign }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const name = pulleyName(settled.drive, sign.pulley)
  switch (sign.is) {
    case 'off-centre':
      return (
        <li>
          <b>
            {sign.over
              ? `The belt hangs over the edge of ${name}`
              : `The belt runs ${lengths.fine(Math.abs(sign.by))} ${sign.by > 0 ? 'forward' : 'back'} of the middle on ${name}`}
          </b>
          <span className={panel['soft']}>
            A smooth face leads nothing: look at the pulleys before and after it, and whether this one leans.
          </span>
        </li>
      )
    case 'leans':
      return (
        <li>
          <b>
            {name} leans by {sign.degrees.toFixed(1)}°
          </b>
          <span className={panel['soft']}>
            {sign.onTensioner
              ? 'An arm that tilts has a worn bush: rock it by hand with the belt off. No spacer mends that.'
              : 'Look for dirt or a bent ear behind its bracket before anything is pressed.'}
          </span>
        </li>
      )
    case 'gives':
      return (
        <li>
          <b>
            {name} {sign.by > 0 ? 'comes forward' : 'goes back'} {lengths.fine(Math.abs(sign.by))} under load
          </b>
          <span className={panel['soft']}>
            Its bracket bends or its bearing has play: in line standing says nothing then. Rock the pulley by hand, belt
            off, and look for a cracked ear or a loose bolt.
          </span>
        </li>
      )
  }
}

interface GrooveOffProps {
  readonly beltId: string
  readonly sign: Extract<LineSign, { is: 'groove-off' }>
  readonly onCounted: () => void
}

/** Asked before anything is pressed: a belt in the wrong groove looks like a pulley out of line. */
function GrooveOff({ beltId, sign, onCounted }: GrooveOffProps) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const name = pulleyName(settled.drive, sign.pulley)
  const much = Math.abs(sign.grooves)
  const { pitch } = sectionFigures(settled.drive.belts.find(({ id }) => id === beltId)?.section ?? 'PK')
  const grooves = much === 1 ? 'one groove' : `${much} grooves`
  return (
    <section className={panel['section']} aria-label="Ask first">
      <h2 className="heading">Ask first</h2>
      <p>
        <b>
          Is the belt {grooves} off on {name}?
        </b>{' '}
        {lengths.fine(Math.abs(sign.offset))} is close to {grooves} ({lengths.fine(much * pitch)}). Count the grooves
        from the front, there and on the crank.
      </p>
      <div className={styles['buttons']}>
        <Button onClick={() => store.getState().edit('move a belt by a groove', strikeLines(beltId, sign.pulley))}>
          Yes: moved, and to be read again
        </Button>
        <Button onClick={onCounted}>No, counted</Button>
      </div>
    </section>
  )
}

interface MoreRibsProps {
  readonly beltId: string
  readonly sign: Extract<LineSign, { is: 'more-ribs' }>
}

/** One of the two was miscounted, or the belt is the wrong one. */
function MoreRibs({ beltId, sign: { pulley, ribs, grooves } }: MoreRibsProps) {
  const { store, settled } = useBench()
  const name = pulleyName(settled.drive, pulley)
  const belt = settled.drive.belts.find(({ id }) => id === beltId)
  if (belt === undefined) return null
  const { edit } = store.getState()
  const recounted: ReadingOf<'grooves'> = {
    ...stampNow(),
    id: newId(),
    how: 'grooves',
    pulley,
    value: ribs,
    written: `${ribs} grooves`,
  }
  return (
    <section className={panel['section']} aria-label="Ask first">
      <h2 className="heading">Ask first</h2>
      <p>
        <b>
          {ribs} ribs, but {name} has {grooves} grooves
        </b>
        . A rib without a groove rides on the edge and is cut off. Count both again; if both are right, this belt does
        not belong here.
      </p>
      <div className={styles['buttons']}>
        <Button onClick={() => edit('count grooves', takeReading(recounted))}>
          {name} has {ribs}
        </Button>
        <Button
          onClick={() =>
            edit(
              'count ribs',
              setBeltKind(beltId, {
                ...{ name: belt.name, section: belt.section, count: belt.count ?? 1 },
                ribs: grooves,
              }),
            )
          }
        >
          The belt has {grooves}
        </Button>
      </div>
    </section>
  )
}
