import { EllipsisOutlined, UnorderedListOutlined } from '@ant-design/icons'
import { Button, Drawer } from 'antd'
import { useState } from 'react'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import styles from './compact-strip.module.css'
import { STEPS, stepVerdict } from '../bench/panels/steps.ts'
import type { StepStripProps } from './strip-props.ts'
import { UndoButton } from './undo-button.tsx'

/** What the wide strip has beside its steps. */
const BESIDE = ['redo', 'working', 'history', 'export', 'run', 'noise', 'inspection', 'last-time', 'print', 'delete']

/** The steps where they do not all fit: the one in hand with its neighbours, all of them in a list that opens. */
export function CompactStrip({ step, parts, commands }: StepStripProps) {
  const [open, setOpen] = useState<'steps' | 'more' | null>(null)
  const at = STEPS.findIndex(({ id }) => id === step)
  const run = (id: string) => {
    setOpen(null)
    commands.find((command) => command.id === id)?.run()
  }
  const near = STEPS.slice(Math.max(0, Math.min(at - 1, STEPS.length - 3))).slice(0, 3)
  return (
    <>
      <nav aria-label="Steps" className={styles['near']}>
        {near.map(({ id, label }) => (
          <button
            key={id}
            type="button"
            aria-current={id === step ? 'step' : undefined}
            onClick={() => (id === step ? setOpen('steps') : run(`step-${id}`))}
          >
            {label}
            {id === step && <VerdictMark verdict={stepVerdict(id, parts)} />}
          </button>
        ))}
      </nav>
      <Button type="text" aria-label="All steps" icon={<UnorderedListOutlined />} onClick={() => setOpen('steps')} />
      <UndoButton parts={parts} onUndo={() => run('undo')} />
      <Button
        type="text"
        aria-label="More about this drive"
        icon={<EllipsisOutlined />}
        onClick={() => setOpen('more')}
      />
      <Drawer open={open === 'steps'} onClose={() => setOpen(null)} placement="bottom" size="auto" title="Steps">
        <ol className={styles['all']}>
          {STEPS.map(({ id, label }, i) => (
            <li key={id}>
              <button type="button" aria-current={id === step ? 'step' : undefined} onClick={() => run(`step-${id}`)}>
                <b aria-hidden>{i + 1}</b>
                <span>{label}</span>
                <VerdictMark verdict={stepVerdict(id, parts)} size={20} />
              </button>
            </li>
          ))}
        </ol>
      </Drawer>
      <Drawer open={open === 'more'} onClose={() => setOpen(null)} placement="bottom" size="auto" title="This drive">
        <ul className={styles['all']}>
          {commands
            .filter(({ id, can }) => BESIDE.includes(id) && can?.() !== false)
            .map(({ id, label }) => (
              <li key={id}>
                <button type="button" onClick={() => run(id)}>
                  <span>{label}</span>
                </button>
              </li>
            ))}
        </ul>
      </Drawer>
    </>
  )
}
