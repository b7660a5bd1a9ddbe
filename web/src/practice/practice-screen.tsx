import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { Button } from 'antd'
import type { PracticePage, PracticeResult } from '@emery/core/api'
import { EXERCISES, GRADES, ROUND_KINDS, type Grade } from '@emery/core/practice'
import { useTopBar } from '../ui/top-bar.ts'
import { anotherAddress, exerciseAt, roundAddress, roundAt, titleOf } from './exercise-address.ts'
import { ExerciseScreen } from './exercise-screen.tsx'
import { practiceQuery } from './practice-api.ts'
import { usePractice, type Ended } from './practice-store.ts'
import styles from './practice.module.css'
import { ROUND_WORDS, RoundScreen } from './round-screen.tsx'
import { SetExercises, SetForYou } from './tasks.tsx'

const NOTHING: PracticePage = { results: [], tasks: [] }

const GRADE_WORDS: Readonly<Record<Grade, { readonly name: string; readonly what: string }>> = {
  1: { name: 'First grade', what: 'The fault shows to whoever looks and listens.' },
  2: { name: 'Second grade', what: 'It takes a measurement, or a hand in the right place.' },
  3: { name: 'Third grade', what: 'It hides behind something else.' },
}

/** Faults to find on cars that nobody owns: twelve that ship, and as many more as one likes. */
export function PracticeScreen() {
  const { exercise = '' } = useParams()
  const key = useMemo(() => exerciseAt(exercise), [exercise])
  const round = useMemo(() => roundAt(exercise), [exercise])
  if (exercise === '') return <PracticeList />
  if (round !== null) return <RoundScreen key={exercise} {...round} />
  if (key === null)
    return (
      <div className={styles['list']}>
        <h1 className="unseen">Practice</h1>
        <p>There is no such exercise.</p>
        <Link to="/practice">All exercises</Link>
      </div>
    )
  return <ExerciseScreen key={exercise} address={exercise} exercise={key} />
}

function PracticeList() {
  const navigate = useNavigate()
  const { doings, ended } = usePractice()
  const { data: page = NOTHING } = useQuery(practiceQuery())
  useTopBar(useMemo(() => ({ title: <strong>Practice</strong>, commands: [] }), []))
  const more = Object.keys(ended).filter((address) => address.startsWith('g'))
  return (
    <div className={styles['list']}>
      <h1 className="unseen">Practice</h1>
      <p className={styles['lead']}>
        A car comes in with a complaint. Find out what it is before you buy a part: try things, write down what it is,
        mend it and run it. Nothing breaks here, and no car is real.
      </p>
      <SetForYou page={page} />
      {GRADES.map((grade) => (
        <section key={grade} aria-label={GRADE_WORDS[grade].name}>
          <h2 className="heading">{GRADE_WORDS[grade].name}</h2>
          <p className={styles['note']}>{GRADE_WORDS[grade].what}</p>
          <ul className={styles['exercises']}>
            {EXERCISES.filter((each) => each.grade === grade).map(({ id, title }) => (
              <li key={id}>
                <Link to={`/practice/${id}`}>
                  <b>{title}</b>
                  <span>{statusWords(ended[id], (doings[id] ?? []).length)}</span>
                </Link>
              </li>
            ))}
            <li>
              <Button size="large" onClick={() => void navigate(`/practice/${anotherAddress(grade)}`)}>
                Another car of this grade
              </Button>
            </li>
          </ul>
        </section>
      ))}
      <section aria-label="One skill at a time">
        <h2 className="heading">One skill at a time</h2>
        <ul className={styles['exercises']}>
          {ROUND_KINDS.map((kind) => (
            <li key={kind}>
              <button type="button" onClick={() => void navigate(`/practice/${roundAddress(kind)}`)}>
                <b>{ROUND_WORDS[kind].name}</b>
                <span>{ROUND_WORDS[kind].what}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      {more.length > 0 && (
        <section aria-label="Done besides">
          <h2 className="heading">Done besides</h2>
          <ul className={styles['exercises']}>
            {more.map((address) => (
              <li key={address}>
                <Link to={`/practice/${address}`}>
                  <b>{titleOf(address)}</b>
                  <span>{statusWords(ended[address], 0)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <SetExercises page={page} />
      <Missed results={page.results} />
    </div>
  )
}

/** Which faults each person misses: named wrong, or found only after parts were bought that it did not need. */
function Missed({ results }: { readonly results: readonly PracticeResult[] }) {
  if (results.length === 0) return null
  const keys = [...new Set(results.map(({ by, fault }) => `${by}\n${fault}`))]
  const rows = keys.map((key) => {
    const these = results.filter(({ by, fault }) => `${by}\n${fault}` === key)
    const right = these.filter(({ isNamedRight, wrongParts }) => isNamedRight && wrongParts === 0).length
    return { key, by: these[0]?.by ?? '', fault: these[0]?.fault ?? '', times: these.length, right }
  })
  return (
    <section aria-label="Record">
      <h2 className="heading">Record</h2>
      <p className={styles['note']}>What is missed most stands first.</p>
      <table className={styles['record']}>
        <thead>
          <tr>
            <th scope="col">Fault</th>
            <th scope="col">who</th>
            <th scope="col">met</th>
            <th scope="col">found without a wrong part</th>
          </tr>
        </thead>
        <tbody>
          {rows
            .toSorted((a, b) => a.right / a.times - b.right / b.times)
            .map(({ key, by, fault, times, right }) => (
              <tr key={key}>
                <th scope="row">{fault}</th>
                <td>{by}</td>
                <td className="figures">{times}</td>
                <td className="figures">{right}</td>
              </tr>
            ))}
        </tbody>
      </table>
    </section>
  )
}

function statusWords(ended: Ended | undefined, begun: number): string {
  if (ended === undefined) return begun > 0 ? 'begun' : 'not tried yet'
  if (!ended.isNamedRight) return 'named wrong'
  return ended.wrongParts > 0
    ? `found, after ${ended.wrongParts} wrong ${ended.wrongParts === 1 ? 'part' : 'parts'}`
    : `found in ${ended.minutes} min`
}
