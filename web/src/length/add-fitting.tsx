import { useQueryClient } from '@tanstack/react-query'
import { DatePicker, Input, Modal } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { FittingFields } from '@emery/core/api'
import type { Belt } from '@emery/core/drive'
import { beltLabel, readLabel } from '@emery/core/sections'
import { addFitting, fittingsKey } from './fittings-api.ts'
import { usePreferences } from '../ui/preferences.ts'
import { LabelChecks, otherSection } from './label-checks.tsx'
import { labelledLength, withLength, withMark } from '../ui/labelled-length.ts'
import { LengthField } from './length-field.tsx'
import styles from './reading-fields.module.css'
import { Odometer } from '../ui/odometer.tsx'

/** Keeps that a belt was fitted: which, when, at what distance, why, and where a spare is. */
export function AddFitting({
  belt,
  driveId,
  onClose,
}: {
  readonly belt: Belt
  readonly driveId: string
  readonly onClose: () => void
}) {
  const queries = useQueryClient()
  const person = usePreferences((state) => state.person)
  const [labelled, setLabelled] = useState(() =>
    labelledLength(
      belt.length === null ? '' : beltLabel(belt.section, belt.ribs, belt.length, belt.construction),
      belt.length,
    ),
  )
  const [otherMeant, setOtherMeant] = useState(false)
  const [fields, setFields] = useState<Omit<FittingFields, 'length' | 'mark'>>({
    belt: belt.id,
    fittedOn: dayjs().format('YYYY-MM-DD'),
    distance: null,
    reason: '',
    spare: '',
    by: person,
  })
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const change = (part: Partial<typeof fields>) => setFields((before) => ({ ...before, ...part }))
  const { mark, length } = labelled
  const asked = otherSection(mark, belt) !== undefined && !otherMeant
  const keep = async () => {
    if (length === null) return
    setSending(true)
    try {
      await addFitting(driveId, { ...fields, mark, length })
      await queries.invalidateQueries({ queryKey: fittingsKey(driveId) })
      onClose()
    } catch (error) {
      // The form stays as it is: nothing typed is lost.
      setFailure(error instanceof Error ? error.message : 'That failed. Try again.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title="Belt fitted"
      okText="Save"
      onOk={() => void keep()}
      onCancel={onClose}
      confirmLoading={sending}
      okButtonProps={{ disabled: length === null || mark.trim() === '' || asked }}
    >
      <div className={styles['fields']}>
        <label>
          Label
          <Input
            className="figures"
            value={mark}
            maxLength={60}
            placeholder="6PK1725"
            onChange={({ target }) => {
              setOtherMeant(false)
              setLabelled(withMark(labelled, target.value, readLabel(target.value, belt)[0]))
            }}
          />
        </label>
        <LengthField
          label="Length"
          value={length}
          section={belt.section}
          reach={null}
          onRead={(read) => setLabelled(withLength(labelled, read))}
        />
        <LabelChecks labelled={labelled} belt={belt} confirmed={otherMeant} onConfirm={setOtherMeant} />
        <label>
          Day
          <DatePicker
            value={dayjs(fields.fittedOn)}
            allowClear={false}
            format="D MMM YYYY"
            onChange={(day) => (day === null ? undefined : change({ fittedOn: day.format('YYYY-MM-DD') }))}
          />
        </label>
        <Odometer value={fields.distance} onRead={(distance) => change({ distance })} />
        <label className={styles['wide']}>
          Why
          <Input
            value={fields.reason}
            maxLength={200}
            placeholder="ribs cracked, pump changed …"
            onChange={(event) => change({ reason: event.target.value })}
          />
        </label>
        <label className={styles['wide']}>
          Where the spare is
          <Input
            value={fields.spare}
            maxLength={120}
            placeholder="none"
            onChange={(event) => change({ spare: event.target.value })}
          />
        </label>
      </div>
      {failure !== null && <p role="alert">{failure} Your entries are still here.</p>}
    </Modal>
  )
}
