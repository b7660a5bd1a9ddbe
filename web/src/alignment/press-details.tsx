import { hubAfter, type AlignmentMove } from '@emery/core/alignment'
import { setShaftFact, type Shaft } from '@emery/core/drive'
import { turnWords } from '@emery/core/tension'
import { MM_PER_INCH, type Mm } from '@emery/core/units'
import { useBench } from '../bench/bench-context.ts'
import { HubField } from '../ui/hub-field.tsx'
import { LengthInput } from '../ui/length-input.tsx'
import { usePreferences } from '../ui/preferences.ts'
import { useLengths } from '../ui/use-lengths.ts'
import styles from './alignment.module.css'

interface PressDetailsProps {
  readonly shaft: Shaft
  readonly move: AlignmentMove
}

/** How far a pulley is pressed in every measure that a hand works by, and where its hub then stands. */
export function PressDetails({ shaft, move }: PressDetailsProps) {
  const { store } = useBench()
  const { person, toolThreads, setToolThread } = usePreferences()
  const thread = toolThreads[person] ?? null
  const { edit } = store.getState()
  return (
    <div className={styles['hub']}>
      <p>
        <b className="figures">{Math.abs(move.by).toFixed(2)} mm</b>,{' '}
        <b className="figures">{thousandths(move.by)} thousandths</b> of an inch
        {thread !== null && `: ${turnWords(Math.abs(move.by) / thread)} of the tool’s screw`}.
      </p>
      <LengthInput label="One turn of the tool’s screw" value={thread} onRead={setToolThread} />
      <HubField
        label="Hub now"
        value={shaft.hubStands ?? null}
        onRead={(value) => edit('read where a hub stands', setShaftFact(shaft.id, 'hubStands', value))}
      />
      <HubField
        label="Hub, where the part wants it"
        value={shaft.hubDepth ?? null}
        onRead={(value) => edit('read a hub’s depth', setShaftFact(shaft.id, 'hubDepth', value))}
      />
      <After shaft={shaft} by={move.by} />
    </div>
  )
}

function thousandths(mm: Mm): number {
  return Math.round((1000 * Math.abs(mm)) / MM_PER_INCH)
}

/** Where the hub then stands, and what it means where its part wants it elsewhere. */
function After({ shaft, by }: { readonly shaft: Shaft; readonly by: Mm }) {
  const lengths = useLengths()
  const { stands, wants, off, right } = hubAfter(shaft, by)
  if (stands === null)
    return (
      <p className="soft">
        Read the hub’s face against the shaft’s end before you press
        {wants === null ? '' : `: the part wants it ${hubWords(wants, lengths.fine)}`}.
      </p>
    )
  return (
    <>
      <p>
        The hub’s face then stands <b>{hubWords(stands, lengths.fine)}</b>.
      </p>
      {right === true && <p>That is where the part wants it.</p>}
      {right === false && off !== null && wants !== null && (
        <p role="alert">
          The part wants it {hubWords(wants, lengths.fine)}: {lengths.fine(Math.abs(off))} further{' '}
          {off > 0 ? 'out' : 'in'}. Something else is out, too: check its bracket, and that the pulley is the right one,
          before you press.
        </p>
      )}
    </>
  )
}

/** mm within which a hub is flush. */
const FLUSH_WITHIN = 0.05

function hubWords(behind: Mm, text: (mm: Mm) => string): string {
  if (Math.abs(behind) < FLUSH_WITHIN) return 'flush with the shaft’s end'
  return `${text(Math.abs(behind))} ${behind > 0 ? 'past' : 'short of'} the shaft’s end`
}
