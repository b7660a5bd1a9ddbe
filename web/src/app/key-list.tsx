import { Modal } from 'antd'
import styles from './command-palette.module.css'
import type { Command } from './top-bar.ts'

interface KeyListProps {
  readonly open: boolean
  readonly onClose: () => void
  readonly commands: readonly Command[]
}

/** Keys that are not commands: they belong to the drawing and need a pulley in hand. */
const DRAWING_KEYS: readonly (readonly [string, string])[] = [
  ['Tab, Enter', 'go to a pulley in the drawing, take it in hand'],
  ['Arrows', 'move the pulley in hand by 1 mm; with Shift 10 mm, with Alt 0.1 mm'],
  ['Esc', 'let go, or call a drag off'],
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
