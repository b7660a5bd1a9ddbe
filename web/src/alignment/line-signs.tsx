import { Button } from 'antd'
import { v4 as newId } from 'uuid'
import { lineSigns, signKey, strikeLines, type LineSign } from '@emery/core/alignment'
import { setBeltKind, type ReadingOf } from '@emery/core/drive'
import { takeReading } from '@emery/core/measure'
import { sectionFigures } from '@emery/core/sections'
import { stampNow } from '../ui/preferences.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './alignment.module.css'

/** What is asked before anything is pressed, and what else was seen. */
export function LineSigns({ beltId }: { readonly beltId: string }) {
  const { store, settled } = useBench()
  const answered = useBenchState((state) => state.alignment.answered)
  const signs = lineSigns(settled.drive, beltId)
  const [ask] = signs.filter(isAsked).filter((sign) => !answered.includes(signKey(sign)))
  const seen = signs.filter((sign): sign is SeenSign => !isAsked(sign))
  const answer = (sign: LineSign) => store.getState().setAlignment({ answered: [...answered, signKey(sign)] })
  return (
    <>
      {ask?.is === 'more-ribs' && <MoreRibs beltId={beltId} sign={ask} />}
      {ask?.is === 'groove-off' && <GrooveOff beltId={beltId} sign={ask} onCounted={() => answer(ask)} />}
      {ask?.is === 'readings-apart' && <ReadingsApart beltId={beltId} sign={ask} onBothGood={() => answer(ask)} />}
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

type AskedSign = Extract<LineSign, { is: 'more-ribs' | 'groove-off' | 'readings-apart' }>
type SeenSign = Exclude<LineSign, AskedSign>

function isAsked(sign: LineSign): sign is AskedSign {
  return sign.is === 'more-ribs' || sign.is === 'groove-off' || sign.is === 'readings-apart'
}

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

interface ReadingsApartProps {
  readonly beltId: string
  readonly sign: Extract<LineSign, { is: 'readings-apart' }>
  readonly onBothGood: () => void
}

/** Two readings of one pulley that disagree: one is wrong, or the rim wobbles, and no move cures that. */
function ReadingsApart({ beltId, sign, onBothGood }: ReadingsApartProps) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const name = pulleyName(settled.drive, sign.pulley)
  return (
    <PanelSection title="Check first">
      <p>
        <b>
          The readings of {name} are {lengths.fine(sign.apart)} apart.
        </b>{' '}
        Read the same spot again, turn the pulley half a turn, and read it once more. If the reading goes with the rim,
        the pulley is bent or sits crooked on its shaft: replace it or press it on again. Moving it does not cure that.
      </p>
      <div className={styles['buttons']}>
        <Button onClick={() => store.getState().edit('delete readings', strikeLines(beltId, sign.pulley, 'standing'))}>
          Read {name} again
        </Button>
        <Button onClick={onBothGood}>Both are good: use the mean</Button>
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
