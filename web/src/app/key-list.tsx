import { Modal } from 'antd'
import styles from './command-palette.module.css'
import type { Command } from '../ui/top-bar.ts'

interface KeyListProps {
  readonly open: boolean
  readonly onClose: () => void
  readonly commands: readonly Command[]
}

/** Keys that are not commands: they belong to the drawing and need a pulley in hand. */
const DRAWING_KEYS: readonly (readonly [string, string])[] = [
  ['Tab, Enter', 'move to a pulley in the drawing and select it'],
  ['Arrows', 'move the selected pulley by 1 mm; Shift: 10 mm, Alt: 0.1 mm'],
  ['Esc', 'clear the selection, or cancel a drag'],
]

export function KeyList({ open, onClose, commands }: KeyListProps) {
  const rows = commands.flatMap(({ label, keys }) => (keys === undefined ? [] : [[keys, label] as const]))
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="Keys" width={520}>
      <ul className={styles['finder']}>
        {[...rows, ...DRAWING_KEYS].map(([keys, label]) => (
          <li key={`${keys} ${label}`}>
            <span>{label}</span>
            <kbd>{keys}</kbd>
          </li>
        ))}
      </ul>
    </Modal>
  )
}
