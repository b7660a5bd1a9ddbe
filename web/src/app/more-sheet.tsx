import { Button, Drawer } from 'antd'
import { useNavigate } from 'react-router'
import type { Command } from '../ui/top-bar.ts'
import { MAIN_PLACES } from './places.ts'
import styles from './more-sheet.module.css'
import { UnitSwitch } from './unit-switch.tsx'

interface MoreSheetProps {
  readonly open: boolean
  readonly onClose: () => void
  readonly commands: readonly Command[]
}

/** Commands that a phone has no room for in its top bar. */
const FROM_THE_BAR = ['light', 'help', 'about']

/** On a phone: the places that are not at the bottom of the page, and what the top bar holds on a wider screen. */
export function MoreSheet({ open, onClose, commands }: MoreSheetProps) {
  const navigate = useNavigate()
  const closed = (work: () => void) => () => {
    onClose()
    work()
  }
  return (
    <Drawer open={open} onClose={onClose} placement="bottom" size="auto" title="More">
      <div className={styles['more']}>
        <nav aria-label="More places">
          {MAIN_PLACES.filter(({ byThumb }) => !byThumb).map(({ to, label, Icon }) => (
            <button key={to} type="button" onClick={closed(() => void navigate(to))}>
              <Icon />
              {label}
            </button>
          ))}
        </nav>
        <UnitSwitch />
        {commands
          .filter(({ id }) => FROM_THE_BAR.includes(id))
          .map(({ id, label, run }) => (
            <Button key={id} block onClick={closed(run)}>
              {label}
            </Button>
          ))}
      </div>
    </Drawer>
  )
}
