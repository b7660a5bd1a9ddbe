import { useQueryClient } from '@tanstack/react-query'
import { Checkbox, Input, Modal, Select } from 'antd'
import { useState } from 'react'
import { ValidationError } from 'yup'
import type { BeltLinePart } from '@emery/core/api'
import {
  BELT_LINE_ROLES,
  beltLinePartFieldsSchema,
  FACES,
  NOTHING_MORE_KNOWN,
  TURNS,
  type BeltLinePartFields,
} from '@emery/core/belt-line-parts'
import { SHAFT_KIND_NAMES, type ShaftKind } from '@emery/core/drive'
import { SECTIONS, type Section } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'
import { RequestFailure } from '../../api/client.ts'
import { BELT_LINE_PARTS_KEY, beltLinePartRows } from './belt-line-parts-api.ts'
import { EDIT_TAKEN } from '../../ui/edit-result.ts'
import fields from '../../ui/fields.module.css'
import { FigureInput } from '../../ui/figure-input.tsx'
import { ReadingField } from '../../ui/reading-field.tsx'
import styles from './belt-line-parts.module.css'
import { LENGTH_WORDS, ROLE_WORDS } from './part-role-words.ts'

type Draft = Omit<BeltLinePartFields, 'length'> & { readonly length: Mm | null }

const NEW_PART: Draft = {
  role: 'part',
  family: '',
  name: '',
  fits: 'alternator',
  length: null,
  rear: null,
  bolt: null,
  ...NOTHING_MORE_KNOWN,
}

const FACE_WORDS = { grooved: 'Grooved', smooth: 'Smooth' } as const
const TURN_WORDS = { cw: 'Clockwise', ccw: 'Anticlockwise', any: 'Either way' } as const

const FITS = [
  { value: 'any', label: 'anything' },
  ...(Object.keys(SHAFT_KIND_NAMES) as ShaftKind[]).map((value) => ({ value, label: SHAFT_KIND_NAMES[value] })),
] as const

interface PartFieldsFormProps {
  readonly part: BeltLinePart | null
  readonly onClose: () => void
}

/** One part of the table: what it is for, and the lengths its role has. */
export function PartFieldsForm({ part, onClose }: PartFieldsFormProps) {
  const queries = useQueryClient()
  const [version, setVersion] = useState(part?.version ?? 1)
  const [draft, setDraft] = useState<Draft>(part === null ? NEW_PART : fieldsOf(part))
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const change = (some: Partial<Draft>) => setDraft((before) => ({ ...before, ...some }))
  const words = LENGTH_WORDS[draft.role]
  const keep = async () => {
    setSending(true)
    try {
      const checked = await beltLinePartFieldsSchema.validate({
        ...draft,
        // What this role does not have is not kept of another.
        rear: words.rear === null ? null : draft.rear,
        bolt: words.bolt === null ? null : draft.bolt,
        ...(draft.role === 'pulley' ? {} : { face: null, section: null, grooves: null, width: null }),
        ...(draft.role === 'part' ? {} : { turns: null }),
      })
      await (part === null ? beltLinePartRows.add([checked]) : beltLinePartRows.save(part.id, version, checked))
      await queries.invalidateQueries({ queryKey: BELT_LINE_PARTS_KEY })
      onClose()
    } catch (error) {
      // The form stays as it is: nothing typed is lost.
      const conflict = error instanceof RequestFailure ? error.details.conflict : undefined
      if (conflict !== undefined) setVersion(conflict.current.version)
      setFailure(sentenceOf(error, conflict !== undefined))
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title={part === null ? 'New part' : 'Change this part'}
      okText={part === null ? 'Add to table' : 'Save'}
      okButtonProps={{ disabled: draft.length === null || draft.name.trim() === '' }}
      confirmLoading={sending}
      onOk={() => void keep()}
      onCancel={onClose}
    >
      <div className={fields['two']}>
        <label>
          Type
          <Select
            aria-label="Type"
            value={draft.role}
            options={BELT_LINE_ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }))}
            onChange={(role) => change({ role })}
          />
        </label>
        <label>
          For
          <Select
            aria-label="For"
            showSearch={{ optionFilterProp: 'label' }}
            value={draft.fits}
            options={[...FITS]}
            onChange={(fits: Draft['fits']) => change({ fits })}
          />
        </label>
        <label>
          Family
          <Input value={draft.family} maxLength={60} onChange={({ target }) => change({ family: target.value })} />
        </label>
        <label>
          Name
          <Input
            value={draft.name}
            maxLength={80}
            autoFocus
            onChange={({ target }) => change({ name: target.value })}
          />
        </label>
      </div>
      <ReadingField label={words.length} value={draft.length} onRead={(length) => taken(change, { length })} />
      {words.rear !== null && (
        <ReadingField
          label={words.rear}
          value={draft.rear}
          mayBeEmpty
          placeholder="not measured"
          onRead={(rear) => taken(change, { rear })}
        />
      )}
      {words.bolt !== null && (
        <ReadingField
          label={words.bolt}
          value={draft.bolt}
          mayBeEmpty
          placeholder="not measured"
          onRead={(bolt) => taken(change, { bolt })}
        />
      )}
      {draft.role === 'pulley' && <PulleyFields draft={draft} change={change} />}
      {draft.role === 'part' && (
        <label className={fields['line']}>
          <span>Has to turn, from the front</span>
          <Select<keyof typeof TURN_WORDS>
            aria-label="Has to turn"
            allowClear
            placeholder="not known"
            value={draft.turns}
            options={TURNS.map((value) => ({ value, label: TURN_WORDS[value] }))}
            onChange={(turns: Draft['turns'] | undefined) => change({ turns: turns ?? null })}
          />
        </label>
      )}
      <Checkbox
        className={styles['onHand'] ?? ''}
        checked={draft.onHand}
        onChange={({ target }) => change({ onHand: target.checked })}
      >
        On hand
      </Checkbox>
      {failure !== null && <p role="alert">{failure} Your entries are still here.</p>}
    </Modal>
  )
}

interface PulleyFieldsProps {
  readonly draft: Draft
  readonly change: (some: Partial<Draft>) => void
}

/** What a pulley can carry. */
function PulleyFields({ draft, change }: PulleyFieldsProps) {
  return (
    <div className={fields['two']}>
      <label>
        Face
        <Select<keyof typeof FACE_WORDS>
          aria-label="Face"
          allowClear
          placeholder="not known"
          value={draft.face}
          options={FACES.map((value) => ({ value, label: FACE_WORDS[value] }))}
          onChange={(face: Draft['face'] | undefined) => change({ face: face ?? null })}
        />
      </label>
      {draft.face === 'smooth' ? (
        <ReadingField
          label="Width of its face"
          value={draft.width}
          mayBeEmpty
          placeholder="not measured"
          onRead={(width) => taken(change, { width })}
        />
      ) : (
        <>
          <label>
            Section
            <Select<Section>
              aria-label="Section"
              allowClear
              placeholder="not known"
              value={draft.section}
              options={SECTIONS.map((value) => ({ value, label: value }))}
              onChange={(section: Section | undefined) => change({ section: section ?? null })}
            />
          </label>
          <FigureInput
            label="Grooves"
            whole
            min={1}
            max={30}
            value={draft.grooves}
            onRead={(grooves) => change({ grooves })}
          />
        </>
      )}
    </div>
  )
}

function taken(change: (some: Partial<Draft>) => void, some: Partial<Draft>) {
  change(some)
  return EDIT_TAKEN
}

function fieldsOf({ role, family, name, fits, length, rear, bolt, ...carries }: BeltLinePart): Draft {
  const { face, section, grooves, width, turns, onHand } = carries
  return { role, family, name, fits, length, rear, bolt, face, section, grooves, width, turns, onHand }
}

function sentenceOf(error: unknown, isConflict: boolean): string {
  if (isConflict)
    return 'Someone else has changed this part. Save again to overwrite it, or cancel to see their version.'
  if (error instanceof ValidationError) return `This part’s ${error.path ?? 'entry'} ${error.errors[0] ?? 'is wrong'}.`
  return error instanceof Error ? error.message : 'That failed. Try again.'
}
