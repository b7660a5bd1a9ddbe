import { useQuery } from '@tanstack/react-query'
import { Button, Select } from 'antd'
import { useEffect, useMemo, useState } from 'react'
import { takeBeltLines } from '@emery/core/alignment'
import type { BeltLinePart } from '@emery/core/api'
import {
  allowedChoices,
  LINE_WITHIN,
  BELT_LINE_CLEARANCE,
  beltLineChoices,
  MAX_CHOICES,
  type Allowed,
  type Asked,
  type BeltLineSet,
  type CannotCarry,
} from '@emery/core/belt-line-parts'
import { onlyLeads } from '@emery/core/drive'
import type { SettledBelt, SettledDrive } from '@emery/core/path'
import { shaftSpeeds } from '@emery/core/speeds'
import { beltLinePartsQuery } from './belt-line-parts-api.ts'
import { EDIT_TAKEN } from '../../ui/edit-result.ts'
import { ReadingField } from '../../ui/reading-field.tsx'
import { useLengths, type Lengths } from '../../ui/use-lengths.ts'
import { useBench, useBenchState } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './belt-line-parts.module.css'
import { PartsTable } from './parts-table.tsx'
import { partName, partsOf } from './part-role-words.ts'
import { useBeltLineSets } from './use-belt-line-sets.ts'
import { Term } from '../../ui/term.tsx'

/** A shaft of the belt with the ways its parts may be put together. */
interface Slot {
  readonly shaft: string
  readonly name: string
  readonly isCrank: boolean
  /** Rows of the table that are for it. */
  readonly rows: readonly BeltLinePart[]
  readonly choices: Allowed<BeltLinePart>['choices']
  readonly tooNear: number
  readonly cannot: Allowed<BeltLinePart>['cannot']
  /** What the belt asks of it. */
  readonly asked: Asked
  /** The table has more ways than are gone through. */
  readonly isCut: boolean
}

const NO_PARTS: readonly BeltLinePart[] = []

/** Which parts of several families put all belt lines into one: from a table of parts, each from its mounting face forward. */
export function SetsView({ belt }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const must = useBenchState((state) => state.alignment.must)
  const { data: parts = NO_PARTS, error, isPending, refetch } = useQuery(beltLinePartsQuery())
  const [within, setWithin] = useState(LINE_WITHIN)
  const [tableOpen, setTableOpen] = useState(false)
  const slots = useMemo(() => slotsOf(belt, settled, parts, must), [belt, settled, parts, must])
  const finding = useBeltLineSets(slots, within)
  const lacking = slots.filter(({ choices }) => choices.length === 0)
  const cut = slots.filter(({ isCut }) => isCut)
  const tooNear = slots.reduce((sum, slot) => sum + slot.tooNear, 0)
  const table = tableOpen && <PartsTable parts={parts} onClose={() => setTableOpen(false)} />
  if (isPending) return <p role="status">Loading the parts table …</p>
  if (error !== null && parts.length === 0)
    return (
      <PanelSection role="alert">
        <p>{error.message}</p>
        <Button onClick={() => void refetch()}>Try again</Button>
      </PanelSection>
    )
  return (
    <>
      {table}
      <PanelSection
        title="Mixed parts"
        beside={<Button onClick={() => setTableOpen(true)}>Parts table ({parts.length})</Button>}
      >
        <p className="soft">
          A <Term of="beltLine">belt line</Term> is a mounting face, spacers, an <Term of="accessory">accessory</Term>{' '}
          and its pulley stacked up. Choose what must be used; Emery searches for the rest.
        </p>
        <ul className={styles['slots']}>
          {slots.map((slot) => (
            <Must key={slot.shaft} slot={slot} />
          ))}
        </ul>
        <ReadingField
          label="Belt lines may differ by up to"
          value={within}
          onRead={(mm) => {
            if (mm !== null && (mm < 0 || mm > 5)) return { ok: false, message: 'must be from 0 to 5 mm' }
            setWithin(mm ?? LINE_WITHIN)
            return EDIT_TAKEN
          }}
        />
      </PanelSection>
      <PanelSection title="Matching sets">
        {lacking.length > 0 ? (
          <p role="status">
            {parts.length === 0
              ? 'The parts table is empty. Measure a mounting face and a pulley for each shaft and add them, or import a CSV file.'
              : `No set is possible for ${lacking.map(({ name }) => name).join(' and ')}: each needs at least a mounting face and a pulley in the table that can carry this belt.`}
          </p>
        ) : finding.is === 'failed' ? (
          <p role="alert">The sets could not be calculated. Change something to try again.</p>
        ) : finding.is === 'working' ? (
          <p role="status">Searching for matching sets …</p>
        ) : finding.found.count === 0 ? (
          <p role="status">
            None: the nearest is {lengths.fine(finding.found.nearest ?? 0)} apart. Allow other parts, or add another
            spacer to the table.
          </p>
        ) : (
          <Sets
            // Another search begins with its best.
            key={finding.found.sets.map(({ chosen }) => chosen.join()).join(' ')}
            slots={slots}
            count={finding.found.count}
            sets={finding.found.sets}
            onTake={(lines) =>
              store.getState().edit('align to one belt line', takeBeltLines(settled, belt.belt.id, lines))
            }
          />
        )}
        {slots
          .filter(({ cannot }) => Object.keys(cannot).length > 0)
          .map(({ shaft, name, cannot }) => (
            <p key={shaft} className="soft">
              {name}: {cannotWords(cannot)}.
            </p>
          ))}
        {cut.length > 0 && (
          <p role="note">
            {cut.map(({ name }) => name).join(' and ')} can be put together in more than {MAX_CHOICES} ways. Only those
            with the fewest spacers were tried: choose parts that must be used.
          </p>
        )}
        {tooNear > 0 && (
          <p className="soft">
            {tooNear} {tooNear === 1 ? 'choice was' : 'choices were'} skipped: less than{' '}
            {lengths.text(BELT_LINE_CLEARANCE)} to block or head (nominal).
          </p>
        )}
      </PanelSection>
    </>
  )
}

function slotsOf(
  belt: SettledBelt,
  settled: SettledDrive,
  parts: readonly BeltLinePart[],
  must: Readonly<Record<string, readonly string[]>>,
): readonly Slot[] {
  const { reached } = shaftSpeeds(settled)
  const { section, ribs, count = 1, construction, route } = belt.belt
  return belt.pulleys.flatMap(({ shaft: id }, i): Slot[] => {
    const shaft = settled.drive.shafts.find((each) => each.id === id)
    if (shaft === undefined) return []
    const asked: Asked = {
      section,
      ribs,
      count,
      doubleSided: construction === 'double-sided',
      contact: route[i]?.contact ?? 'ribs',
      leads: onlyLeads(shaft.kind),
      turns: reached.get(id)?.turns ?? null,
    }
    const ways = beltLineChoices(parts, shaft.kind)
    const rows = parts.filter(({ fits, role }) => fits === shaft.kind || (fits === 'any' && role !== 'spacer'))
    const wanted = parts.filter((part) => must[id]?.includes(part.id) === true)
    return [
      {
        shaft: id,
        name: shaft.name,
        isCrank: shaft.kind === 'crank',
        rows,
        asked,
        isCut: ways.length === MAX_CHOICES,
        ...allowedChoices(ways, wanted, asked),
      },
    ]
  })
}

function Must({ slot: { shaft, name, rows } }: { readonly slot: Slot }) {
  const { store } = useBench()
  const must = useBenchState((state) => state.alignment.must)
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
        onChange={(next) => store.getState().setAlignment({ must: { ...must, [shaft]: next } })}
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
  useEffect(() => store.getState().setAlignment({ shown: chosen }), [store, chosen])
  return (
    <>
      <p>
        {count.toLocaleString('en')} {count === 1 ? 'set matches' : 'sets match'}
        {count > sets.length && `; worth a look, the fewest parts to buy and spacers first`}:
      </p>
      <ol className={styles['sets']} aria-label="Best sets">
        {sets.map((set, i) => (
          <li key={set.chosen.join()}>
            <button type="button" aria-pressed={i === picked} onClick={() => setPicked(i)}>
              <b>{set.toBuy === 0 ? 'nothing to buy' : `${set.toBuy} to buy`}</b>, {spacersWords(set.spacers)}
              <small>
                {clearanceWords(set, lengths)}, {lengths.fine(set.apart)} apart
              </small>
            </button>
          </li>
        ))}
      </ol>
      <table className={styles['chosen']} aria-label="Selected set">
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
                <span className="soft">
                  {partsOf(choice)
                    .map((part) => `${partName(part)}${part.onHand ? '' : ' (to buy)'}`)
                    .join(' + ')}
                </span>
                {choice.carries.is === 'unknown' && (
                  <span className="soft">Not known: {unknownWords(choice.carries.of)}.</span>
                )}
              </th>
              <td className="figures">{lengths.bare(choice.line)}</td>
              <td className="figures">{choice.clearance === null ? '?' : lengths.bare(choice.clearance)}</td>
              <td className="figures">{choice.bolt === null ? '?' : `${choice.bolt}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">
        Line: belt line in front of the engine’s front plane. Clear: between the pulley’s rear rim and block or head.
        Bolt: length under the head, in steps of 5 mm. A question mark means not measured. Use the maker’s torque and
        grade.
      </p>
      <Button type="primary" onClick={() => onTake(chosen.map(({ shaft, choice }) => ({ shaft, line: choice.line })))}>
        Use these belt lines
      </Button>
    </>
  )
}

function clearanceWords({ clearance, isMeasured }: BeltLineSet, lengths: Lengths): string {
  if (clearance === null) return 'clearance not measured'
  return `${lengths.text(clearance)} clear${isMeasured ? '' : ', as far as measured'}`
}

function spacersWords(spacers: number): string {
  return spacers === 0 ? 'no spacer' : spacers === 1 ? '1 spacer' : `${spacers} spacers`
}

/** Why choices of a shaft cannot carry the belt, and how many. */
const CANNOT_WORDS: Readonly<Record<CannotCarry, string>> = {
  face: 'a face of the wrong kind for this side of the belt',
  section: 'another section',
  grooves: 'too few grooves',
  width: 'too narrow a face',
  rotation: 'made to turn the other way',
}

function cannotWords(cannot: Slot['cannot']): string {
  return (Object.keys(CANNOT_WORDS) as CannotCarry[])
    .flatMap((why) => (cannot[why] === undefined ? [] : [`${cannot[why]} skipped, ${CANNOT_WORDS[why]}`]))
    .join('; ')
}

/** What would have to be known to say that a choice carries the belt. */
const UNKNOWN_WORDS: Readonly<Record<CannotCarry, string>> = {
  face: 'its face',
  section: 'its section',
  grooves: 'its grooves',
  width: 'the width of its face',
  rotation: 'the way it has to turn',
}

function unknownWords(of: readonly CannotCarry[]): string {
  return of.map((each) => UNKNOWN_WORDS[each]).join(', ')
}

function choicesOf(slots: readonly Slot[], set: BeltLineSet | undefined) {
  return slots.flatMap(({ shaft, choices }, i) => {
    const choice = choices[set?.chosen[i] ?? -1]
    return choice === undefined ? [] : [{ shaft, choice }]
  })
}
