import { Button } from 'antd'
import type { Remote } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { inWordsOf, beltKindOf, partsOfDrive } from '@emery/core/noise'
import type { SettledDrive } from '@emery/core/path'
import { PRACTICE_TESTS, TESTS_AT_ONE } from '@emery/core/practice'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import { PanelSection } from '../ui/panel.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { useUnits } from '../ui/use-units.ts'
import type { PracticeWork } from '../workers/practice-work.ts'
import styles from './practice.module.css'

/** N that a thumb presses harder for every second that it is held. */
const NEWTONS_A_SECOND = 30
const HARDEST = 90

interface ByHandProps {
  readonly drive: CheckedDrive
  readonly settled: SettledDrive
  readonly work: Remote<PracticeWork>
  /** The test that is being done pulley by pulley. */
  readonly tool: string | null
  readonly isOn: boolean
  readonly onTool: (test: string | null) => void
  readonly onRead: (words: string) => void
  readonly onTest: (test: string) => void
}

/** Everything that can be tried on the car, with what it takes. What is done pulley by pulley is done on the drawing. */
export function ByHand({ drive, settled, work, tool, isOn, onTool, onRead, onTest }: ByHandProps) {
  const all = useKnowledge()
  const knowledge = inWordsOf(all, beltKindOf(drive))
  const has = partsOfDrive(drive)
  const tests = knowledge.tests.filter(
    ({ id, ask, needs = [] }) =>
      ask === 'test' && id !== 'water' && PRACTICE_TESTS.includes(id) && needs.every((need) => has[need] !== false),
  )
  const [done, setDone] = useState<string | null>(null)
  return (
    <PanelSection title="Try something">
      <ul className={styles['tests']}>
        {tests.map(({ id, name, minutes, engine }) => {
          const atOne = TESTS_AT_ONE.includes(id)
          if (id === 'press-span')
            return (
              <li key={id}>
                <Thumb
                  {...{ settled, work, isOn, onRead }}
                  label={`${name}, ${minutes} min`}
                  onDone={() => onTest(id)}
                />
              </li>
            )
          return (
            <li key={id}>
              <button
                type="button"
                aria-pressed={atOne ? tool === id : done === id}
                onClick={() => {
                  if (atOne) onTool(tool === id ? null : id)
                  else {
                    onTool(null)
                    setDone(id)
                    onTest(id)
                  }
                }}
              >
                <b>{name}</b>
                <span>
                  {minutes} min, engine {engine === 'running' ? 'running' : 'off'}
                  {atOne ? ', pulley by pulley' : ''}
                </span>
              </button>
              {tool === id && (
                // The same as pressing on the drawing, for whoever uses the keyboard.
                <span className={styles['each']}>
                  {drive.pulleys.map((pulley) => (
                    <Button
                      key={pulley.id}
                      onClick={() => {
                        void work.showAt(id, pulley.id).then((words) => onRead(words ?? ''))
                        if (done !== id) onTest(id)
                        setDone(id)
                      }}
                    >
                      {drive.shafts.find((shaft) => shaft.id === pulley.shaft)?.name ?? pulley.id}
                    </Button>
                  ))}
                </span>
              )}
            </li>
          )
        })}
      </ul>
    </PanelSection>
  )
}

interface ThumbProps {
  readonly settled: SettledDrive
  readonly work: Remote<PracticeWork>
  readonly isOn: boolean
  readonly label: string
  readonly onRead: (words: string) => void
  readonly onDone: () => void
}

/** A thumb on the longest span: the longer it is held, the harder it presses. */
function Thumb({ settled, work, isOn, label, onRead, onDone }: ThumbProps) {
  const lengths = useLengths()
  const { force } = useUnits()
  const pressing = useRef<{ readonly from: number; readonly timer: ReturnType<typeof setInterval> } | null>(null)
  const [newtons, setNewtons] = useState<number | null>(null)
  useEffect(() => () => clearInterval(pressing.current?.timer), [])
  const [belt, position] = longestSpan(settled)
  const begin = () => {
    if (isOn || pressing.current !== null) return
    const from = performance.now()
    const timer = setInterval(
      () => setNewtons(Math.min(HARDEST, (NEWTONS_A_SECOND * (performance.now() - from)) / 1000)),
      50,
    )
    pressing.current = { from, timer }
  }
  const end = () => {
    if (pressing.current === null) return
    const pressed = Math.min(HARDEST, (NEWTONS_A_SECOND * (performance.now() - pressing.current.from)) / 1000)
    clearInterval(pressing.current.timer)
    pressing.current = null
    setNewtons(null)
    if (pressed < 2) return
    void work.press(belt, position, pressed).then((mm) => {
      onRead(
        mm === null
          ? 'There is no belt to press.'
          : `${force.text(pressed)} press the longest span in by ${lengths.text(mm)}.`,
      )
    })
    onDone()
  }
  return (
    <button
      type="button"
      disabled={isOn}
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onKeyDown={(event) => (event.key === ' ' || event.key === 'Enter') && !event.repeat && begin()}
      onKeyUp={end}
    >
      <b>{label}</b>
      <span>{isOn ? 'stop the engine first' : newtons === null ? 'hold to press harder' : force.text(newtons)}</span>
    </button>
  )
}

function longestSpan({ belts }: SettledDrive): readonly [belt: number, position: number] {
  let best: readonly [number, number, number] = [0, 0, 0]
  for (const [k, { path }] of belts.entries())
    if (path.ok) for (const [i, length] of path.spans.entries()) if (length > best[2]) best = [k, i, length]
  return [best[0], best[1]]
}
