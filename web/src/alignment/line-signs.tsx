import { Button } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { lineSigns, strikeLines, type LineSign } from '@emery/core/alignment'
import { setBeltKind, type ReadingOf } from '@emery/core/drive'
import { takeReading } from '@emery/core/measure'
import { sectionFigures } from '@emery/core/sections'
import { stampNow } from '../ui/preferences.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './alignment.module.css'

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
        <PanelSection title="Other observations">
          <ul className={styles['seen']}>
            {seen.map((sign) => (
              <Seen key={`${sign.is} ${sign.pulley}`} sign={sign} />
            ))}
          </ul>
        </PanelSection>
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
          <span className="soft">
            A smooth face does not guide the belt. Check the pulleys before and after it, and whether this one is
            tilted.
          </span>
        </li>
      )
    case 'leans':
      return (
        <li>
          <b>
            {name} is tilted by {sign.degrees.toFixed(1)}°
          </b>
          <span className="soft">
            {sign.onTensioner
              ? 'An arm that tilts has a worn bush. Rock it by hand with the belt off. A spacer does not cure that.'
              : 'Look for dirt or a bent lug behind its bracket before you press anything.'}
          </span>
        </li>
      )
    case 'gives':
      return (
        <li>
          <b>
            {name} {sign.by > 0 ? 'moves forward' : 'moves back'} {lengths.fine(Math.abs(sign.by))} under load
          </b>
          <span className="soft">
            Its bracket flexes or its bearing has play, so readings with the engine stopped are not enough. Rock the
            pulley by hand, belt off, and look for a cracked lug or a loose bolt.
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

/** Asked before anything is pressed: a belt in the wrong groove looks like a pulley misaligned. */
function GrooveOff({ beltId, sign, onCounted }: GrooveOffProps) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const name = pulleyName(settled.drive, sign.pulley)
  const much = Math.abs(sign.grooves)
  const { pitch } = sectionFigures(settled.drive.belts.find(({ id }) => id === beltId)?.section ?? 'PK')
  const grooves = much === 1 ? 'one groove' : `${much} grooves`
  return (
    <PanelSection title="Check first">
      <p>
        <b>
          Is the belt {grooves} off on {name}?
        </b>{' '}
        {lengths.fine(Math.abs(sign.offset))} is close to {grooves} ({lengths.fine(much * pitch)}). Count the grooves
        from the front, there and on the crank.
      </p>
      <div className={styles['buttons']}>
        <Button onClick={() => store.getState().edit('move the belt by one groove', strikeLines(beltId, sign.pulley))}>
          Yes: moved, to be measured again
        </Button>
        <Button onClick={onCounted}>No, I counted</Button>
      </div>
    </PanelSection>
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
    <PanelSection title="Check first">
      <p>
        <b>
          {ribs} ribs, but {name} has {grooves} grooves
        </b>
        . A rib without a groove rides on the edge and is cut off. Count both again. If both are right, this is the
        wrong belt.
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
                name: belt.name,
                section: belt.section,
                count: belt.count ?? 1,
                ribs: grooves,
              }),
            )
          }
        >
          The belt has {grooves}
        </Button>
      </div>
    </PanelSection>
  )
}
