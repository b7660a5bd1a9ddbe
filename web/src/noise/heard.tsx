import { SoundOutlined } from '@ant-design/icons'
import { Button, Select } from 'antd'
import { useState } from 'react'
import type { Answer, Ask, Knowledge, NoiseTest } from '@emery/core/noise'
import type { SettledDrive } from '@emery/core/path'
import { simulatedNoise, NOISE_KINDS, type NoiseKind } from '@emery/core/sound'
import { play } from '../sound/play.ts'
import own from './heard.module.css'
import styles from './noise.module.css'
import type { NoiseSearch } from './noise-store.ts'
import { WhereDrawing } from './where-drawing.tsx'

const GROUPS: readonly { readonly ask: Ask; readonly label: string }[] = [
  { ask: 'when', label: 'When' },
  { ask: 'since', label: 'Since when' },
  { ask: 'sign', label: 'Other symptoms' },
]

/** Questions that are answered by yes or no. */
const SYMPTOMS: ReadonlySet<Ask> = new Set(['when', 'since', 'sign'])

interface HeardProps {
  /** In the words of the drive’s belts. */
  readonly knowledge: Knowledge
  readonly search: NoiseSearch
  /** The drive it is heard on; null where there is none. */
  readonly settled: SettledDrive | null
  readonly onAnswer: (answer: Answer) => void
  readonly onTakeBack: (test: string) => void
}

/** What is heard, when, since when, with what else: pressed as they come; folded to one sentence once it is said. */
export function Heard({ knowledge, search, settled, onAnswer, onTakeBack }: HeardProps) {
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
      <Where {...{ knowledge, search, settled, onAnswer, onTakeBack }} />
      {GROUPS.map(({ ask, label }) => (
        <fieldset key={ask} className={styles['signs']}>
          <legend className="heading">{label}</legend>
          {knowledge.tests
            .filter((test) => test.ask === ask)
            .map((test) => (
              <YesOrNo key={test.id} test={test} search={search} onAnswer={onAnswer} onTakeBack={onTakeBack} />
            ))}
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

type AnswerProps = Omit<HeardProps, 'settled' | 'knowledge'>

/** A symptom that is there, is not, or of which nobody knows: “no” is another answer than none. */
function YesOrNo({
  test: { id, name, outcomes },
  search,
  onAnswer,
  onTakeBack,
}: AnswerProps & { readonly test: NoiseTest }) {
  const given = search.answers.find(({ test }) => test === id)?.outcome
  return (
    <div role="group" aria-label={name} className={own['symptom']} data-given={given}>
      <span>{name}</span>
      {outcomes.map((outcome) => (
        <button
          key={outcome.id}
          type="button"
          className={own['answer']}
          aria-label={`${name}: ${outcome.name.toLowerCase()}`}
          aria-pressed={given === outcome.id}
          onClick={() => (given === outcome.id ? onTakeBack(id) : onAnswer({ test: id, outcome: outcome.id }))}
        >
          {outcome.name}
        </button>
      ))}
    </div>
  )
}

/** Where it is heard, and at which part or belt of the drive. */
function Where({ knowledge, search, settled, onAnswer, onTakeBack }: HeardProps) {
  const test = knowledge.tests.find(({ ask }) => ask === 'where')
  const given = search.answers.find((each) => each.test === test?.id)
  if (test === undefined) return null
  const parts = settled === null ? [] : namesOf(settled)
  const at = (outcome: string) => (detail: string) => onAnswer({ test: test.id, outcome, detail })
  return (
    <fieldset className={styles['signs']}>
      <legend className="heading">Where</legend>
      {settled !== null && isPlaced(settled) && (
        <WhereDrawing
          settled={settled}
          chosen={given?.detail}
          onPart={at('one-part')}
          onBelt={at(given?.outcome === 'one-part' ? 'one-part' : 'span')}
        />
      )}
      {test.outcomes.map(({ id, name }) => (
        <button
          key={id}
          type="button"
          aria-pressed={given?.outcome === id}
          onClick={() => (given?.outcome === id ? onTakeBack(test.id) : onAnswer({ test: test.id, outcome: id }))}
        >
          {name}
        </button>
      ))}
      {given !== undefined && given.outcome !== 'everywhere' && parts.length > 0 && (
        <Select
          aria-label="Which part or belt"
          placeholder="Which?"
          allowClear
          className={own['which'] ?? ''}
          value={given.detail}
          options={parts.map((name) => ({ value: name, label: name }))}
          onChange={(name: string | undefined) =>
            onAnswer({ test: test.id, outcome: given.outcome, ...(name === undefined ? {} : { detail: name }) })
          }
        />
      )}
    </fieldset>
  )
}

/** Whether the drawing shows every part: one on which some are missing would ask to press what is not there. */
function isPlaced({ drive: { shafts }, places }: SettledDrive): boolean {
  return shafts.every(({ id }) => places.has(id))
}

/** Parts and belts by their names, each once. */
function namesOf({ drive: { shafts, belts } }: SettledDrive): readonly string[] {
  return [...new Set([...shafts, ...belts].map(({ name }) => name).filter((name) => name !== ''))]
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
  const lower = (words: string) => words.charAt(0).toLowerCase() + words.slice(1)
  const all = answers.flatMap(({ test: id, outcome, detail }) => {
    const test = tests.find((each) => each.id === id)
    return test === undefined
      ? []
      : [{ test, outcome, detail, name: test.outcomes.find((each) => each.id === outcome)?.name ?? outcome }]
  })
  const yes = all.flatMap(({ test, outcome, detail, name }) => {
    if (test.ask === 'heard') return [name]
    if (test.ask === 'where') return [detail === undefined ? lower(name) : `${lower(name)} (${detail})`]
    return SYMPTOMS.has(test.ask) && outcome === 'yes' ? [lower(test.name)] : []
  })
  const no = all.flatMap(({ test, outcome }) => (SYMPTOMS.has(test.ask) && outcome === 'no' ? [lower(test.name)] : []))
  if (yes.length + no.length === 0) return 'Nothing yet.'
  return (
    [yes.join(', '), no.length === 0 ? '' : `not ${no.join(', not ')}`].filter((each) => each !== '').join('; ') + '.'
  )
}
