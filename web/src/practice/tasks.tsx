import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PracticePage, PracticeTask } from '@emery/core/api'
import { EXERCISES, GRADES } from '@emery/core/practice'
import { peopleQuery, sessionQuery } from '../people/people-api.ts'
import { useMay } from '../people/use-may.ts'
import { tell } from '../ui/tell.ts'
import { anotherAddress, titleOf } from './exercise-address.ts'
import { dropTask, practiceQuery, setTask } from './practice-api.ts'
import styles from './practice.module.css'

const NOBODY: readonly never[] = []

/** What somebody was set to practise. */
export function SetForYou({ page }: { readonly page: PracticePage }) {
  const me = useQuery(sessionQuery()).data?.person?.id
  const open = page.tasks.filter(({ personId, resultId }) => personId === me && resultId === null)
  if (open.length === 0) return null
  return (
    <section aria-label="Set for you">
      <h2 className="heading">Set for you</h2>
      <ul className={styles['exercises']}>
        {open.map(({ id, exercise, setBy, note }) => (
          <li key={id}>
            <Link to={`/practice/${exercise}`}>
              <b>{titleOf(exercise)}</b>
              <span>
                by {setBy}
                {note === '' ? '' : `: ${note}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** For whoever leads: set an exercise, and see how those that were set went. */
export function SetExercises({ page }: { readonly page: PracticePage }) {
  const mayLead = useMay('lead')
  const { data: people = NOBODY } = useQuery({ ...peopleQuery(), enabled: mayLead })
  const queries = useQueryClient()
  const [personId, setPerson] = useState<string | null>(null)
  const [exercise, setExercise] = useState<string>(EXERCISES[0]?.id ?? '')
  const [note, setNote] = useState('')
  if (!mayLead) return null
  const options = [
    ...EXERCISES.map(({ id, title, grade }) => ({ value: id, label: `${title} (grade ${grade})` })),
    ...GRADES.map((grade) => ({ value: `another-${grade}`, label: `Another car of grade ${grade}` })),
  ]
  const changed = (doing: Promise<unknown>) =>
    doing.then(
      () => queries.invalidateQueries(practiceQuery()),
      (reason: unknown) => tell.error(reason instanceof Error ? reason.message : String(reason)),
    )
  const set = () => {
    if (personId === null) return
    const [, grade] = /^another-(\d)$/.exec(exercise) ?? []
    const address = grade === undefined ? exercise : anotherAddress(Number(grade))
    void changed(setTask({ personId, exercise: address, note: note.trim() })).then(() => setNote(''))
  }
  return (
    <section aria-label="Set exercises">
      <h2 className="heading">Set an exercise</h2>
      <div className={styles['set']}>
        <Select
          aria-label="Who is to do it"
          value={personId}
          placeholder="Who …"
          options={people.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setPerson}
        />
        <Select aria-label="Which exercise" value={exercise} options={options} onChange={setExercise} />
        <Input
          aria-label="A word with it"
          placeholder="A word with it"
          maxLength={200}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <Button disabled={personId === null} onClick={set}>
          Set it
        </Button>
      </div>
      {page.tasks.length > 0 && (
        <table className={styles['record']} aria-label="Exercises that were set">
          <thead>
            <tr>
              <th scope="col">Who</th>
              <th scope="col">Exercise</th>
              <th scope="col">How it went</th>
              <th scope="col">
                <span hidden>Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {page.tasks.map((task) => (
              <tr key={task.id}>
                <th scope="row">{task.name}</th>
                <td>{titleOf(task.exercise)}</td>
                <td>{howItWent(task, page)}</td>
                <td>
                  <Button onClick={() => void changed(dropTask(task.id))}>Take back</Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}

function howItWent({ resultId }: PracticeTask, { results }: PracticePage): string {
  if (resultId === null) return 'not done yet'
  const result = results.find(({ id }) => id === resultId)
  if (result === undefined) return 'done'
  const { isNamedRight, isMended, minutes, wrongParts, tests, fault } = result
  const parts = wrongParts === 0 ? 'no wrong part' : `${wrongParts} wrong ${wrongParts === 1 ? 'part' : 'parts'}`
  return `${fault}: ${isNamedRight ? 'named right' : 'named wrong'}, ${isMended ? 'mended' : 'not mended'}, ${tests} tests, ${minutes} min, ${parts}`
}
