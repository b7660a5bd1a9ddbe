import { PlayCircleOutlined, RedoOutlined } from '@ant-design/icons'
import { Button, Tooltip } from 'antd'
import { lazy, Suspense } from 'react'
import { useStore } from 'zustand'
import { COMPACT, useMedia } from '../ui/use-media.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import styles from './drive-screen.module.css'
import type { StepStripProps } from './strip-props.ts'
import { UndoButton } from './undo-button.tsx'
import { STEPS, stepVerdict } from '../bench/panels/steps.ts'

const CompactStrip = lazy(async () => ({ default: (await import('./compact-strip.tsx')).CompactStrip }))

/** The steps in working order, each with how it stands; undo, redo and the working beside them. */
export function StepStrip(props: StepStripProps) {
  const compact = useMedia(COMPACT)
  return (
    <div className={styles['strip']}>
      {compact ? (
        <Suspense fallback={null}>
          <CompactStrip {...props} />
        </Suspense>
      ) : (
        <WideStrip {...props} />
      )}
    </div>
  )
}

function WideStrip({ step, parts, commands }: StepStripProps) {
  const canRedo = useStore(parts.store, ({ future }) => future[0]?.label)
  const run = (id: string) => commands.find((command) => command.id === id)?.run()
  return (
    <>
      <nav aria-label="Steps">
        {STEPS.map(({ id, label }, i) => (
          <button
            key={id}
            type="button"
            aria-current={id === step ? 'step' : undefined}
            onClick={() => run(`step-${id}`)}
          >
            <b aria-hidden>{i + 1}</b>
            {label}
            <VerdictMark verdict={stepVerdict(id, parts)} />
          </button>
        ))}
      </nav>
      <UndoButton parts={parts} onUndo={() => run('undo')} />
      <Tooltip title={canRedo === undefined ? 'Nothing to redo' : `Redo: ${canRedo} (Ctrl Shift Z)`}>
        <Button
          type="text"
          aria-label="Redo"
          icon={<RedoOutlined aria-hidden />}
          disabled={canRedo === undefined}
          onClick={() => run('redo')}
        />
      </Tooltip>
      <Tooltip title="Run it (R)">
        <Button type="text" aria-label="Run it" icon={<PlayCircleOutlined aria-hidden />} onClick={() => run('run')} />
      </Tooltip>
      <Button type="text" onClick={() => run('history')}>
        Versions
      </Button>
      <Button type="text" onClick={() => run('export')}>
        Export
      </Button>
      <Button type="text" onClick={() => run('working')}>
        Working <kbd>W</kbd>
      </Button>
    </>
  )
}
