import { useQuery } from '@tanstack/react-query'
import { Select } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { driveListQuery } from './drives-api.ts'
import styles from './pick-drive.module.css'

interface PickDriveProps {
  readonly driveId: string
  /** Address of the screen, without the drive. */
  readonly under: string
  /** What stands for no drive. */
  readonly none: string
}

/** Chooses the drive that a screen is about. */
export function PickDrive({ driveId, under, none }: PickDriveProps) {
  const navigate = useNavigate()
  const [search, setSearch] = useState('')
  const { data } = useQuery(driveListQuery(search))
  const options = (data?.drives ?? []).map(({ id, document, vehicle }) => ({
    value: id,
    label: vehicle === null ? document.name : `${vehicle.name}: ${document.name}`,
  }))
  return (
    <label className={styles['drive']}>
      <span>Drive</span>
      <Select
        aria-label="Drive"
        value={driveId}
        showSearch={{ filterOption: false, onSearch: setSearch }}
        options={[{ value: '', label: none }, ...options]}
        onChange={(next: string) => void navigate(next === '' ? under : `${under}/${next}`)}
      />
    </label>
  )
}
