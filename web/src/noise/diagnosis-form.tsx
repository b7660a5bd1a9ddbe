import { useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox, Input, Modal, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Diagnosis } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { withDiagnosis } from '@emery/core/jobs'
import type { Answer, Knowledge, Suspect } from '@emery/core/noise'
import { useToJob } from '../job-edits/put-into-job.tsx'
import { addDiagnosis, diagnosesKey } from './diagnoses-api.ts'
import { usePreferences } from '../ui/preferences.ts'
import styles from './noise.module.css'
import { Odometer } from '../ui/odometer.tsx'

interface DiagnosisFormProps {
  readonly knowledge: Knowledge
  readonly driveId: string
  /** The drive itself; null where none was chosen. */
  readonly drive: CheckedDrive | null
  readonly suspects: readonly Suspect[]
  readonly answers: readonly Answer[]
  readonly onKept: () => void
  readonly onClose: () => void
}

/** What was found: the cause, what is to be done, what goes with it, how to prove it; kept with the drive. */
export function DiagnosisForm({ knowledge, driveId, drive, suspects, answers, onKept, onClose }: DiagnosisFormProps) {
  const queries = useQueryClient()
  const { put, where } = useToJob(driveId)
  const [causeId, setCause] = useState(suspects[0]?.cause.id ?? '')
  const [without, setWithout] = useState<readonly string[]>([])
  const [note, setNote] = useState('')
  const [distance, setDistance] = useState<number | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const suspect = suspects.find(({ cause }) => cause.id === causeId)
  if (suspect === undefined) return null
  const { cause, probability } = suspect
  const toDo = [...cause.actions, ...cause.goesWith.map((part) => `Also check: ${part}`)]
  const keep = async (andThen: (found: Diagnosis) => void = () => undefined) => {
    setSending(true)
    try {
      const found = await addDiagnosis(driveId, {
        answers: answers.map((answer) => ({
          test: answer.test,
          outcome: answer.outcome,
          words: wordsOf(knowledge, answer),
        })),
        cause: cause.id,
        causeName: cause.name,
        probability,
        edition: knowledge.edition,
        actions: toDo.filter((each) => !without.includes(each)),
        prove: cause.prove,
        note,
        distance,
        by: usePreferences.getState().person,
      })
      await queries.invalidateQueries({ queryKey: diagnosesKey(driveId) })
      onKept()
      onClose()
      andThen(found)
    } catch (error) {
      setFailure(error instanceof Error ? error.message : 'That failed. Try again.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title="Diagnosis"
      onCancel={onClose}
      footer={
        <>
          <Button loading={sending} disabled={driveId === ''} onClick={() => void keep()}>
            Save to the drive
          </Button>
          {drive !== null && (
            <Button
              type="primary"
              loading={sending}
              onClick={() => void keep((found) => put((job) => withDiagnosis(job, drive, knowledge, found)))}
            >
              Save, and add to {where}
            </Button>
          )}
        </>
      }
    >
      <div className={styles['form']}>
        <label>
          Type
          <Select
            aria-label="Type"
            value={causeId}
            options={suspects.map(({ cause: { id, name } }) => ({ value: id, label: name }))}
            onChange={(next) => {
              setCause(next)
              setWithout([])
            }}
          />
        </label>
        <p>
          {cause.what} On the {cause.part}; probability{' '}
          <b className="figures">{Math.round(100 * probability)} in 100</b>.
        </p>
        <fieldset>
          <legend className="heading">To do</legend>
          {toDo.map((each) => (
            <Checkbox
              key={each}
              checked={!without.includes(each)}
              onChange={({ target }) =>
                setWithout(target.checked ? without.filter((other) => other !== each) : [...without, each])
              }
            >
              {each}
            </Checkbox>
          ))}
        </fieldset>
        <p>
          <b>Proof of repair:</b> {cause.prove}
        </p>
        <Odometer value={distance} onRead={setDistance} />
        <label>
          Note
          <Input.TextArea value={note} maxLength={2000} autoSize onChange={({ target }) => setNote(target.value)} />
        </label>
      </div>
      {driveId === '' && (
        <p role="status">
          A diagnosis is saved to a drive. Choose one above, or <Link to="/drives/new">create one</Link>.
        </p>
      )}
      {failure !== null && <p role="alert">{failure} Your entries are still here.</p>}
    </Modal>
  )
}

function wordsOf({ tests }: Knowledge, { test: testId, outcome: outcomeId, detail }: Answer): string {
  const test = tests.find(({ id }) => id === testId)
  const outcome = test?.outcomes.find(({ id }) => id === outcomeId)
  return `${test?.name ?? testId}: ${detail ?? outcome?.name ?? outcomeId}`
}
