import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Modal, Popover } from 'antd'
import { useState, type ReactElement } from 'react'
import { useNavigate } from 'react-router'
import { mayAs, type Role } from '@emery/core/api'
import { waitingChanges } from '../saving/outbox.ts'
import { drivesWithUnsaved } from '../saving/unsaved-drives.ts'
import { forgetWhatWasRead } from './forget-what-was-read.ts'
import { sessionQuery, signOut } from './people-api.ts'
import styles from './people.module.css'
import { tell } from '../ui/tell.ts'
import { DevicesDialog } from './devices-dialog.tsx'
import { PassphraseDialog } from './passphrase-dialog.tsx'
import { ROLE_WORDS } from './role-words.ts'
import { UnitsChosen } from './units-chosen.tsx'

/** What concerns the whole workshop, and who gets there. */
const PLACES: readonly { readonly to: string; readonly label: string; readonly needs: Role }[] = [
  { to: '/people', label: 'People of the workshop', needs: 'lead' },
  { to: '/audit', label: 'Audit log', needs: 'lead' },
  { to: '/deleted', label: 'Deleted lately', needs: 'mechanic' },
  { to: '/pictures', label: 'Pictures', needs: 'mechanic' },
]

interface OpenedMenuProps {
  /** What it opens from. */
  readonly from: ReactElement
}

/** What is done about oneself: units, devices, passphrase, and the way out. It opens as it is fetched. */
export function OpenedMenu({ from }: OpenedMenuProps) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [modal, holder] = Modal.useModal()
  const { data: session } = useQuery(sessionQuery())
  const [open, setOpen] = useState(true)
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
      tell.error(error instanceof Error ? error.message : 'That failed. Try again.')
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
      <UnitsChosen />
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
        {from}
      </Popover>
      {holder}
      <PassphraseDialog open={dialog === 'passphrase'} onClose={() => setDialog(null)} />
      <DevicesDialog open={dialog === 'devices'} onClose={() => setDialog(null)} />
    </>
  )
}
