import { PlusOutlined } from '@ant-design/icons'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useMemo } from 'react'
import { Link, useNavigate } from 'react-router'
import { MAX_VEHICLES_LISTED } from '@emery/core/api'
import { addVehicle, vehicleKeys, vehicleListQuery } from './vehicles-api.ts'
import { Notice } from '../ui/notice.tsx'
import listPage from '../ui/list-page.module.css'
import { SearchField } from '../ui/search-field.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useAddress } from '../ui/use-address.ts'
import styles from './vehicles.module.css'
import { BringIn } from './bring-in.tsx'
import { Fleet } from './fleet.tsx'
import { useUnits } from '../ui/use-units.ts'
import { tell } from '../ui/tell.ts'

/** Every vehicle the workshop knows. */
export function VehiclesScreen() {
  const units = useUnits()
  const { search, narrow } = useAddress()
  const words = search.get('q') ?? ''
  const { data: vehicles, error } = useQuery(vehicleListQuery(words.trim()))
  const add = useAddVehicle()
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Vehicles</strong>,
        commands: [{ id: 'new-vehicle', label: 'New vehicle', keys: 'N', run: add }],
      }),
      [add],
    ),
  )
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>Vehicles</h1>
        <SearchField
          label="Search vehicles"
          placeholder="Name, plate, engine or owner"
          className={listPage['search']}
          value={words}
          onChange={(to) => narrow('q', to)}
        />
        <BringIn />
        <Fleet />
        <Button type="primary" size="large" icon={<PlusOutlined aria-hidden />} onClick={add}>
          New vehicle
        </Button>
      </div>
      {error !== null && vehicles === undefined ? (
        <Notice inPage title="The vehicles could not be loaded" detail={error.message} />
      ) : vehicles === undefined ? (
        <p role="status">Loading vehicles …</p>
      ) : vehicles.length === 0 ? (
        <Notice
          inPage
          title={words.trim() === '' ? 'No vehicles yet' : `No vehicle matches “${words.trim()}”`}
          detail="A vehicle holds its drives, its jobs and its odometer reading."
        />
      ) : (
        <ul className={styles['list']}>
          {vehicles.map(({ id, name, plate, engine, owner, distance }) => (
            <li key={id}>
              <Link to={`/vehicles/${id}`}>
                <strong>{name}</strong>
                <span className="figures">{plate}</span>
                <span>{[engine, owner].filter((each) => each !== undefined && each !== '').join(' · ')}</span>
                <span className="figures">{distance === null ? '' : units.distance.text(distance)}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {vehicles !== undefined && vehicles.length >= MAX_VEHICLES_LISTED && (
        <p className="soft">Showing the first {MAX_VEHICLES_LISTED}. Search for others.</p>
      )}
    </div>
  )
}

/** Begins a vehicle under a name of its own, to be written over on its page. */
function useAddVehicle(): () => void {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { mutate } = useMutation({
    mutationFn: () => addVehicle({ name: 'New vehicle', plate: '', engine: '', distance: null, notes: '' }),
    onSuccess: ({ id }) => {
      void queries.invalidateQueries({ queryKey: vehicleKeys.lists })
      void navigate(`/vehicles/${id}`)
    },
    onError: (error) => tell.error(error.message),
  })
  return useMemo(() => () => mutate(), [mutate])
}
