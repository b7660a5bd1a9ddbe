import { Button } from 'antd'
import dayjs from 'dayjs'
import type { SaveState } from '../bench/store/saver.ts'
import styles from './drive-screen.module.css'

interface SaveMarkProps {
  readonly state: SaveState
  readonly onTryNow: () => void
}

/** Whether everything is with the server, beside the drive's name. */
export function SaveMark({ state, onTryNow }: SaveMarkProps) {
  return (
    <span className={styles['saveMark']} role="status" data-state={state.is}>
      {saveWords(state)}
      {(state.is === 'away' || state.is === 'refused') && (
        <Button size="small" onClick={onTryNow}>
          Try now
        </Button>
      )}
    </span>
  )
}

function saveWords(state: SaveState): string {
  switch (state.is) {
    case 'saved':
      return `saved ${dayjs(state.at).format(dayjs(state.at).isSame(dayjs(), 'day') ? 'HH:mm' : 'D MMM YYYY')}`
    case 'changed':
    case 'saving':
      return 'saving …'
    case 'away':
      return state.kept
        ? 'server not responding; saved in this browser, retrying'
        : 'server not responding, and this browser has no room: leave this page open'
    case 'conflict':
      return 'changed by someone else'
    case 'refused':
      return `not saved: ${state.message}`
  }
}
