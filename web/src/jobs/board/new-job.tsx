import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Checkbox, Input, Modal, Select } from 'antd'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { newJob } from '@emery/core/api'
import { checkDrive, newDrive } from '@emery/core/drive'
import { createDrive, driveKeys } from '../../drives/drives-api.ts'
import { addJob, boardKey, jobsKey, jobsQuery } from '../jobs-api.ts'
import { addVehicle, vehicleDrivesQuery, vehicleKeys, vehicleListQuery } from '../../vehicles/vehicles-api.ts'
import form from '../../ui/stacked-form.module.css'
import { vehicleTitle } from '../../ui/vehicle-title.ts'

interface NewJobProps {
  readonly open: boolean
  readonly onClose: () => void
}

export function NewJob({ open, onClose }: NewJobProps) {
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="New job" destroyOnHidden>
      <Fields onClose={onClose} />
    </Modal>
  )
}

/** Vehicle, drive and complaint: all that a job needs to begin. */
function Fields({ onClose }: Pick<NewJobProps, 'onClose'>) {
  const [vehicleId, setVehicleId] = useState<string | null>(null)
  const [driveId, setDriveId] = useState<string | null>(null)
  const [complaint, setComplaint] = useState('')
  const [asked, setAsked] = useState('')
  const [again, setAgain] = useState(false)
  /** The empty drive, begun once: a job that is tried again is on the same. */
  const begun = useRef<string>(undefined)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { data: drives } = useQuery({ ...vehicleDrivesQuery(vehicleId ?? ''), enabled: vehicleId !== null })
  const drive = driveId ?? (drives?.length === 1 ? (drives[0]?.id ?? null) : null)
  const canStart = drive !== null || drives?.length === 0
  const { data: jobs = [] } = useQuery({ ...jobsQuery(drive ?? ''), enabled: drive !== null })
  const last = jobs.find(({ closedAt }) => closedAt !== null)
  const { mutate, error, isPending } = useMutation({
    mutationFn: async () =>
      addJob({
        ...newJob(drive ?? begun.current ?? (begun.current = await undrawn(vehicleId))),
        complaint: complaint.trim(),
        asked: asked.trim(),
        comebackOf: again ? (last?.id ?? '') : '',
      }),
    onSuccess: (job) => {
      void queries.invalidateQueries({ queryKey: boardKey })
      void queries.invalidateQueries({ queryKey: jobsKey(job.driveId) })
      void queries.invalidateQueries({ queryKey: driveKeys.lists })
      onClose()
      void navigate(`/drives/${job.driveId}/belt-change?job=${job.id}`)
    },
  })
  return (
    <form
      className={form['form']}
      onSubmit={(event) => {
        event.preventDefault()
        if (canStart) mutate()
      }}
    >
      <PickVehicle
        value={vehicleId}
        onPick={(id) => {
          setVehicleId(id)
          begun.current = undefined
          setDriveId(null)
        }}
      />
      {drives !== undefined && drives.length > 0 && (
        <label>
          Drive
          <Select
            aria-label="Drive"
            value={drive}
            options={drives.map(({ id, document: { name } }) => ({ value: id, label: name }))}
            onChange={setDriveId}
          />
        </label>
      )}
      {drives?.length === 0 && (
        <p>
          No drive is recorded for this vehicle yet. The job keeps its complaint and begins with an empty one, to be
          drawn when the vehicle is here; or{' '}
          <Link to={`/drives/new?vehicle=${vehicleId ?? ''}`}>say its parts first</Link>.
        </p>
      )}
      {last !== undefined && (
        <Checkbox checked={again} onChange={({ target }) => setAgain(target.checked)}>
          The same again as job {last.number}
          {last.complaint === '' ? '' : `: ${last.complaint}`}
        </Checkbox>
      )}
      <label>
        Complaint
        <Input.TextArea
          rows={2}
          maxLength={500}
          placeholder="In the owner’s words"
          value={complaint}
          onChange={({ target }) => setComplaint(target.value)}
        />
      </label>
      <label>
        Requested
        <Input maxLength={500} value={asked} onChange={({ target }) => setAsked(target.value)} />
      </label>
      {error !== null && <p role="alert">{error.message}</p>}
      <Button type="primary" size="large" htmlType="submit" loading={isPending} disabled={!canStart}>
        Create job
      </Button>
    </form>
  )
}

/** A drive of which nothing is known yet, on a vehicle that has none: the job is on it until somebody draws it. */
async function undrawn(vehicleId: string | null): Promise<string> {
  // A drive has a crank, if nothing else; no pulley is said to be on it.
  const crank = { name: 'Crank', kind: 'crank', face: 'smooth', section: 'PK', grooves: 1, belts: [] } as const
  const drive = newDrive({ name: 'Main drive', crankTurns: 'cw', parts: [crank], belts: [] })
  const { engine } = drive
  const assumed = [...(engine.assumed ?? []), 'crankTurns']
  const read = checkDrive({ ...drive, pulleys: [], engine: { ...engine, assumed } })
  if (!read.ok) throw new Error(read.problems[0]?.message)
  const { id } = await createDrive({ document: read.drive, vehicleId, reason: 'begun with its job' })
  return id
}

/** Finds a vehicle by name, plate or engine, or begins one with the name that was typed. */
function PickVehicle({ value, onPick }: { readonly value: string | null; readonly onPick: (id: string) => void }) {
  const [typed, setTyped] = useState('')
  const queries = useQueryClient()
  const { data: vehicles } = useQuery(vehicleListQuery(typed.trim()))
  const { mutate, error } = useMutation({
    mutationFn: (name: string) => addVehicle({ name, plate: '', engine: '', distance: null, notes: '' }),
    onSuccess: async ({ id }) => {
      setTyped('')
      await queries.invalidateQueries({ queryKey: vehicleKeys.lists })
      onPick(id)
    },
  })
  return (
    <label>
      Vehicle
      <Select
        aria-label="Vehicle"
        placeholder="Name or plate"
        value={value}
        showSearch={{ filterOption: false, onSearch: setTyped }}
        options={(vehicles ?? []).slice(0, 60).map((each) => ({ value: each.id, label: vehicleTitle(each) }))}
        onChange={onPick}
        notFoundContent={
          typed.trim() === '' ? (
            'No vehicles yet. Enter a name.'
          ) : (
            <Button type="link" onClick={() => mutate(typed.trim())}>
              Add “{typed.trim()}” as a new vehicle
            </Button>
          )
        }
      />
      {error !== null && <span role="alert">{error.message}</span>}
    </label>
  )
}
