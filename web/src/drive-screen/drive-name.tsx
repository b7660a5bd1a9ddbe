import { Input } from 'antd'
import { useState, type KeyboardEvent } from 'react'
import { useStore } from 'zustand'
import type { VehicleSummary } from '@emery/core/api'
import { setDriveName } from '@emery/core/drive'
import styles from './drive-screen.module.css'
import type { BenchStore } from '../bench/store/bench-store.ts'
import { vehicleTitle } from '../ui/vehicle-title.ts'

interface DriveNameProps {
  readonly store: BenchStore
  readonly vehicle: VehicleSummary | null
}

/** The vehicle and the drive in hand, in the top bar; pressed, the drive's name can be written again. */
export function DriveName({ store, vehicle }: DriveNameProps) {
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
        <span>{vehicle === null ? 'No vehicle' : vehicleTitle(vehicle)}</span>
        <strong>{name}</strong>
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
