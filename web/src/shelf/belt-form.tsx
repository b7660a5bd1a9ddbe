import { useQueryClient } from '@tanstack/react-query'
import { Input, InputNumber, Modal, Select } from 'antd'
import { useState } from 'react'
import {
  doubtLength,
  MATERIALS,
  readLabel,
  SECTIONS,
  sectionFigures,
  type ShelfBelt,
  type ShelfFields,
} from '@emery/core'
import { RequestFailure } from '../api/client.ts'
import { shelfKeys, shelfRows } from '../api/shelf.ts'
import { ReadingField } from '../readings/reading-field.tsx'
import styles from './shelf.module.css'

type Draft = Omit<ShelfFields, 'length'> & { readonly length: number | null }

const NEW_BELT: Draft = {
  mark: '',
  section: 'PK',
  ribs: 6,
  length: null,
  material: 'unknown',
  count: 1,
  place: '',
  note: '',
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
  const onMark = (mark: string) => {
    const [meant] = readLabel(mark)
    change(meant === undefined ? { mark } : { mark, section: meant.section, ribs: meant.ribs, length: meant.length })
  }
  const keep = async () => {
    if (length === null) return
    setSending(true)
    try {
      const fields = { ...draft, length }
      await (stored === null ? shelfRows.add([fields]) : shelfRows.save(stored.id, version, fields))
      await queries.invalidateQueries({ queryKey: shelfKeys.all })
      onClose()
    } catch (error) {
      // The form stays as it is: nothing typed is lost.
      const conflict = error instanceof RequestFailure ? error.details.conflict : undefined
      if (conflict !== undefined) {
        setVersion(conflict.current.version)
        setFailure('Someone else changed this belt in the meantime. Keep yours over it, or cancel and look at theirs.')
      } else setFailure(error instanceof Error ? error.message : 'That did not work.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title={stored === null ? 'A belt for the shelf' : 'Change this belt'}
      okText={stored === null ? 'Put it on the shelf' : 'Keep the change'}
      onOk={() => void keep()}
      onCancel={onClose}
      confirmLoading={sending}
      okButtonProps={{ disabled: length === null }}
    >
      <div className={styles['form']}>
        <label className={styles['wide']}>
          What stands on it
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
            onChange={(next) => change({ section: next, ...(next === 'PK' ? {} : { ribs: 1 }) })}
          />
        </label>
        {sectionFigures(section).family === 'multi-rib' ? (
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
            change({ length: read })
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
          How many
          <InputNumber min={0} max={9999} value={draft.count} onChange={(count) => change({ count: count ?? 0 })} />
        </label>
        <label>
          Where it hangs
          <Input value={draft.place} maxLength={80} onChange={(event) => change({ place: event.target.value })} />
        </label>
        <label className={styles['wide']}>
          Note
          <Input value={draft.note} maxLength={500} onChange={(event) => change({ note: event.target.value })} />
        </label>
      </div>
      {failure !== null && <p role="alert">{failure} What you wrote is still here.</p>}
    </Modal>
  )
}

function fieldsOf(belt: BeltFormProps['belt']): Partial<Draft> {
  if (belt === null) return {}
  const { mark, section, ribs, length, material, count, place, note } = belt
  const known = { mark, section, ribs, length, material, count, place, note }
  return Object.fromEntries(Object.entries(known).filter(([, value]) => value !== undefined))
}
