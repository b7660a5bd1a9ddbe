import { Button } from 'antd'
import { Link } from 'react-router'
import { remedyOf, type Telling } from '@emery/core/practice'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import type { Opened, Stands } from '../workers/practice-work.ts'
import styles from './practice.module.css'

interface TellingAtEndProps {
  readonly telling: Telling
  readonly stands: Stands
  readonly opened: Opened
  readonly onAgain: () => void
}

/** What it was, what every test told of it, and the way that would have been shortest. */
export function TellingAtEnd({ telling, stands, opened, onAgain }: TellingAtEndProps) {
  const { causes, tests } = useKnowledge()
  const nameOf = (test: string) => tests.find(({ id }) => id === test)?.name ?? test
  const percent = (share: number) => `${Math.round(100 * share)} %`
  const cause = causes.find(({ id }) => id === telling.cause)
  const named = causes.find(({ id }) => id === stands.named)?.name
  return (
    <div className={styles['list']}>
      <div role="status">
        <h2 className={styles['verdict']}>
          {telling.isNamedRight ? 'That is what it was' : `Not ${named === undefined ? 'that' : `“${named}”`}`}
          {stands.isMended ? ', and it is mended.' : ', and it is not mended.'}
        </h2>
      </div>
      <p className={styles['lead']}>
        It was: <b>{telling.fault}</b>. {cause?.what}
      </p>
      <dl className={styles['meters']}>
        <div data-over={stands.minutes > opened.minutes}>
          <dt>Your time</dt>
          <dd className="figures">
            {stands.minutes} <small>min; {telling.bestMinutes} would do</small>
          </dd>
        </div>
        <div data-over={stands.wrongParts.length > 0}>
          <dt>Wrong parts</dt>
          <dd>
            {stands.wrongParts.length === 0 ? 'none' : stands.wrongParts.map((id) => remedyOf(id).name).join(', ')}
          </dd>
        </div>
      </dl>
      <section aria-label="What each test told">
        <h2 className="heading">What each test told</h2>
        {telling.told.length === 0 ? (
          <p>You tried nothing that tells one fault from another.</p>
        ) : (
          <table className={styles['record']}>
            <thead>
              <tr>
                <th scope="col">Test</th>
                <th scope="col">It showed</th>
                <th scope="col">sure of it before</th>
                <th scope="col">after</th>
              </tr>
            </thead>
            <tbody>
              {telling.told.map(({ test, words, before, after }) => (
                <tr key={test}>
                  <th scope="row">{nameOf(test)}</th>
                  <td>{words}</td>
                  <td className="figures">{percent(before)}</td>
                  <td className="figures">{percent(after)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <section aria-label="The shortest way">
        <h2 className="heading">The shortest way</h2>
        <ol className={styles['shown']}>
          {telling.best.map(({ test, minutes, words, after }) => (
            <li key={test}>
              <b>
                {nameOf(test)}, {minutes} min
              </b>
              <span>
                {words} {percent(after)} sure after it.
              </span>
            </li>
          ))}
          <li>
            <b>{telling.remedy}</b>
            <span>Then run it: quiet.</span>
          </li>
        </ol>
      </section>
      <div className={styles['ways']}>
        <Button type="primary" onClick={onAgain}>
          Try it again
        </Button>
        <Link to="/practice">All exercises</Link>
      </div>
    </div>
  )
}
