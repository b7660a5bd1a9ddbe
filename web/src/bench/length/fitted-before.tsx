import { CloseOutlined, PlusOutlined } from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { App, Button, DatePicker, Input, InputNumber, Modal, Tooltip } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { beltLabel, readLabel, type Belt, type Fitting, type FittingFields } from '@emery/core'
import { addFitting, fittingsKey, fittingsQuery, removeFitting, restoreFitting } from '../../api/fittings.ts'
import { usePreferences } from '../../app/preferences.ts'
import panel from '../steps/panel.module.css'
import { LengthField } from './length-field.tsx'
import styles from './length.module.css'

/** Seconds in which a fitting that was struck out can be brought back. */
const SECOND_THOUGHTS_S = 12

/** Belts fitted here over time, so that nobody has to remember what fitted last. */
export function FittedBefore({ belt, driveId }: { readonly belt: Belt; readonly driveId: string }) {
  const { data, error, refetch } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const [adding, setAdding] = useState(false)
  const strikeOut = useStrikeOut(driveId)
  const own = data?.filter((fitting) => fitting.belt === belt.id) ?? []
  return (
    <section className={panel['section']} aria-label="Fitted here">
      <div className={styles['head']}>
        <h2 className="heading">Fitted here</h2>
        <Button icon={<PlusOutlined />} onClick={() => setAdding(true)}>
          Belt fitted
        </Button>
      </div>
      {error !== null && (
        <p>
          What was fitted cannot be shown: {error.message} <Button onClick={() => void refetch()}>Try again</Button>
        </p>
      )}
      {data !== undefined && own.length === 0 && <p className={panel['soft']}>No belt is on record for this place.</p>}
      <ul className={styles['fittings']}>
        {own.map((fitting, i) => (
          <li key={fitting.id}>
            <span>
              <b className="figures">{fitting.mark}</b> {dayjs(fitting.fittedOn).format('D MMM YYYY')}
              <small>
                {[distanceWords(fitting, own[i + 1]), fitting.reason, fitting.by]
                  .filter((words) => words !== '')
                  .join(' · ')}
              </small>
            </span>
            <Tooltip title="Strike out">
              <Button
                type="text"
                icon={<CloseOutlined />}
                aria-label={`Strike out ${fitting.mark}, ${fitting.fittedOn}`}
                onClick={() => void strikeOut(fitting)}
              />
            </Tooltip>
          </li>
        ))}
      </ul>
      {adding && <AddFitting belt={belt} driveId={driveId} onClose={() => setAdding(false)} />}
    </section>
  )
}

/** At which distance, and how far the one before it had run. */
function distanceWords({ distance }: Fitting, before: Fitting | undefined): string {
  if (distance === null) return ''
  const at = `at ${distance.toLocaleString('en')} km`
  const ran = before?.distance == null ? null : distance - before.distance
  return ran === null || ran <= 0 ? at : `${at}, the one before it ran ${ran.toLocaleString('en')} km`
}

function useStrikeOut(driveId: string): (fitting: Fitting) => Promise<void> {
  const queries = useQueryClient()
  const { message } = App.useApp()
  return async ({ id, mark }) => {
    const attempt = async (work: () => Promise<unknown>) => {
      try {
        await work()
        return true
      } catch (error) {
        void message.error(error instanceof Error ? error.message : 'That did not work.')
        return false
      } finally {
        await queries.invalidateQueries({ queryKey: fittingsKey(driveId) })
      }
    }
    if (!(await attempt(() => removeFitting(driveId, id)))) return
    const key = `fitting-${id}`
    const bringBack = () => {
      message.destroy(key)
      void attempt(() => restoreFitting(driveId, id))
    }
    void message.open({
      key,
      duration: SECOND_THOUGHTS_S,
      content: (
        <>
          {mark} is struck out.{' '}
          <Button type="link" onClick={bringBack}>
            Bring it back
          </Button>
        </>
      ),
    })
  }
}

function AddFitting({
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
