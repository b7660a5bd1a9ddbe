import { PlusOutlined } from '@ant-design/icons'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { App, Button } from 'antd'
import { useMemo } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { MOST_VEHICLES_LISTED } from '@emery/core'
import { addVehicle, vehicleKeys, vehicleListQuery } from '../api/vehicles.ts'
import { Notice } from '../app/notice.tsx'
import listPage from '../app/list-page.module.css'
import { SearchField } from '../app/search-field.tsx'
import { useTopBar } from '../app/top-bar.ts'
import styles from './vehicles.module.css'
import { BringIn } from './bring-in.tsx'

/** Every vehicle the workshop knows. */
export function VehiclesScreen() {
  const [search, setSearch] = useSearchParams()
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
          placeholder="Name, plate or engine"
          className={listPage['search']}
          value={words}
          onChange={(to) => setSearch(to === '' ? {} : { q: to }, { replace: true })}
        />
        <BringIn />
        <Button type="primary" size="large" icon={<PlusOutlined />} onClick={add}>
          New vehicle
        </Button>
      </div>
      {error !== null && vehicles === undefined ? (
        <Notice title="The vehicles cannot be shown" detail={error.message} />
      ) : vehicles === undefined ? (
        <p role="status">Fetching the vehicles …</p>
      ) : vehicles.length === 0 ? (
        <Notice
          title={words.trim() === '' ? 'No vehicles yet' : `No vehicle matches “${words.trim()}”`}
          detail="A vehicle holds its drives, its jobs and what it has run."
        />
      ) : (
        <ul className={styles['list']}>
          {vehicles.map(({ id, name, plate, engine, distance }) => (
            <li key={id}>
              <Link to={`/vehicles/${id}`}>
                <strong>{name}</strong>
                <span className="figures">{plate}</span>
                <span>{engine}</span>
                <span className="figures">{distance === null ? '' : `${distance.toLocaleString('en-GB')} km`}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {vehicles !== undefined && vehicles.length >= MOST_VEHICLES_LISTED && (
        <p className={styles['soft']}>These are the first {MOST_VEHICLES_LISTED}; search for any other.</p>
      )}
    </div>
  )
}

/** Begins a vehicle under a name of its own, to be written over on its page. */
function useAddVehicle(): () => void {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { message } = App.useApp()
  const { mutate } = useMutation({
    mutationFn: () => addVehicle({ name: 'New vehicle', plate: '', engine: '', distance: null, notes: '' }),
    onSuccess: ({ id }) => {
      void queries.invalidateQueries({ queryKey: vehicleKeys.lists })
      void navigate(`/vehicles/${id}`)
    },
    onError: (error) => void message.error(error.message),
  })
  return useMemo(() => () => mutate(), [mutate])
}
