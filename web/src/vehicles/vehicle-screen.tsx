import { DownloadOutlined } from '@ant-design/icons'
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Select } from 'antd'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { VehicleRecord } from '@emery/core/api'
import { driveKeys, driveListQuery } from '../drives/drives-api.ts'
import { boardQuery } from '../jobs/jobs-api.ts'
import {
  moveDrive,
  removeVehicle,
  restoreVehicle,
  vehicleDrivesQuery,
  vehicleKeys,
  vehicleQuery,
} from './vehicles-api.ts'
import { tell } from '../ui/tell.ts'
import { Notice } from '../ui/notice.tsx'
import listPage from '../ui/list-page.module.css'
import { useUndoToast } from '../ui/use-undo-toast.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { BoardRow } from '../jobs/board/board-row.tsx'
import board from '../jobs/board/board.module.css'
import { DriveMiniature } from '../drives/drive-miniature.tsx'
import { useMay } from '../people/use-may.ts'
import { VehicleFieldsForm } from './vehicle-fields.tsx'
import styles from './vehicles.module.css'

/** One vehicle: what it is, its drives, its jobs, and everything of it as one file. */
export function VehicleScreen() {
  const { vehicleId = '' } = useParams()
  const { data: vehicle, error } = useQuery(vehicleQuery(vehicleId))
  useTopBar(useMemo(() => ({ title: <strong>{vehicle?.name ?? 'Vehicle'}</strong>, commands: [] }), [vehicle?.name]))
  if (error !== null && vehicle === undefined)
    return (
      <Notice title="The vehicle could not be loaded" detail={error.message}>
        <Link to="/vehicles">All vehicles</Link>
      </Notice>
    )
  if (vehicle === undefined)
    return (
      <p role="status" style={{ padding: 32 }}>
        Loading the vehicle …
      </p>
    )
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>{vehicle.name}</h1>
        <Link to="/vehicles">All vehicles</Link>
        <Link to={`/vehicles/${vehicleId}/sheet`}>Record on paper</Link>
        <Button icon={<DownloadOutlined aria-hidden />} href={`/api/vehicles/${vehicleId}/export`} download>
          Export as ZIP
        </Button>
        {(vehicle.owner ?? '') !== '' && (
          <Button type="text" href={`/api/vehicles/${vehicleId}/export?owner=1`} download>
            with its owner
          </Button>
        )}
        <StrikeOut vehicle={vehicle} />
      </div>
      <div className={styles['two']}>
        <VehicleFieldsForm key={vehicle.id} vehicle={vehicle} />
        <Drives vehicleId={vehicleId} />
      </div>
      <Jobs vehicleId={vehicleId} />
    </div>
  )
}

/** Takes the vehicle away, with a way back for a while; not while drives are on it, which would be nobody's. */
function StrikeOut({ vehicle: { id, name, version } }: { readonly vehicle: VehicleRecord }) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const takeAway = useUndoToast()
  const may = useMay('mechanic')
  const { data: drives } = useQuery(vehicleDrivesQuery(id))
  const strike = async () => {
    const gone = await takeAway({
      key: `vehicle-${id}`,
      said: `${name} is deleted.`,
      remove: () => removeVehicle(id, version),
      bringBack: () => restoreVehicle(id),
      refresh: () => queries.invalidateQueries({ queryKey: vehicleKeys.lists }),
    })
    if (gone) void navigate('/vehicles')
  }
  if (!may || drives === undefined) return null
  return (
    <Button
      type="text"
      danger
      disabled={drives.length > 0}
      title={drives.length > 0 ? 'This vehicle still has drives.' : ''}
      onClick={() => void strike()}
    >
      Delete
    </Button>
  )
}

function Drives({ vehicleId }: { readonly vehicleId: string }) {
  const queries = useQueryClient()
  const { data: drives = [] } = useQuery(vehicleDrivesQuery(vehicleId))
  const { mutate } = useMutation({
    mutationFn: ({ driveId, to, from }: { driveId: string; to: string | null; from: string | null }) =>
      moveDrive(driveId, to, from),
    onSettled: () => queries.invalidateQueries({ queryKey: driveKeys.lists }),
    onError: (error) => tell.error(error.message),
  })
  return (
    <section aria-label="Drives">
      <h2 className="heading">Drives</h2>
      <ul className={styles['drives']}>
        {drives.map(({ id, document }) => (
          <li key={id}>
            <Link to={`/drives/${id}`}>
              <DriveMiniature drive={document} />
              <strong>{document.name}</strong>
            </Link>
            <Link to={`/drives/${id}/history`}>History</Link>
            <Button type="text" onClick={() => mutate({ driveId: id, to: null, from: vehicleId })}>
              Remove from this vehicle
            </Button>
          </li>
        ))}
      </ul>
      {drives.length === 0 && <p className="soft">No drives on this vehicle yet.</p>}
      <div className={styles['bring']}>
        <Link to={`/drives/new?vehicle=${vehicleId}`}>Create a drive</Link>
        <BringDrive
          taken={drives.map(({ id }) => id)}
          onBring={(driveId, from) => mutate({ driveId, to: vehicleId, from })}
        />
      </div>
    </section>
  )
}

interface BringDriveProps {
  readonly taken: readonly string[]
  /** Told of the drive, and of the vehicle it was seen on. */
  readonly onBring: (id: string, from: string | null) => void
}

function BringDrive({ taken, onBring }: BringDriveProps) {
  const [search, setSearch] = useState('')
  const { data } = useQuery(driveListQuery(search))
  return (
    <Select
      aria-label="Assign a drive to this vehicle"
      placeholder="Assign a drive to this vehicle"
      value={null}
      showSearch={{ filterOption: false, onSearch: setSearch }}
      options={(data?.drives ?? [])
        .filter(({ id }) => !taken.includes(id))
        .map(({ id, document, vehicle }) => ({
          value: id,
          label: vehicle === null ? document.name : `${document.name} (now on ${vehicle.name})`,
        }))}
      onChange={(id: string | null) =>
        id !== null && onBring(id, data?.drives.find((each) => each.id === id)?.vehicle?.id ?? null)
      }
    />
  )
}

function Jobs({ vehicleId }: { readonly vehicleId: string }) {
  const { data, hasNextPage, fetchNextPage } = useInfiniteQuery(boardQuery({ stage: null, words: '', vehicleId }))
  const rows = data?.pages.flatMap((page) => page.rows) ?? []
  return (
    <section aria-label="Jobs">
      <h2 className="heading">Jobs</h2>
      {rows.length === 0 && <p className="soft">No jobs yet. Create one on the Board.</p>}
      <ul className={board['rows']}>
        {rows.map((row) => (
          <BoardRow key={row.id} row={row} />
        ))}
      </ul>
      {hasNextPage && <Button onClick={() => void fetchNextPage()}>Show more</Button>}
    </section>
  )
}
