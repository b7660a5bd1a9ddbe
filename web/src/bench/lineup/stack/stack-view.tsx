import { useQuery } from '@tanstack/react-query'
import { Button, Select } from 'antd'
import { useEffect, useMemo, useState } from 'react'
import {
  allowedChoices,
  LINE_WITHIN,
  STACK_CLEARANCE,
  stackChoices,
  takeBeltLines,
  type BeltLineSet,
  type SettledBelt,
  type Shaft,
  type StackChoice,
  type StackPart,
} from '@emery/core'
import { stackQuery } from '../../../api/stack.ts'
import { EDIT_TAKEN } from '../../../readings/edit-result.ts'
import { ReadingField } from '../../../readings/reading-field.tsx'
import { useLengths } from '../../../readings/use-lengths.ts'
import { useBench, useBenchState } from '../../bench-context.ts'
import panel from '../../steps/panel.module.css'
import styles from './stack.module.css'
import { StackTable } from './stack-table.tsx'
import { partName, partsOf } from './stack-words.ts'
import { useBeltLineSets } from './use-belt-line-sets.ts'

/** A shaft of the belt with the ways its parts may be put together. */
interface Slot {
  readonly shaft: string
  readonly name: string
  readonly isCrank: boolean
  /** Rows of the table that are for it. */
  readonly rows: readonly StackPart[]
  readonly choices: readonly StackChoice<StackPart>[]
  readonly tooNear: number
}

const NO_PARTS: readonly StackPart[] = []

/** Which parts of several families put all belt lines into one: from a table of parts, each from its mounting face forward. */
export function StackView({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const must = useBenchState((state) => state.lineUp.must)
  const { data: parts = NO_PARTS, error, isPending, refetch } = useQuery(stackQuery())
  const [within, setWithin] = useState(LINE_WITHIN)
  const [tableOpen, setTableOpen] = useState(false)
  const slots = useMemo(() => slotsOf(belt, settled.drive.shafts, parts, must), [belt, settled, parts, must])
  const finding = useBeltLineSets(slots, within)
  const lacking = slots.filter(({ choices }) => choices.length === 0)
  const tooNear = slots.reduce((sum, slot) => sum + slot.tooNear, 0)
  const table = tableOpen && <StackTable parts={parts} onClose={() => setTableOpen(false)} />
  if (isPending) return <p role="status">Fetching the table of parts …</p>
  if (error !== null && parts.length === 0)
    return (
      <section className={panel['section']} role="alert">
        <p>{error.message}</p>
        <Button onClick={() => void refetch()}>Try again</Button>
      </section>
    )
  return (
    <>
      {table}
      <section className={panel['section']} aria-label="Mixed parts">
        <div className={panel['head']}>
          <h2 className="heading">Mixed parts</h2>
          <Button onClick={() => setTableOpen(true)}>Parts table ({parts.length})</Button>
        </div>
        <p className={panel['soft']}>
          A belt line is a face on the engine, spacers, an accessory and its pulley, one on the other. Say what must be
          used; the rest is searched for.
        </p>
        <ul className={styles['slots']}>
          {slots.map((slot) => (
            <Must key={slot.shaft} slot={slot} />
          ))}
        </ul>
        <ReadingField
          label="Belt lines to either side of one another, at most"
          value={within}
          onRead={(mm) => {
            if (mm !== null && (mm < 0 || mm > 5)) return { ok: false, message: 'must be from 0 to 5 mm' }
            setWithin(mm ?? LINE_WITHIN)
            return EDIT_TAKEN
          }}
        />
      </section>
      <section className={panel['section']} aria-label="Sets that agree">
        <h2 className="heading">Sets that agree</h2>
        {lacking.length > 0 ? (
          <p role="status">
            {parts.length === 0
              ? 'The table of parts is empty. Measure a mounting face and a pulley for each shaft and put them in, or read them from a table (CSV).'
              : `Nothing goes together for ${lacking.map(({ name }) => name).join(' and ')}: each needs at least a mounting face and a pulley in the table.`}
          </p>
        ) : finding.is === 'failed' ? (
          <p role="alert">The sets could not be worked out. Change something and they are sought again.</p>
        ) : finding.is === 'working' ? (
          <p role="status">Looking for sets that agree …</p>
        ) : finding.found.count === 0 ? (
          <p role="status">
            None: the nearest lies {lengths.fine(finding.found.nearest ?? 0)} apart. Allow other parts, or put another
            spacer into the table.
          </p>
        ) : (
          <Sets
            // Another search begins with its best.
            key={finding.found.sets.map(({ chosen }) => chosen.join()).join(' ')}
            slots={slots}
            count={finding.found.count}
            sets={finding.found.sets}
            onTake={(lines) =>
              store.getState().edit('put on one belt line', takeBeltLines(settled, belt.belt.id, lines))
            }
          />
        )}
        {tooNear > 0 && (
          <p className={panel['soft']}>
            {tooNear} {tooNear === 1 ? 'way was' : 'ways were'} left out: less than {lengths.text(STACK_CLEARANCE)} to
            block or head (nominal).
          </p>
        )}
      </section>
    </>
  )
}

function slotsOf(
  belt: SettledBelt,
  shafts: readonly Shaft[],
  parts: readonly StackPart[],
  must: Readonly<Record<string, readonly string[]>>,
): readonly Slot[] {
  return belt.pulleys.flatMap(({ shaft: id }) => {
    const shaft = shafts.find((each) => each.id === id)
    if (shaft === undefined) return []
    const rows = parts.filter(({ fits, role }) => fits === shaft.kind || (fits === 'any' && role !== 'spacer'))
    const wanted = parts.filter((part) => must[id]?.includes(part.id) === true)
    return [
      {
        ...{ shaft: id, name: shaft.name, isCrank: shaft.kind === 'crank', rows },
        ...allowedChoices(stackChoices(parts, shaft.kind), wanted),
      },
    ]
  })
}

function Must({ slot: { shaft, name, rows } }: { readonly slot: Slot }) {
  const { store } = useBench()
  const must = useBenchState((state) => state.lineUp.must)
  return (
    <li>
      <span>{name}</span>
      <Select
        mode="multiple"
        aria-label={`Parts that ${name} must use`}
        placeholder="anything in the table"
        value={[...(must[shaft] ?? [])]}
        options={rows.map((part) => ({ value: part.id, label: partName(part) }))}
        showSearch={{ optionFilterProp: 'label' }}
        onChange={(next) => store.getState().setLineUp({ must: { ...must, [shaft]: next } })}
      />
    </li>
  )
}

interface SetsProps {
  readonly slots: readonly Slot[]
  readonly count: number
  readonly sets: readonly BeltLineSet[]
  readonly onTake: (lines: readonly { readonly shaft: string; readonly line: number }[]) => void
}

/** The best sets, and the one that is looked at, part by part. */
function Sets({ slots, count, sets, onTake }: SetsProps) {
  const { store } = useBench()
  const lengths = useLengths()
  const [picked, setPicked] = useState(0)
  const chosen = useMemo(() => choicesOf(slots, sets[picked]), [slots, sets, picked])
  // The picture follows what is looked at here.
  useEffect(() => store.getState().setLineUp({ shown: chosen }), [store, chosen])
  return (
    <>
      <p>
        {count.toLocaleString('en')} {count === 1 ? 'set agrees' : 'sets agree'}
        {count > sets.length && `; the best ${sets.length}`}:
      </p>
      <ol className={styles['sets']} aria-label="Best sets">
        {sets.map((set, i) => (
          <li key={set.chosen.join()}>
            <button type="button" aria-pressed={i === picked} onClick={() => setPicked(i)}>
              <b className="figures">{lengths.fine(set.apart)}</b> apart,{' '}
              {set.spacers === 0 ? 'no spacer' : set.spacers === 1 ? '1 spacer' : `${set.spacers} spacers`}
            </button>
          </li>
        ))}
      </ol>
      <table className={styles['chosen']} aria-label="The set that is looked at">
        <thead>
          <tr>
            <th scope="col">part by part</th>
            <th scope="col">line</th>
            <th scope="col">clear</th>
            <th scope="col">bolt</th>
          </tr>
        </thead>
        <tbody>
          {chosen.map(({ shaft, choice }) => (
            <tr key={shaft}>
              <th scope="row">
                {slots.find((slot) => slot.shaft === shaft)?.name}
                <span className={panel['soft']}>{partsOf(choice).map(partName).join(' + ')}</span>
              </th>
              <td className="figures">{lengths.bare(choice.line)}</td>
              <td className="figures">{choice.clearance === null ? '?' : lengths.bare(choice.clearance)}</td>
              <td className="figures">{choice.bolt === null ? '?' : `${choice.bolt}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={panel['soft']}>
        Line: belt line in front of the engine’s front plane. Clear: between the pulley’s rear rim and block or head.
        Bolt: under its head, in whole 5 mm. A question mark was not measured; torque and grade are the maker’s.
      </p>
      <Button type="primary" onClick={() => onTake(chosen.map(({ shaft, choice }) => ({ shaft, line: choice.line })))}>
        Put the drive on these lines
      </Button>
    </>
  )
}

function choicesOf(slots: readonly Slot[], set: BeltLineSet | undefined) {
  return slots.flatMap(({ shaft, choices }, i) => {
    const choice = choices[set?.chosen[i] ?? -1]
    return choice === undefined ? [] : [{ shaft, choice }]
  })
}
