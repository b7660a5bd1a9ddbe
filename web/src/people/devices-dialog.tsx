import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { App, Button, Modal } from 'antd'
import dayjs from 'dayjs'
import type { DeviceSession } from '@emery/core/api'
import { endSession, sessionsKey, sessionsQuery } from './people-api.ts'
import styles from './people.module.css'

interface DevicesDialogProps {
  readonly open: boolean
  readonly onClose: () => void
}

/** Where one is signed in, and how to end that from here: a phone that was left lying, a machine in another bay. */
export function DevicesDialog({ open, onClose }: DevicesDialogProps) {
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="Where I am signed in" destroyOnHidden>
      <Devices />
    </Modal>
  )
}

function Devices() {
  const { data, error } = useQuery(sessionsQuery())
  if (error !== null) return <p role="alert">{error.message}</p>
  if (data === undefined) return <p role="status">Loading …</p>
  return (
    <ul className={styles['devices']} aria-label="Where I am signed in">
      {data.map((session) => (
        <OneDevice key={session.id} session={session} />
      ))}
    </ul>
  )
}

function OneDevice({ session: { id, device, address, begunAt, own } }: { readonly session: DeviceSession }) {
  const queries = useQueryClient()
  const { message } = App.useApp()
  const { mutate, isPending } = useMutation({
    mutationFn: () => endSession(id),
    onError: (reason) => void message.error(reason.message),
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
