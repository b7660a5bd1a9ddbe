import { Button } from 'antd'
import { useCallback, useState } from 'react'
import type { Answer, NextTest as Next } from '@emery/core/noise'
import { Caution } from '../ui/caution.tsx'
import { useNow } from '../ui/use-now.ts'
import { useNumberKeys } from '../ui/use-number-keys.ts'
import styles from './noise.module.css'

const ENGINE = { off: 'engine off', running: 'engine running', any: '' } as const

interface NextTestProps {
  readonly next: Next
  /** Why it is this one. */
  readonly why: string
  readonly onAnswer: (answer: Answer) => void
  readonly onSkip: (test: string) => void
}

/** The test that tells most per minute: how it is done, what can hurt, and what may come of it, pressed or by its number. */
export function NextTest({ next: { test, minutes }, why, onAnswer, onSkip }: NextTestProps) {
  useNumberKeys(
    useCallback(
      (number) => {
        const outcome = test.outcomes[number - 1]
        if (outcome !== undefined) onAnswer({ test: test.id, outcome: outcome.id })
      },
      [test, onAnswer],
    ),
  )
  return (
    <section className={styles['next']} aria-label="Next test">
      <header>
        <h2 className="heading">Next test</h2>
        <span>
          {[minutes === 0 ? '' : `about ${minutes} min`, ENGINE[test.engine ?? 'any'], why]
            .filter((each) => each !== '')
            .join(' · ')}
        </span>
      </header>
      <h3>{test.name}</h3>
      <ol>
        {test.how?.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {test.cautions?.map((caution) => (
        <Caution key={caution}>{caution}</Caution>
      ))}
      {test.limitSeconds !== undefined && <TimeLimit seconds={test.limitSeconds} />}
      <ul className={styles['outcomes']} aria-label="Result">
        {test.outcomes.map(({ id, name, means }, i) => (
          <li key={id}>
            <button type="button" onClick={() => onAnswer({ test: test.id, outcome: id })}>
              <b>{name}</b>
              <kbd>{i + 1}</kbd>
              <span>{means}</span>
            </button>
          </li>
        ))}
      </ul>
      <Button onClick={() => onSkip(test.id)}>Not possible or not sure: next question</Button>
    </section>
  )
}

/** Counts down where a limit of time matters, and says stop. */
function TimeLimit({ seconds }: { readonly seconds: number }) {
  const [begun, setBegun] = useState<number | null>(null)
  const now = useNow(begun === null ? null : 500)
  const left = begun === null ? seconds : Math.max(0, Math.ceil(seconds - (now - begun) / 1000))
  return (
    <p className={styles['limit']} data-over={left === 0}>
      <b className="figures" role="timer">
        {left === 0 ? 'Stop the engine now' : `${left} s`}
      </b>
      <Button onClick={() => setBegun(begun === null ? Date.now() : null)}>{begun === null ? 'Start' : 'Reset'}</Button>
    </p>
  )
}
