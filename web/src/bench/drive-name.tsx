import { Input } from 'antd'
import { useState, type KeyboardEvent } from 'react'
import { useStore } from 'zustand'
import { setDriveName } from '@emery/core'
import styles from './bench.module.css'
import type { BenchStore } from './store/bench-store.ts'

/** The drive's name in the top bar; pressed, it can be written anew. */
export function DriveName({ store }: { readonly store: BenchStore }) {
  const name = useStore(store, (state) => state.drive.name)
  const [draft, setDraft] = useState<string | null>(null)
  if (draft === null) {
    return (
      <button
        type="button"
        className={styles['driveName']}
        title="Rename"
        aria-label={`Rename ${name}`}
        onClick={() => setDraft(name)}
      >
        {name}
      </button>
    )
  }
  const take = () => {
    // An empty name is no name: the old one stays.
    if (draft.trim() !== '') store.getState().edit('rename the drive', setDriveName(draft.trim()))
    setDraft(null)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') take()
    if (event.key === 'Escape') setDraft(null)
  }
  return (
    <Input
      size="small"
      autoFocus
      aria-label="Name of the drive"
      maxLength={120}
      value={draft}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setDraft(event.target.value)}
      onKeyDown={onKeyDown}
      onBlur={take}
    />
  )
}
