import { UndoOutlined } from '@ant-design/icons'
import { Button, Tooltip } from 'antd'
import { useStore } from 'zustand'
import type { BenchParts } from '../bench/bench-context.ts'

interface UndoButtonProps {
  readonly parts: BenchParts
  readonly onUndo: () => void
}

/** Takes the last change back; says which one that is. */
export function UndoButton({ parts, onUndo }: UndoButtonProps) {
  const canUndo = useStore(parts.store, ({ past }) => past.at(-1)?.label)
  return (
    <Tooltip title={canUndo === undefined ? 'Nothing to undo' : `Undo: ${canUndo} (Ctrl Z)`}>
      <Button
        type="text"
        aria-label="Undo"
        icon={<UndoOutlined aria-hidden />}
        disabled={canUndo === undefined}
        onClick={onUndo}
      />
    </Tooltip>
  )
}
