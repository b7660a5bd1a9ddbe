import { useQueryClient } from '@tanstack/react-query'
import { Checkbox, Input, InputNumber, Modal, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Answer, Knowledge, Suspect } from '@emery/core'
import { addFinding, findingsKey } from '../api/findings.ts'
import { useKnowledge } from '../api/knowledge.ts'
import { usePreferences } from '../app/preferences.ts'
import styles from './noise.module.css'

interface FindingFormProps {
  readonly driveId: string
  readonly suspects: readonly Suspect[]
  readonly answers: readonly Answer[]
  readonly onKept: () => void
  readonly onClose: () => void
}

/** What was found: the cause, what is to be done, what goes with it, how to prove it; kept with the drive. */
export function FindingForm({ driveId, suspects, answers, onKept, onClose }: FindingFormProps) {
  const queries = useQueryClient()
  const knowledge = useKnowledge()
  const [causeId, setCause] = useState(suspects[0]?.cause.id ?? '')
  const [without, setWithout] = useState<readonly string[]>([])
  const [note, setNote] = useState('')
  const [distance, setDistance] = useState<number | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const suspect = suspects.find(({ cause }) => cause.id === causeId)
  if (suspect === undefined) return null
  const { cause, probability } = suspect
  const toDo = [...cause.actions, ...cause.goesWith.map((part) => `Look at as well: ${part}`)]
  const keep = async () => {
    setSending(true)
    try {
      await addFinding(driveId, {
        answers: answers.map((answer) => ({
          ...{ test: answer.test, outcome: answer.outcome },
          words: wordsOf(knowledge, answer),
        })),
        ...{ cause: cause.id, causeName: cause.name, probability, edition: knowledge.edition },
        actions: toDo.filter((each) => !without.includes(each)),
        ...{ prove: cause.prove, note, distance, by: usePreferences.getState().person },
      })
      await queries.invalidateQueries({ queryKey: findingsKey(driveId) })
      onKept()
      onClose()
    } catch (error) {
      setFailure(error instanceof Error ? error.message : 'That did not work.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title="The finding"
      okText="Keep it with the drive"
      okButtonProps={{ disabled: driveId === '' }}
      confirmLoading={sending}
      onOk={() => void keep()}
      onCancel={onClose}
    >
      <div className={styles['form']}>
        <label>
          What it is
          <Select
            aria-label="What it is"
            value={causeId}
            options={suspects.map(({ cause: { id, name } }) => ({ value: id, label: name }))}
            onChange={(next) => {
              setCause(next)
              setWithout([])
            }}
          />
        </label>
        <p>
          {cause.what} Found on the {cause.part}; given{' '}
          <b className="figures">{Math.round(100 * probability)} in 100</b>.
        </p>
        <fieldset>
          <legend className="heading">To be done</legend>
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
          <b>Proved when:</b> {cause.prove}
        </p>
        <label>
          Distance, km
          <InputNumber min={0} max={5_000_000} value={distance} onChange={setDistance} placeholder="not read" />
        </label>
        <label>
          Note
          <Input.TextArea value={note} maxLength={2000} autoSize onChange={({ target }) => setNote(target.value)} />
        </label>
      </div>
      {driveId === '' && (
        <p role="status">
          A finding is kept with a drive: choose one above, or <Link to="/drives/new">start one</Link>.
        </p>
      )}
      {failure !== null && <p role="alert">{failure} What you wrote is still here.</p>}
    </Modal>
  )
}

function wordsOf({ tests }: Knowledge, { test: testId, outcome: outcomeId, detail }: Answer): string {
  const test = tests.find(({ id }) => id === testId)
  const outcome = test?.outcomes.find(({ id }) => id === outcomeId)
  return `${test?.name ?? testId}: ${detail ?? outcome?.name ?? outcomeId}`
}
