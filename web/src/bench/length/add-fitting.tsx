import { useQueryClient } from '@tanstack/react-query'
import { DatePicker, Input, InputNumber, Modal } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { beltLabel, readLabel, type Belt, type FittingFields } from '@emery/core'
import { addFitting, fittingsKey } from '../../api/fittings.ts'
import { usePreferences } from '../../app/preferences.ts'
import { LengthField } from './length-field.tsx'
import styles from './reading-fields.module.css'

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
  const [fields, setFields] = useState<Omit<FittingFields, 'length'> & { length: number | null }>({
    belt: belt.id,
    mark: belt.length === null ? '' : beltLabel(belt.section, belt.ribs, belt.length),
    length: belt.length,
    fittedOn: dayjs().format('YYYY-MM-DD'),
    distance: null,
    reason: '',
    spare: '',
    by: person,
  })
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const change = (part: Partial<typeof fields>) => setFields((before) => ({ ...before, ...part }))
  const { length } = fields
  const keep = async () => {
    if (length === null) return
    setSending(true)
    try {
      await addFitting(driveId, { ...fields, length })
      await queries.invalidateQueries({ queryKey: fittingsKey(driveId) })
      onClose()
    } catch (error) {
      // The form stays as it is: nothing typed is lost.
      setFailure(error instanceof Error ? error.message : 'That did not work.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title="Belt fitted"
      okText="Keep it"
      onOk={() => void keep()}
      onCancel={onClose}
      confirmLoading={sending}
      okButtonProps={{ disabled: length === null || fields.mark.trim() === '' }}
    >
      <div className={styles['fields']}>
        <label>
          What stands on it
          <Input
            className="figures"
            value={fields.mark}
            maxLength={60}
            placeholder="6PK1725"
            onChange={(event) => {
              const mark = event.target.value
              const [meant] = readLabel(mark, { section: belt.section, ribs: belt.ribs })
              change({ mark, length: meant?.length ?? length })
            }}
          />
        </label>
        <LengthField
          label="Its length"
          value={length}
          section={belt.section}
          reach={null}
          onRead={(read) => change({ length: read })}
        />
        <label>
          Day
          <DatePicker
            value={dayjs(fields.fittedOn)}
            allowClear={false}
            format="D MMM YYYY"
            onChange={(day) => (day === null ? undefined : change({ fittedOn: day.format('YYYY-MM-DD') }))}
          />
        </label>
        <label>
          Vehicle had run, km
          <InputNumber
            min={0}
            max={5_000_000}
            value={fields.distance}
            placeholder="not read"
            onChange={(distance) => change({ distance })}
          />
        </label>
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
          Where a spare is
          <Input
            value={fields.spare}
            maxLength={120}
            placeholder="none"
            onChange={(event) => change({ spare: event.target.value })}
          />
        </label>
      </div>
      {failure !== null && <p role="alert">{failure} What you wrote is still here.</p>}
    </Modal>
  )
}
