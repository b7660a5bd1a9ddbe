import { Button } from 'antd'
import type { Remote } from 'comlink'
import { useState } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { inWordsOf, beltKindOf, partsOfDrive } from '@emery/core/noise'
import type { SettledDrive } from '@emery/core/path'
import { PRACTICE_TESTS, TESTS_AT_ONE } from '@emery/core/practice'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import { PanelSection } from '../ui/panel.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { useUnits } from '../ui/use-units.ts'
import type { PracticeWork } from '../workers/practice-work.ts'
import { HeldThumb } from './held-thumb.tsx'
import styles from './practice.module.css'

interface ByHandProps {
  readonly drive: CheckedDrive
  readonly settled: SettledDrive
  readonly work: Remote<PracticeWork>
  /** The test that is being done pulley by pulley. */
  readonly tool: string | null
  readonly isOn: boolean
  readonly onTool: (test: string | null) => void
  /** Does the test in hand at one pulley. */
  readonly onTouch: (pulley: string) => void
  readonly onRead: (words: string) => void
  readonly onTest: (test: string) => void
}

/** Everything that can be tried on the car, with what it takes. What is done pulley by pulley is done on the drawing. */
export function ByHand({ drive, settled, work, tool, isOn, onTool, onTouch, onRead, onTest }: ByHandProps) {
  const lengths = useLengths()
  const { force } = useUnits()
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
        {tests.map(({ id, name, minutes, engine, cautions = [] }) => {
          const atOne = TESTS_AT_ONE.includes(id)
          if (id === 'press-span')
            return (
              <li key={id}>
                <HeldThumb
                  label={`${name}, ${minutes} min`}
                  disabled={isOn}
                  why="stop the engine first"
                  onPressed={(newtons) => {
                    const [belt, position] = longestSpan(settled)
                    void work
                      .press(belt, position, newtons)
                      .then((mm) =>
                        onRead(
                          mm === null
                            ? 'There is no belt to press.'
                            : `${force.text(newtons)} press the longest span in by ${lengths.text(mm)}.`,
                        ),
                      )
                    onTest(id)
                  }}
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
              {(tool === id || done === id) && cautions.length > 0 && (
                <span className={styles['caution']}>On a real car: {cautions.join(' ')}</span>
              )}
              {tool === id && (
                // The same as pressing on the drawing, for whoever uses the keyboard.
                <span className={styles['each']}>
                  {drive.pulleys.map((pulley) => (
                    <Button key={pulley.id} onClick={() => onTouch(pulley.id)}>
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

function longestSpan({ belts }: SettledDrive): readonly [belt: number, position: number] {
  let best: readonly [number, number, number] = [0, 0, 0]
  for (const [k, { path }] of belts.entries())
    if (path.ok) for (const [i, length] of path.spans.entries()) if (length > best[2]) best = [k, i, length]
  return [best[0], best[1]]
}
