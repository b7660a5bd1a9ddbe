import { Button, Input } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { setBeltLength, type DriveEdit, type LengthReadingOf } from '@emery/core/drive'
import { addLengthReading, type BringHome, type LengthAnswer, type Standing } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { readLabel } from '@emery/core/sections'
import { useBench } from '../bench/bench-context.ts'
import { Caution } from '../ui/caution.tsx'
import { labelledLength, unreadLabel, withLength, withMark } from '../ui/labelled-length.ts'
import { PanelSection } from '../ui/panel.tsx'
import { stampNow } from '../ui/preferences.ts'
import { useBeltName } from '../ui/use-belt-name.ts'
import { otherSection } from './label-checks.tsx'
import { LengthField } from './length-field.tsx'
import { adjusterWord, standingChoices } from './standings.ts'
import styles from './tried-on.module.css'

interface TriedOnProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly home: BringHome | null
}

interface Outcome {
  readonly words: string
  readonly outcome: LengthReadingOf<'trial'>['outcome']
  readonly seated?: boolean
  readonly standing?: Standing
}

/** What became of a belt that was tried on, each answer one press: the reading is kept and counted at once. */
export function TriedOn({ belt, answer, home }: TriedOnProps) {
  const { store } = useBench()
  const nameOf = useBeltName()
  const { id, section, length: fitted } = belt.belt
  // Most likely one of those that were bought; the next of them is not yet tried.
  const tried = new Set(answer.sources.flatMap(({ reading }) => (reading?.how === 'trial' ? [reading.value] : [])))
  const next = home?.belts.find(({ length }) => !tried.has(length))?.length ?? (tried.size === 0 ? fitted : null)
  const [typed, setTyped] = useState<ReturnType<typeof labelledLength> | null>(null)
  const labelled = typed ?? labelledLength(next === null ? '' : nameOf(belt.belt, next), next)
  const { mark, length } = labelled
  const other = otherSection(mark, belt.belt)
  const unread = unreadLabel(labelled)
  const word = adjusterWord(belt)
  const standings = standingChoices(belt, answer.unhung)

  const keep = ({ outcome, seated, standing }: Outcome) => {
    if (length === null) return
    const reading: LengthReadingOf<'trial'> = {
      id: newId(),
      belt: id,
      ...stampNow(),
      how: 'trial',
      written: mark.trim(),
      value: length,
      outcome,
      ...(seated === undefined ? {} : { seated }),
      ...standing,
    }
    const add: DriveEdit = (draft) => {
      addLengthReading(reading)(draft)
      // A belt that is on is the belt on the engine.
      if (outcome === 'on' && other === undefined) setBeltLength(id, length)(draft)
    }
    if (store.getState().edit('try a belt on', add).ok) setTyped(null)
  }
  const button = (outcome: Outcome) => (
    <Button key={outcome.words} onClick={() => keep(outcome)}>
      {outcome.words}
    </Button>
  )
  return (
    <PanelSection title="Tried a belt on?">
      <div className={styles['which']}>
        <label>
          Its label
          <Input
            className="figures"
            value={mark}
            maxLength={60}
            placeholder="6PK1725"
            // What is proposed stays as it is once somebody writes here, and the first letter takes its place.
            onFocus={({ target }) => {
              setTyped(labelled)
              target.select()
            }}
            onChange={({ target }) => setTyped(withMark(labelled, target.value, readLabel(target.value, belt.belt)[0]))}
          />
        </label>
        <LengthField
          label="Its length"
          value={length}
          section={section}
          reach={reachOf(answer)}
          onRead={(read) => setTyped(withLength(labelled, read))}
        />
      </div>
      {unread !== null && <p role="alert">{unread}</p>}
      {other !== undefined && (
        <p role="alert">
          This is the label of a {other} belt; this drive’s belt is {section}. What you press is kept, but not counted.
        </p>
      )}
      {length === null ? (
        <p className="soft">Type its label or its length, then say what became of it: one press each.</p>
      ) : (
        <>
          <p className={styles['ask']}>What became of it?</p>
          <div className={styles['outcomes']} role="group" aria-label="It would not go on">
            {button({ words: 'Would not go on, seated in every groove', outcome: 'too-short', seated: true })}
            {button({ words: 'Would not go on, grooves not checked', outcome: 'too-short', seated: false })}
          </div>
          <div className={styles['outcomes']} role="group" aria-label="It went on">
            {standings.map(({ words, ...standing }) =>
              button({ words: `On, ${word} ${words}`, outcome: 'on', standing }),
            )}
            {button({ words: standings.length === 0 ? 'On, and tight' : `On, ${word} not looked at`, outcome: 'on' })}
            {button({
              words: standings.length === 0 ? 'On, but slack' : `Slack, ${word} at its stop`,
              outcome: 'slack',
            })}
          </div>
        </>
      )}
      <Caution>
        Engine off, key out. Hold the arm until the belt is on every pulley. Never force a belt over a rim: one that
        sits on a pulley’s shoulder seems too short.
      </Caution>
    </PanelSection>
  )
}

function reachOf({ situation }: LengthAnswer): { readonly shortest: number; readonly longest: number } | null {
  return situation === null ? null : { shortest: situation.stretch.lengthFrom, longest: situation.stretch.lengthTo }
}
