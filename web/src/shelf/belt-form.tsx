import { useQueryClient } from '@tanstack/react-query'
import { Input, InputNumber, Modal, Select } from 'antd'
import { useState } from 'react'
import { MAKER_CLASSES, MATERIALS, type ShelfBelt, type ShelfFields } from '@emery/core/api'
import { doubtLength, MARK_SIGMA_MM } from '@emery/core/length'
import { familyOf, readLabel, ribsOf, SECTIONS } from '@emery/core/sections'
import { RequestFailure } from '../api/client.ts'
import { shelfKeys, shelfRows } from './shelf-api.ts'
import { labelledLength, unreadLabel, withLength, withMark, type LabelledLength } from '../ui/labelled-length.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import styles from './shelf.module.css'

type Draft = Omit<ShelfFields, 'length'> & LabelledLength

const NEW_BELT: Draft = {
  mark: '',
  section: 'PK',
  ribs: 6,
  length: null,
  lengthBy: 'label',
  material: 'unknown',
  makerClass: 'unknown',
  count: 1,
  place: '',
  note: '',
}

const MAKER_WORDS: Readonly<Record<(typeof MAKER_CLASSES)[number], string>> = {
  matched: 'one of a matched set',
  first: 'first-line maker',
  other: 'other maker',
  unknown: 'not known',
}

interface BeltFormProps {
  /** The belt to change; what is known of a new one otherwise. */
  readonly belt: ShelfBelt | Partial<ShelfFields> | null
  readonly onClose: () => void
}

/** One belt of the shelf. What its mark says fills in the rest. */
export function BeltForm({ belt, onClose }: BeltFormProps) {
  const queries = useQueryClient()
  const stored = belt !== null && 'id' in belt ? belt : null
  const [version, setVersion] = useState(stored?.version ?? 1)
  const [draft, setDraft] = useState<Draft>({ ...NEW_BELT, ...fieldsOf(belt) })
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const change = (part: Partial<Draft>) => setDraft((before) => ({ ...before, ...part }))
  const { length, section } = draft
  const unread = unreadLabel(draft)
  const onMark = (mark: string) => {
    const [meant] = readLabel(mark)
    change({
      ...withMark(draft, mark, meant),
      ...(meant === undefined ? {} : { section: meant.section, ribs: meant.ribs }),
    })
  }
  const keep = async () => {
    if (length === null) return
    setSending(true)
    try {
      const { mark, section, ribs, material, makerClass, count, place, note } = draft
      const fields = { mark, section, ribs, length, material, makerClass, count, place, note }
      await (stored === null ? shelfRows.add([fields]) : shelfRows.save(stored.id, version, fields))
      await queries.invalidateQueries({ queryKey: shelfKeys.all })
      onClose()
    } catch (error) {
      // The form stays as it is: nothing typed is lost.
      const conflict = error instanceof RequestFailure ? error.details.conflict : undefined
      if (conflict !== undefined) {
        setVersion(conflict.current.version)
        setFailure('Someone else has changed this belt. Save again to overwrite it, or cancel to see their version.')
      } else setFailure(error instanceof Error ? error.message : 'That failed. Try again.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title={stored === null ? 'New belt in stock' : 'Edit belt'}
      okText={stored === null ? 'Add to shelf' : 'Save'}
      onOk={() => void keep()}
      onCancel={onClose}
      confirmLoading={sending}
      okButtonProps={{ disabled: length === null }}
    >
      <div className={styles['form']}>
        <label className={styles['wide']}>
          Label
          <Input
            className="figures"
            value={draft.mark}
            maxLength={60}
            autoFocus
            placeholder="6PK1725, 679K6, 13x1015 …"
            onChange={(event) => onMark(event.target.value)}
          />
        </label>
        <label>
          Section
          <Select
            aria-label="Section"
            value={section}
            options={SECTIONS.map((value) => ({ value, label: value }))}
            onChange={(next) => change({ section: next, ribs: ribsOf(next, draft.ribs) })}
          />
        </label>
        {familyOf(section).hasRibs ? (
          <label>
            Ribs
            <InputNumber min={1} max={30} value={draft.ribs} onChange={(ribs) => change({ ribs: ribs ?? 1 })} />
          </label>
        ) : (
          <span />
        )}
        <ReadingField
          label="Length"
          value={length}
          placeholder="not known"
          onRead={(read) => {
            const doubt = read === null ? undefined : doubtLength(read, section)
            if (doubt !== undefined) return { ok: false, message: doubt }
            change(withLength(draft, read))
            return { ok: true }
          }}
        />
        <label>
          Material
          <Select
            aria-label="Material"
            value={draft.material}
            options={MATERIALS.map((value) => ({ value, label: value === 'epdm' ? 'EPDM' : value }))}
            onChange={(material) => change({ material })}
          />
        </label>
        <label>
          Made as long as marked
          <Select
            aria-label="Made as long as marked"
            value={draft.makerClass}
            options={MAKER_CLASSES.map((value) => ({
              value,
              label: `${MAKER_WORDS[value]}, ± ${MARK_SIGMA_MM[value]} mm`,
            }))}
            onChange={(makerClass) => change({ makerClass })}
          />
        </label>
        <label>
          Quantity
          <InputNumber min={0} max={9999} value={draft.count} onChange={(count) => change({ count: count ?? 0 })} />
        </label>
        <label>
          Location
          <Input value={draft.place} maxLength={80} onChange={(event) => change({ place: event.target.value })} />
        </label>
        <label className={styles['wide']}>
          Note
          <Input value={draft.note} maxLength={500} onChange={(event) => change({ note: event.target.value })} />
        </label>
      </div>
      {unread !== null && <p role="alert">{unread}</p>}
      {failure !== null && <p role="alert">{failure} Your entries are still here.</p>}
    </Modal>
  )
}

function fieldsOf(belt: BeltFormProps['belt']): Partial<Draft> {
  if (belt === null) return {}
  const { mark, section, ribs, length, material, makerClass, count, place, note } = belt
  const labelled = labelledLength(mark ?? '', length ?? null)
  const known = { ...labelled, mark, section, ribs, length, material, makerClass, count, place, note }
  return Object.fromEntries(Object.entries(known).filter(([, value]) => value !== undefined))
}
