import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { JobFields } from '@emery/core/api'
import { missingAtSignOff, partOf, workId } from '@emery/core/jobs'
import { useBench } from '../../bench/bench-context.ts'
import type { JobEdit } from '../../job-edits/use-job.ts'
import { Odometer } from '../../ui/odometer.tsx'
import { stampNow } from '../../ui/preferences.ts'
import form from '../../ui/stacked-form.module.css'

interface SignOffProps {
  readonly job: JobFields
  readonly disabled: boolean
  /** The job as it is signed off, with what was written last. */
  readonly onSignOff: (how: JobEdit) => void
}

/** Signs the job off; what its record would lack is asked for once, and can be left open. */
export function SignOff({ job, disabled, onSignOff }: SignOffProps) {
  const { settled } = useBench()
  const [asking, setAsking] = useState(false)
  const missing = missingAtSignOff(settled, job)
  const isMissing = missing.distance || missing.numbers.length > 0 || missing.lengths.length > 0
  return (
    <>
      <Button
        type="primary"
        disabled={disabled}
        onClick={() => (isMissing ? setAsking(true) : onSignOff((of) => ({ ...of, closedAt: stampNow().at })))}
      >
        Sign off
      </Button>
      {asking && <Missing {...{ job, missing, onSignOff }} onClose={() => setAsking(false)} />}
    </>
  )
}

interface MissingProps extends Omit<SignOffProps, 'disabled'> {
  readonly missing: ReturnType<typeof missingAtSignOff>
  readonly onClose: () => void
}

function Missing({ job, missing, onSignOff, onClose }: MissingProps) {
  const { belts } = useBench().settled.drive
  const [distance, setDistance] = useState(job.distance)
  const [numbers, setNumbers] = useState<Readonly<Record<string, string>>>({})
  const name = (id: string) => belts.find((belt) => belt.id === id)?.name ?? id
  const signOff = () => {
    onSignOff((of) => withNumbers({ ...of, distance, closedAt: stampNow().at }, numbers, name))
    onClose()
  }
  return (
    <Modal open title="Before it is signed off" okText="Sign off" onOk={signOff} onCancel={onClose}>
      <div className={form['form']}>
        <p>Belts and parts go on record with this signature. What is left empty stays not known.</p>
        {missing.distance && <Odometer value={distance} onRead={setDistance} />}
        {missing.numbers.map((id) => (
          <label key={id}>
            Number on the new {name(id)}
            <Input
              maxLength={60}
              value={numbers[id] ?? ''}
              onChange={({ target }) => setNumbers((before) => ({ ...before, [id]: target.value }))}
            />
          </label>
        ))}
        {missing.lengths.map((id) => (
          <p key={id} role="note">
            The length of {name(id)} is not known, so it does not go on record as fitted. Enter it in{' '}
            <Link to={`/drives/${job.driveId}/length`}>Length</Link> first if it is to.
          </p>
        ))}
      </div>
    </Modal>
  )
}

/** The job with the numbers that were read off its new belts, each at its part. */
function withNumbers(
  job: JobFields,
  numbers: Readonly<Record<string, string>>,
  name: (belt: string) => string,
): JobFields {
  return Object.entries(numbers).reduce((so: JobFields, [belt, typed]): JobFields => {
    const number = typed.trim()
    const work = workId('replace', `belt.${belt}`, '')
    if (number === '') return so
    const there = partOf(so, { id: belt, name: name(belt) })
    if (there !== undefined)
      return { ...so, parts: so.parts.map((part) => (part === there ? { ...part, number, work } : part)) }
    const part = { id: `p-${belt}`.slice(0, 60), what: name(belt), number, count: 1, backBy: '', work }
    return { ...so, parts: [...so.parts, { ...part, place: 'here' as const }] }
  }, job)
}
