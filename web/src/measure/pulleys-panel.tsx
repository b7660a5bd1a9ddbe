import { CloseOutlined, DeleteOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, Select } from 'antd'
import { useEffect, useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import {
  isSized,
  removeShaft,
  renameShaft,
  setMustTurn,
  type CheckedDrive,
  type Pulley,
  type Shaft,
} from '@emery/core/drive'
import { Caution } from '../ui/caution.tsx'
import { NameField } from '../ui/name-field.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { PanelSection, PanelTable } from '../ui/panel.tsx'
import { OnPhoneButton } from '../people/on-phone-button.tsx'
import { AddPart } from './add-part.tsx'
import styles from './measure.module.css'
import { DriveNotes } from './drive-notes.tsx'
import { PulleyReadings } from './pulley-readings.tsx'
import { whichPulley } from '@emery/core/solution'
import { pulleyName } from '../ui/pulley-name.ts'
import { faceWords } from '../ui/face-words.ts'
import { Choices } from '../ui/choices.tsx'

/** Pulleys one at a time: the one in hand with its reading pad, or all of them with what is still missing. */
export function PulleysPanel() {
  const { store, settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  // Coming to this step with a pulley in hand is not yet reading it: the number keys still change steps.
  const [arrivedWith, setArrivedWith] = useState(selected)
  if (arrivedWith !== null && arrivedWith !== selected) setArrivedWith(null)
  const { drive } = settled
  useReadingNext()
  const pulley = drive.pulleys.find(({ id }) => id === selected)
  if (pulley === undefined)
    return (
      <>
        <AllPulleys />
        <DriveNotes />
      </>
    )
  const shaft = drive.shafts.find(({ id }) => id === pulley.shaft)
  return (
    <PanelSection label={`Selected: ${shaft?.name ?? pulley.id}`}>
      <div className={styles['head']}>
        <h2>{pulleyName(drive, pulley.id)}</h2>
        <span className="soft">{faceWords(pulley)}</span>
        <Button
          type="text"
          aria-label="Deselect"
          icon={<CloseOutlined aria-hidden />}
          onClick={() => store.getState().select(null)}
        />
      </div>
      <Siblings pulley={pulley} drive={drive} />
      <PulleyReadings key={pulley.id} pulley={pulley} ready={arrivedWith === null} />
      {shaft !== undefined && <ShaftFields key={shaft.id} shaft={shaft} />}
    </PanelSection>
  )
}

/** Opens the pad for the first pulley without a size where the address asks for it: a phone that comes from the desk reads on at once. */
function useReadingNext(): void {
  const { store } = useBench()
  const [search, setSearch] = useSearchParams()
  const isAsked = search.get('read') === 'next'
  useEffect(() => {
    if (!isAsked) return
    const { drive, select } = store.getState()
    select(drive.pulleys.find((pulley) => !isSized(pulley))?.id ?? null)
    setSearch({}, { replace: true })
  }, [isAsked, store, setSearch])
}

/** The other pulleys of the same shaft, to change to. */
function Siblings({ pulley, drive }: { readonly pulley: Pulley; readonly drive: CheckedDrive }) {
  const { store } = useBench()
  const siblings = drive.pulleys.filter(({ shaft }) => shaft === pulley.shaft)
  if (siblings.length < 2) return null
  return (
    <Choices label="Pulleys on this shaft">
      {siblings.map(({ id }) => (
        <button key={id} type="button" aria-pressed={id === pulley.id} onClick={() => store.getState().select(id)}>
          {whichPulley(drive, id)}
        </button>
      ))}
    </Choices>
  )
}

const TURNS = [
  { value: 'any', label: 'may turn either way' },
  { value: 'cw', label: 'must turn clockwise' },
  { value: 'ccw', label: 'must turn counter-clockwise' },
] as const

/** What is known of the part itself: its name, the way it has to turn, and that it is there at all. */
function ShaftFields({ shaft }: { readonly shaft: Shaft }) {
  const { store } = useBench()
  const { edit, select } = store.getState()
  return (
    <div className={styles['grid']}>
      <NameField name={shaft.name} onName={(name) => edit('rename a part', renameShaft(shaft.id, name))} />
      {shaft.kind === 'crank' ? (
        <span />
      ) : (
        <label>
          Turns
          <Select
            aria-label="Required direction of rotation"
            value={shaft.mustTurn ?? 'any'}
            options={[...TURNS]}
            onChange={(turn) => edit('set a direction of rotation', setMustTurn(shaft.id, turn))}
          />
        </label>
      )}
      {shaft.kind !== 'crank' && (
        <Button
          className={styles['wide'] ?? ''}
          icon={<DeleteOutlined aria-hidden />}
          onClick={() => {
            select(null)
            edit(`remove ${shaft.name}`, removeShaft(shaft.id))
          }}
        >
          Not on this engine: remove {shaft.name}
        </Button>
      )}
    </div>
  )
}

function AllPulleys() {
  const { store, settled } = useBench()
  const [adding, setAdding] = useState(false)
  const lengths = useLengths()
  const { drive, places } = settled
  const shaftOf = (id: string) => drive.shafts.find((shaft) => shaft.id === id)
  const several = (shaft: string) => drive.pulleys.filter((pulley) => pulley.shaft === shaft).length > 1
  const unread = drive.pulleys.filter((pulley) => !isSized(pulley))
  const first = unread[0]
  const { pathname } = useLocation()
  return (
    <PanelSection title={<>Pulleys, {lengths.unit === 'mm' ? 'mm' : 'inches'}</>}>
      <p className="soft">
        {first === undefined
          ? 'Every pulley is measured. Choose one to measure it again.'
          : `${unread.length} of ${drive.pulleys.length} are not measured yet. Measure them with the tape.`}
      </p>
      {first !== undefined && (
        <Button
          className={styles['begin'] ?? ''}
          type="primary"
          size="large"
          block
          onClick={() => store.getState().select(first.id)}
        >
          Read {pulleyName(drive, first.id)}
        </Button>
      )}
      {first !== undefined && (
        <OnPhoneButton path={`${pathname}?read=next`}>Read the next pulley from a phone</OnPhoneButton>
      )}
      <Caution>Engine off and key out before hands or tape go near a belt. Let it cool.</Caution>
      <PanelTable>
        <thead>
          <tr>
            <th scope="col">pulley</th>
            <th scope="col">size</th>
            <th scope="col">place</th>
          </tr>
        </thead>
        <tbody>
          {drive.pulleys.map((pulley) => (
            <tr key={pulley.id}>
              <th scope="row">
                <button type="button" onClick={() => store.getState().select(pulley.id)}>
                  {shaftOf(pulley.shaft)?.name ?? pulley.shaft}
                  {several(pulley.shaft) && <small>{whichPulley(drive, pulley.id)}</small>}
                </button>
              </th>
              <td className="figures">{sizeText(pulley, lengths.bare)}</td>
              <td>
                {places.has(pulley.shaft) ? (
                  <VerdictMark verdict="fine" label="placed" />
                ) : (
                  <VerdictMark verdict="unknown" label="not placed" />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </PanelTable>
      <Button icon={<PlusOutlined aria-hidden />} onClick={() => setAdding(true)}>
        Add a part
      </Button>
      <AddPart open={adding} onClose={() => setAdding(false)} />
    </PanelSection>
  )
}

function sizeText(pulley: Pulley, bare: (mm: number) => string): string {
  if (!isSized(pulley)) return pulley.face === 'toothed' ? 'not counted' : 'not read'
  return pulley.face === 'toothed' ? `${pulley.teeth} teeth` : bare(pulley.diameter)
}
