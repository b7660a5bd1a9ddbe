import { SoundOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { useState } from 'react'
import type { Answer, Ask, Knowledge } from '@emery/core/noise'
import { simulatedNoise, NOISE_KINDS, type NoiseKind } from '@emery/core/sound'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import { play } from '../sound/play.ts'
import styles from './noise.module.css'
import type { NoiseSearch } from './noise-store.ts'

const GROUPS: readonly { readonly ask: Ask; readonly label: string }[] = [
  { ask: 'when', label: 'When' },
  { ask: 'since', label: 'Since when' },
  { ask: 'sign', label: 'Other symptoms' },
]

interface HeardProps {
  readonly search: NoiseSearch
  readonly onAnswer: (answer: Answer) => void
  readonly onTakeBack: (test: string) => void
}

/** What is heard, when, since when, with what else: pressed as they come; folded to one sentence once it is said. */
export function Heard({ search, onAnswer, onTakeBack }: HeardProps) {
  const knowledge = useKnowledge()
  const kind = search.answers.find(({ test }) => test === 'heard')?.outcome
  const [folded, setFolded] = useState(search.answers.length > 0)
  const heard = knowledge.tests.find(({ ask }) => ask === 'heard')
  if (folded && search.answers.length > 0)
    return (
      <section aria-label="Heard">
        <h2 className="heading">Heard</h2>
        <p className={styles['said']}>{saidInWords(knowledge, search)}</p>
        <Button onClick={() => setFolded(false)}>Change answers</Button>
      </section>
    )
  return (
    <section aria-label="Heard">
      <h1 className={styles['title']}>What do you hear?</h1>
      <ul className={styles['kinds']}>
        {heard?.outcomes.map(({ id, name, means }) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={kind === id}
              onClick={() => (kind === id ? onTakeBack('heard') : onAnswer({ test: 'heard', outcome: id }))}
            >
              <b>{name}</b>
              <span>{means}</span>
            </button>
            {isKind(id) && <Listen kind={id} name={name} />}
          </li>
        ))}
      </ul>
      {GROUPS.map(({ ask, label }) => (
        <fieldset key={ask} className={styles['signs']}>
          <legend className="heading">{label}</legend>
          {knowledge.tests
            .filter((test) => test.ask === ask)
            .map(({ id, name }) => {
              const yes = search.answers.some(({ test, outcome }) => test === id && outcome === 'yes')
              return (
                <button
                  key={id}
                  type="button"
                  aria-pressed={yes}
                  // Not pressed is not known, which is another thing than no.
                  onClick={() => (yes ? onTakeBack(id) : onAnswer({ test: id, outcome: 'yes' }))}
                >
                  {name}
                </button>
              )
            })}
        </fieldset>
      ))}
      {search.answers.length > 0 && (
        <Button type="primary" size="large" onClick={() => setFolded(true)}>
          Continue
        </Button>
      )}
    </section>
  )
}

function isKind(id: string): id is NoiseKind {
  return (NOISE_KINDS as readonly string[]).includes(id)
}

function Listen({ kind, name }: { readonly kind: NoiseKind; readonly name: string }) {
  return (
    <Button
      type="text"
      icon={<SoundOutlined aria-hidden />}
      aria-label={`Listen to an example: ${name}`}
      onClick={() => void play(simulatedNoise({ kind, seed: 3, repetition: 6 }))}
    />
  )
}

function saidInWords({ tests }: Knowledge, { answers }: NoiseSearch): string {
  const said = answers.flatMap(({ test: id, outcome }) => {
    const test = tests.find((each) => each.id === id)
    if (test === undefined || test.ask === 'test' || test.ask === 'drive' || test.ask === 'sound') return []
    if (test.ask === 'heard') return [test.outcomes.find((each) => each.id === outcome)?.name ?? outcome]
    return outcome === 'yes' ? [test.name.charAt(0).toLowerCase() + test.name.slice(1)] : []
  })
  return said.length === 0 ? 'Nothing yet.' : `${said.join(', ')}.`
}
