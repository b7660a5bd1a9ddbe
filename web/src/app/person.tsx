import { UserOutlined } from '@ant-design/icons'
import { Button, Input, Popover } from 'antd'
import { usePreferences } from './preferences.ts'
import styles from './shell.module.css'

/** Who is at the bench: a name beside readings and saves, kept in this browser. No account, no password. */
export function Person() {
  const { person, setPerson } = usePreferences()
  const form = (
    <label className={styles['person']}>
      Your name, for readings and saves
      <Input
        value={person}
        maxLength={80}
        autoFocus
        placeholder="Name"
        onChange={(event) => setPerson(event.target.value)}
      />
    </label>
  )
  return (
    <Popover trigger="click" placement="bottomRight" content={form}>
      <Button
        type="text"
        className={styles['light']}
        aria-label={person === '' ? 'Say who you are' : `At the bench: ${person}`}
        icon={person === '' ? <UserOutlined /> : undefined}
      >
        {initials(person)}
      </Button>
    </Popover>
  )
}

function initials(name: string): string {
  return name
    .split(/\s+/)
    .map((part) => part.slice(0, 1).toUpperCase())
    .slice(0, 2)
    .join('')
}
