import { useMutation, useQuery } from '@tanstack/react-query'
import { Button, Modal, QRCode, Select } from 'antd'
import { useEffect, useState } from 'react'
import type { HandoverMade } from '@emery/core/api'
import { deviceWords } from './devices-dialog.tsx'
import { addressesQuery, handoverQuery, makeHandover, reachedFrom } from './hand-over-api.ts'
import { useHandOver } from './hand-over-store.ts'
import styles from './hand-over.module.css'

/** Milliseconds between two looks at how long a code is good for. */
const TICK_MS = 1000
const CODE_PX = 264

/** Shows a code that signs whoever shows it in on a phone, once, and opens the same place there. */
export function HandOver() {
  const { path, close } = useHandOver()
  return (
    <Modal open={path !== null} onCancel={close} footer={null} title="Open on a phone" destroyOnHidden>
      {path !== null && <Reached path={path} />}
    </Modal>
  )
}

function Reached({ path }: { readonly path: string }) {
  const { data: listed, error } = useQuery(addressesQuery())
  const [chosen, setChosen] = useState<string | null>(null)
  if (error !== null) return <p role="alert">{error.message}</p>
  if (listed === undefined) return <p role="status">Loading …</p>
  const addresses = reachedFrom(listed)
  const address = chosen ?? addresses[0]
  if (address === undefined) return <NotReached />
  return (
    <div className={styles['code']}>
      {addresses.length > 1 && (
        <label>
          Address of this server in the phone’s network
          <Select value={address} options={addresses.map((value) => ({ value, label: value }))} onChange={setChosen} />
        </label>
      )}
      <Code path={path} address={address} />
      {!address.startsWith('https:') && (
        <p className="soft">
          Without TLS a phone takes pictures and readings, but its browser gives no microphone and keeps nothing for
          when the network is away. Whoever runs Emery starts it with <code>npm start -- --tls</code> for that.
        </p>
      )}
    </div>
  )
}

function NotReached() {
  return (
    <div className={styles['code']}>
      <p>
        Emery knows of no address under which a phone could reach it: it listens on this machine only, or the machine is
        in no network.
      </p>
      <p>
        Whoever runs it stops it and starts it again with <code>npm start -- --tls</code>. It then listens in the
        workshop’s network too, encrypted, and prints the address. A phone must be told once to trust it: the page{' '}
        <code>/trust</code> at that address says how.
      </p>
    </div>
  )
}

function Code({ path, address }: { readonly path: string; readonly address: string }) {
  const { data: made, error, mutate } = useMutation({ mutationFn: makeHandover })
  useEffect(() => mutate(path), [mutate, path])
  if (error !== null)
    return (
      <>
        <p role="alert">{error.message}</p>
        <Button onClick={() => mutate(path)}>Try again</Button>
      </>
    )
  if (made === undefined) return <p role="status">Making a code …</p>
  return <Shown key={made.id} made={made} address={address} onAgain={() => mutate(path)} />
}

interface ShownProps {
  readonly made: HandoverMade
  readonly address: string
  readonly onAgain: () => void
}

function Shown({ made: { id, token, expiresAt }, address, onAgain }: ShownProps) {
  const { data: state } = useQuery(handoverQuery(id))
  const left = useSecondsUntil(expiresAt)
  if (state?.is === 'used')
    return (
      <div role="status">
        <p className={styles['there']}>
          The phone is there{state.device === null ? '' : `: ${deviceWords(state.device)}`}.
        </p>
        <p className="soft">
          It is listed under “Where I am signed in”, in the menu with your initials; you can sign it out from there.
        </p>
        <Button onClick={onAgain}>Another phone</Button>
      </div>
    )
  if (state?.is === 'over' || left === 0)
    return (
      <div role="status">
        <p>This code is too old.</p>
        <Button type="primary" onClick={onAgain}>
          New code
        </Button>
      </div>
    )
  const link = `${address}/on-phone#${token}`
  return (
    <>
      <div className={styles['paper']} role="img" aria-label="Code for a phone’s camera" data-link={link}>
        <div aria-hidden>
          <QRCode
            value={link}
            size={CODE_PX}
            type="svg"
            color="#000000"
            bgColor="#ffffff"
            bordered={false}
            errorLevel="M"
          />
        </div>
      </div>
      <ol>
        <li>Point the phone’s camera at the code and open the link.</li>
        <li>Press “Sign in on this phone”. It has your name and your rights until you or it sign out.</li>
      </ol>
      <p className="soft" role="timer">
        Good once, for {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}.
      </p>
    </>
  )
}

function useSecondsUntil(at: string): number {
  const [left, setLeft] = useState(() => secondsUntil(at))
  useEffect(() => {
    const timer = setInterval(() => setLeft(secondsUntil(at)), TICK_MS)
    return () => clearInterval(timer)
  }, [at])
  return left
}

function secondsUntil(at: string): number {
  return Math.max(0, Math.ceil((new Date(at).getTime() - Date.now()) / 1000))
}
