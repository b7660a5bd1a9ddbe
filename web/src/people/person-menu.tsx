import { useQuery, useQueryClient } from '@tanstack/react-query'
import { App, Button, Popover } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { useNavigate } from 'react-router'
import { mayAs, type Role } from '@emery/core/api'
import { waitingChanges } from '../saving/outbox.ts'
import { drivesWithUnsaved } from '../saving/unsaved-drives.ts'
import { forgetWhatWasRead } from './forget-what-was-read.ts'
import { sessionQuery, signOut } from './people-api.ts'
import styles from './people.module.css'
import { DevicesDialog } from './devices-dialog.tsx'
import { PassphraseDialog } from './passphrase-dialog.tsx'
import { ROLE_WORDS } from './role-words.ts'

/** Looked at seldom: not part of what everybody loads first. */
const UnitsChosen = lazy(async () => ({ default: (await import('./units-chosen.tsx')).UnitsChosen }))

/** What concerns the whole workshop, and who gets there. */
const PLACES: readonly { readonly to: string; readonly label: string; readonly needs: Role }[] = [
  { to: '/people', label: 'People of the workshop', needs: 'lead' },
  { to: '/audit', label: 'Audit log', needs: 'lead' },
  { to: '/deleted', label: 'Deleted lately', needs: 'mechanic' },
  { to: '/pictures', label: 'Pictures', needs: 'mechanic' },
]

/** Who is at the bench, in the top bar: their role, their passphrase, and the way out. */
export function PersonMenu({ className }: { readonly className: string | undefined }) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { message, modal } = App.useApp()
  const { data: session } = useQuery(sessionQuery())
  const [open, setOpen] = useState(false)
  const [dialog, setDialog] = useState<'passphrase' | 'devices' | null>(null)
  const person = session?.person
  if (person === null || person === undefined) return null
  const leave = async () => {
    const waiting = (await waitingChanges(person.name)).length + drivesWithUnsaved(person.name, 0).length
    if (waiting === 0) {
      await signOutNow()
      return
    }
    setOpen(false)
    modal.confirm({
      title: waiting === 1 ? '1 change waits for the server' : `${waiting} changes wait for the server`,
      content: 'It stays in this browser and is sent when you sign in here again. Nobody else sends it.',
      okText: 'Sign out all the same',
      onOk: signOutNow,
    })
  }
  const signOutNow = async () => {
    try {
      await signOut()
      // From the start: nothing that was fetched for one is shown to the next.
      queries.clear()
      await forgetWhatWasRead()
      location.assign('/')
    } catch (error) {
      void message.error(error instanceof Error ? error.message : 'That failed. Try again.')
    }
  }
  const closed = (work: () => void) => () => {
    setOpen(false)
    work()
  }
  const menu = (
    <div className={styles['menu']}>
      <p>
        <b>{person.name}</b>, {ROLE_WORDS[person.role].toLowerCase()}
      </p>
      {PLACES.filter(({ needs }) => mayAs(person.role, needs)).map(({ to, label }) => (
        <Button key={to} onClick={closed(() => void navigate(to))}>
          {label}
        </Button>
      ))}
      <Suspense fallback={null}>
        <UnitsChosen />
      </Suspense>
      <Button onClick={closed(() => setDialog('devices'))}>Where I am signed in</Button>
      {session?.oneTap.length === 0 && (
        <Button onClick={closed(() => setDialog('passphrase'))}>Change my passphrase</Button>
      )}
      <Button onClick={() => void leave()}>Sign out</Button>
    </div>
  )
  return (
    <>
      <Popover trigger="click" placement="bottomRight" content={menu} open={open} onOpenChange={setOpen}>
        <Button type="text" className={className ?? ''} aria-label={`Signed in: ${person.name}`}>
          {initials(person.name)}
        </Button>
      </Popover>
      <PassphraseDialog open={dialog === 'passphrase'} onClose={() => setDialog(null)} />
      <DevicesDialog open={dialog === 'devices'} onClose={() => setDialog(null)} />
    </>
  )
}

function initials(name: string): string {
  return name
    .split(/\s+/)
    .map((part) => part.slice(0, 1).toUpperCase())
    .slice(0, 2)
    .join('')
}
