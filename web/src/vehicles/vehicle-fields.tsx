import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useRef, useState } from 'react'
import type { VehicleFields, VehicleRecord } from '@emery/core/api'
import { RequestFailure } from '../api/client.ts'
import { boardKey } from '../jobs/jobs-api.ts'
import { saveVehicle, vehicleKeys } from './vehicles-api.ts'
import { useFigureUnit, useUnits } from '../ui/use-units.ts'
import styles from './vehicles.module.css'

/** A vehicle's own few words; each is kept when it is left. */
export function VehicleFieldsForm({ vehicle }: { readonly vehicle: VehicleRecord }) {
  const queries = useQueryClient()
  const units = useUnits()
  const odometer = useFigureUnit('Odometer, km')
  const [drafts, setDrafts] = useState<Partial<Record<keyof VehicleFields, string>>>({})
  // What was left and not answered yet. A field is kept in this browser the moment it is left, not when the one before has been answered, and
  // has the ones before with it.
  const unanswered = useRef<Partial<VehicleFields>>({})
  const { mutate, error, variables } = useMutation({
    mutationFn: ({ fields, lastWasWrong = false }: { fields: Partial<VehicleFields>; lastWasWrong?: boolean }) => {
      unanswered.current = { ...unanswered.current, ...fields }
      const {
        name,
        plate,
        engine,
        distance,
        notes,
        owner = '',
        reach = '',
        version,
      } = queries.getQueryData<VehicleRecord>(vehicleKeys.one(vehicle.id)) ?? vehicle
      return saveVehicle(
        vehicle.id,
        version,
        { name, plate, engine, distance, notes, owner, reach, ...unanswered.current },
        lastWasWrong,
      )
    },
    onSuccess: (saved, { fields }) => {
      queries.setQueryData(vehicleKeys.one(vehicle.id), saved)
      answered(fields)
      setDrafts((before) => Object.fromEntries(Object.entries(before).filter(([key]) => !(key in fields))))
      for (const queryKey of [vehicleKeys.lists, ['drives', 'list'], boardKey])
        void queries.invalidateQueries({ queryKey })
    },
    onError: (reason, { fields }) => {
      if (reason instanceof RequestFailure && !reason.away) answered(fields)
      // Somebody else has changed it: their version is shown, what was typed here stays to be left again.
      if (reason instanceof RequestFailure && reason.details.code === 'VERSION_CONFLICT')
        void queries.invalidateQueries({ queryKey: vehicleKeys.one(vehicle.id) })
    },
  })
  const answered = (fields: Partial<VehicleFields>) => {
    unanswered.current = Object.fromEntries(
      Object.entries(unanswered.current).filter(([key, value]) => fields[key as keyof VehicleFields] !== value),
    )
  }
  const problem = error instanceof RequestFailure ? error.details.problems?.[0] : undefined
  const lower = problem?.path === '$.distance' && problem.message.includes('lower')
  const field = (key: 'name' | 'plate' | 'engine' | 'notes' | 'owner' | 'reach', label: string, most: number) => {
    const leave = () => {
      const draft = drafts[key]
      if (draft !== undefined && draft.trim() !== (vehicle[key] ?? ''))
        mutate({ fields: changedWords(drafts, vehicle) })
    }
    const shared = {
      maxLength: most,
      value: drafts[key] ?? vehicle[key] ?? '',
      onChange: ({ target }: { target: { value: string } }) => setDrafts({ ...drafts, [key]: target.value }),
      onBlur: leave,
    }
    return (
      <label>
        {label}
        {key === 'notes' ? <Input.TextArea rows={4} {...shared} /> : <Input onPressEnter={leave} {...shared} />}
        {problem?.path === `$.${key}` && <span role="alert">{problem.message}</span>}
      </label>
    )
  }
  const typed = drafts.distance
  const understood = typed === undefined ? null : odometer.read(typed)
  const wrong = understood?.ok === false ? understood.message : null
  const read = typed === undefined ? vehicle.distance : understood?.ok === true ? understood.value : null
  const leaveDistance = () => {
    // Refused as it stands: the way on is beside it, and asking again would take that away from under the finger.
    const refused = lower && variables?.fields.distance === read
    if (typed !== undefined && wrong === null && !refused && read !== vehicle.distance)
      mutate({ fields: { ...changedWords(drafts, vehicle), distance: read } })
  }
  return (
    <section className={styles['fields']} aria-label="The vehicle">
      {field('name', 'Name', 120)}
      {field('plate', 'Plate', 40)}
      {field('engine', 'Engine', 120)}
      <label>
        {odometer.label}
        <Input
          className="figures"
          inputMode="decimal"
          value={typed ?? (vehicle.distance === null ? '' : units.distance.bare(vehicle.distance))}
          onChange={({ target }) => setDrafts({ ...drafts, distance: target.value })}
          onBlur={leaveDistance}
          onPressEnter={leaveDistance}
        />
        {wrong !== null && <span role="alert">{wrong}</span>}
        {problem?.path === '$.distance' && <span role="alert">It {problem.message}.</span>}
        {lower && variables !== undefined && (
          <Button onClick={() => mutate({ ...variables, lastWasWrong: true })}>The earlier figure was wrong</Button>
        )}
      </label>
      {field('owner', 'Owner', 120)}
      {field('reach', 'How to reach them', 200)}
      {field('notes', 'Notes', 10_000)}
      {error !== null && problem === undefined && <p role="alert">{error.message}</p>}
    </section>
  )
}

/** Words that were typed and differ from what is kept: those that an earlier try did not get through are in it again. */
function changedWords(
  { name, plate, engine, notes, owner, reach }: Partial<Record<keyof VehicleFields, string>>,
  vehicle: VehicleRecord,
): Partial<VehicleFields> {
  const typed = Object.entries({ name, plate, engine, notes, owner, reach }).flatMap(([key, draft]) =>
    draft === undefined || draft.trim() === (vehicle[key as 'owner'] ?? '') ? [] : [[key, draft.trim()] as const],
  )
  return Object.fromEntries(typed)
}
