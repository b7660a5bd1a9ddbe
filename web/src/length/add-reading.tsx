import { Modal } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { setConstruction, type DriveEdit, type LengthReading } from '@emery/core/drive'
import { addLengthReading, AID_FIGURES, type LengthAnswer } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { beltLabel, readLabel } from '@emery/core/sections'
import { labelledLength } from '../ui/labelled-length.ts'
import { stampNow } from '../ui/preferences.ts'
import { useBench } from '../bench/bench-context.ts'
import { AidFields } from './aid-fields.tsx'
import { otherSection } from './label-checks.tsx'
import { LabelFields } from './label-fields.tsx'
import { OldBeltFields } from './old-belt-fields.tsx'
import styles from './reading-fields.module.css'
import { TrialFields } from './trial-fields.tsx'
import {
  aidReading,
  labelReading,
  oldBeltReading,
  trialReading,
  type AidDraft,
  type LabelDraft,
  type OldBeltDraft,
  type TrialDraft,
} from './reading-drafts.ts'

export type ReadingKind = LengthReading['how']

const KINDS: readonly { readonly how: ReadingKind; readonly label: string }[] = [
  { how: 'aid', label: 'String or strap' },
  { how: 'label', label: 'Old belt’s label' },
  { how: 'oldBelt', label: 'Old belt measured' },
  { how: 'trial', label: 'Trial fit' },
]

interface AddReadingProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly kind: ReadingKind
  /** Where the adjuster stands for something laid round, to begin with. */
  readonly laidAt: number
  readonly onKind: (kind: ReadingKind) => void
  readonly onClose: () => void
}

/** Takes one reading of a belt's length, with how it is done standing beside where it is written. */
export function AddReading({ belt, answer, kind, laidAt, onKind, onClose }: AddReadingProps) {
  const { store } = useBench()
  const { id, section, ribs, length, construction } = belt.belt
  const [aid, setAid] = useState<AidDraft>({
    aid: 'strap',
    thickness: AID_FIGURES.strap.usual,
    value: null,
    half: false,
    u: laidAt,
    stretch: AID_FIGURES.strap.stretch,
    backTurns: 0,
    lay: null,
  })
  const [label, setLabel] = useState<LabelDraft>({ text: '', picked: 0, standing: null })
  const [oldBelt, setOldBelt] = useState<OldBeltDraft>({
    line: 'back',
    value: null,
    pin: 20,
    standing: null,
  })
  const [trial, setTrial] = useState<TrialDraft>({
    ...labelledLength(length === null ? '' : beltLabel(section, ribs, length, construction), length),
    otherMeant: false,
    outcome: 'on',
    scale: belt.adjuster === null ? 'unread' : 'travel',
    place: null,
    seated: false,
  })
  const reach =
    answer.situation === null
      ? null
      : { shortest: answer.situation.stretch.lengthFrom, longest: answer.situation.stretch.lengthTo }
  const meant = readLabel(label.text, { section, ribs, ...(reach ?? {}) })

  const kept = () => ({ id: newId(), belt: id, ...stampNow() })
  const reading = {
    aid: () => aidReading(aid, kept()),
    label: () => labelReading(label, meant[label.picked], kept()),
    oldBelt: () => oldBeltReading(oldBelt, kept()),
    trial: () =>
      otherSection(trial.mark, belt.belt) === undefined || trial.otherMeant ? trialReading(trial, kept()) : null,
  }[kind]
  const keep = () => {
    const read = reading()
    if (read === null) return
    const { construction: built } = kind === 'label' ? (meant[label.picked] ?? {}) : {}
    const add: DriveEdit = (draft) => {
      addLengthReading(read)(draft)
      if (built !== undefined && meant[label.picked]?.section === section) setConstruction(id, built)(draft)
    }
    if (store.getState().edit('add a length reading', add).ok) onClose()
  }
  const props = { belt, reach, section, unhung: answer.unhung }
  return (
    <Modal
      open
      title={`The length of ${belt.belt.name === '' ? 'the belt' : belt.belt.name}`}
      okText="Save this reading"
      onOk={keep}
      onCancel={onClose}
      width={620}
      okButtonProps={{ disabled: reading() === null }}
    >
      <div className={styles['kinds']} role="group" aria-label="How it was measured">
        {KINDS.map(({ how, label: name }) => (
          <button key={how} type="button" aria-pressed={how === kind} onClick={() => onKind(how)}>
            {name}
          </button>
        ))}
      </div>
      {kind === 'aid' && <AidFields draft={aid} onChange={setAid} {...props} />}
      {kind === 'label' && <LabelFields draft={label} onChange={setLabel} meant={meant} {...props} />}
      {kind === 'oldBelt' && <OldBeltFields draft={oldBelt} onChange={setOldBelt} {...props} />}
      {kind === 'trial' && <TrialFields draft={trial} onChange={setTrial} {...props} />}
    </Modal>
  )
}
