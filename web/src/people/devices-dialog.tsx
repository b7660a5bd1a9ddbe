import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Modal } from 'antd'
import dayjs from 'dayjs'
import type { DeviceSession, PersonRecord } from '@emery/core/api'
import { endSession, sessionsKey, sessionsQuery } from './people-api.ts'
import styles from './people.module.css'
import { tell } from '../ui/tell.ts'

interface DevicesDialogProps {
  /** Whose; one’s own where nobody is named. */
  readonly person?: Pick<PersonRecord, 'id' | 'name'>
  readonly open: boolean
  readonly onClose: () => void
}

/** Where somebody is signed in, and how to end that from here: a phone that was left lying, a machine in another bay. */
export function DevicesDialog({ person, open, onClose }: DevicesDialogProps) {
  const title = person === undefined ? 'Where I am signed in' : `Where ${person.name} is signed in`
  return (
    <Modal open={open} onCancel={onClose} footer={null} title={title} destroyOnHidden>
      <Devices of={person?.id ?? 'me'} title={title} />
    </Modal>
  )
}

function Devices({ of, title }: { readonly of: string; readonly title: string }) {
  const { data, error } = useQuery(sessionsQuery(of))
  if (error !== null) return <p role="alert">{error.message}</p>
  if (data === undefined) return <p role="status">Loading …</p>
  if (data.length === 0) return <p>Nowhere at the moment.</p>
  return (
    <ul className={styles['devices']} aria-label={title}>
      {data.map((session) => (
        <OneDevice key={session.id} of={of} session={session} />
      ))}
    </ul>
  )
}

interface OneDeviceProps {
  readonly of: string
  readonly session: DeviceSession
}

function OneDevice({ of, session: { id, device, address, begunAt, own } }: OneDeviceProps) {
  const queries = useQueryClient()
  const { mutate, isPending } = useMutation({
    mutationFn: () => endSession(of, id),
    onError: (reason) => tell.error(reason.message),
    onSettled: () => queries.invalidateQueries({ queryKey: sessionsKey }),
  })
  return (
    <li>
      <div>
        <b>{deviceWords(device)}</b>
        {own && ' (this one)'}
        <div className="soft">
          since {dayjs(begunAt).format('D MMM, HH:mm')}
          {address !== '' && `, from ${address}`}
        </div>
      </div>
      {!own && (
        <Button loading={isPending} onClick={() => mutate()}>
          Sign out there
        </Button>
      )}
    </li>
  )
}

/** What kind of machine a browser says it runs on; nothing finer can be believed. */
export function deviceWords(device: string): string {
  if (/iPhone|Android.*Mobile/.test(device)) return 'Phone'
  if (/iPad|Android|Tablet/.test(device)) return 'Tablet'
  return /Windows|Macintosh|Linux|X11/.test(device) ? 'Computer' : 'A device that does not say what it is'
}
