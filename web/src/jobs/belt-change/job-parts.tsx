import { DeleteOutlined, DownloadOutlined } from '@ant-design/icons'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { PART_PLACES, type Job, type JobFields, type JobPart } from '@emery/core/api'
import { partsCsv } from '@emery/core/exchange'
import { PLACE_WORDS } from '../stage-words.ts'
import { saveCsv } from '../../ui/save-csv.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './belt-change.module.css'
import { Line } from './line.tsx'
import { useMoney } from '../../rules/use-money.ts'
import { PriceLine } from './price-line.tsx'
import type { JobEdit } from '../../job-edits/use-job.ts'

const PLACES = PART_PLACES.map((value) => ({ value, label: PLACE_WORDS[value] }))

interface JobPartsProps {
  /** As the server keeps it; undefined while nothing was written. */
  readonly kept: Job | undefined
  readonly parts: JobFields['parts']
  readonly onEdit: (how: JobEdit) => void
}

/** The parts of a job by the workshop’s own numbers, and where each is: the job waits while one is not here. */
export function JobParts({ kept, parts, onEdit }: JobPartsProps) {
  const change = (id: string, how: Partial<JobPart>) =>
    onEdit((of) => ({ ...of, parts: of.parts.map((part) => (part.id === id ? { ...part, ...how } : part)) }))
  return (
    <PanelSection title="Parts" beside={kept === undefined || parts.length === 0 ? undefined : <PartsCsv job={kept} />}>
      {parts.length > 0 && (
        <ul className={styles['parts']}>
          {parts.map((part) => (
            <li key={part.id}>
              <span>
                <b>{part.what}</b> {part.number !== '' && <span className="figures">{part.number}</span>}{' '}
                {part.count > 1 && `× ${part.count}`}
              </span>
              <Select
                aria-label={`Status of ${part.what}`}
                value={part.place}
                options={PLACES}
                onChange={(place) => change(part.id, { place })}
              />
              <Button
                type="text"
                aria-label={`Delete ${part.what}`}
                icon={<DeleteOutlined aria-hidden />}
                onClick={() => onEdit((of) => ({ ...of, parts: of.parts.filter(({ id }) => id !== part.id) }))}
              />
              <Bought part={part} onChange={(how) => change(part.id, how)} />
              {part.place === 'on trial' && (
                <label className={styles['back']}>
                  Return by
                  <Input
                    type="date"
                    value={part.backBy}
                    onChange={({ target }) => change(part.id, { backBy: target.value })}
                  />
                </label>
              )}
            </li>
          ))}
        </ul>
      )}
      <AddPart onAdd={(part) => onEdit((of) => ({ ...of, parts: [...of.parts, part] }))} />
    </PanelSection>
  )
}

/** The parts of this job as a table. */
function PartsCsv({ job }: { readonly job: Job }) {
  const { id, number, driveId, promisedFor, parts } = job
  const rows = parts.map((part) => ({ ...part, jobId: id, jobNumber: number, driveId, promisedFor, vehicle: null }))
  return (
    <Button
      type="text"
      icon={<DownloadOutlined aria-hidden />}
      onClick={() => saveCsv(partsCsv(rows), `parts-of-job-${number}.csv`)}
    >
      CSV
    </Button>
  )
}

/** Where it comes from and what it costs, where the workshop wants to know. */
function Bought({ part, onChange }: { readonly part: JobPart; readonly onChange: (how: Partial<JobPart>) => void }) {
  const money = useMoney()
  return (
    <details className={styles['bought']}>
      <summary>
        {[part.supplier ?? '', part.price == null || money === null ? '' : money.text(part.price)]
          .filter((each) => each !== '')
          .join(' · ') || money === null
          ? 'Number, supplier'
          : 'Number, supplier, price'}
      </summary>
      <Line label="Part number" value={part.number} max={60} onWrite={(number) => onChange({ number })} />
      <Line label="Supplier" value={part.supplier ?? ''} max={80} onWrite={(supplier) => onChange({ supplier })} />
      <label className={styles['line']}>
        Warranty until
        <Input
          type="date"
          value={part.warrantyUntil ?? ''}
          onChange={({ target }) => onChange({ warrantyUntil: target.value })}
        />
      </label>
      {money !== null && (
        <PriceLine label="Price of one" value={part.price ?? null} onWrite={(price) => onChange({ price })} />
      )}
    </details>
  )
}

function AddPart({ onAdd }: { readonly onAdd: (part: JobPart) => void }) {
  const [what, setWhat] = useState('')
  const [number, setNumber] = useState('')
  const [count, setCount] = useState(1)
  return (
    <form
      className={styles['addPart']}
      onSubmit={(event) => {
        event.preventDefault()
        if (what.trim() === '') return
        onAdd({
          id: `p-${newId().slice(0, 8)}`,
          what: what.trim(),
          number: number.trim(),
          count,
          place: 'wanted',
          backBy: '',
        })
        setWhat('')
        setNumber('')
        setCount(1)
      }}
    >
      <Input
        aria-label="Part"
        placeholder="Part"
        maxLength={120}
        value={what}
        onChange={({ target }) => setWhat(target.value)}
      />
      <Input
        aria-label="Part number"
        placeholder="Part number"
        maxLength={60}
        value={number}
        onChange={({ target }) => setNumber(target.value)}
      />
      <InputNumber
        aria-label="Quantity"
        style={{ width: '100%' }}
        min={1}
        max={99}
        value={count}
        onChange={(value) => setCount(value ?? 1)}
      />
      <Button htmlType="submit" disabled={what.trim() === ''}>
        Add
      </Button>
    </form>
  )
}
