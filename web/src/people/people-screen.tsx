import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Input, Popconfirm, Select } from 'antd'
import { useMemo, useState } from 'react'
import { MIN_PASSPHRASE, ROLES, type PersonFields, type PersonRecord, type Role } from '@emery/core/api'
import { addPerson, peopleKey, peopleQuery, removePerson, savePerson, sessionQuery } from './people-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { DevicesDialog } from './devices-dialog.tsx'
import { PassphraseDialog } from './passphrase-dialog.tsx'
import styles from './people.module.css'
import stacked from '../ui/stacked-table.module.css'
import { ROLE_MAY, ROLE_WORDS } from './role-words.ts'
import { tell } from '../ui/tell.ts'

const ROLE_OPTIONS = ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }))

/** Who works here and what they may do; for leads. */
export function PeopleScreen() {
  useTopBar(useMemo(() => ({ title: <strong>People</strong>, commands: [] }), []))
  const { data: people, error } = useQuery(peopleQuery())
  const { data: session } = useQuery(sessionQuery())
  if (error !== null) return <Notice title="The list could not be loaded" detail={error.message} />
  return (
    <div className={styles['page']}>
      <h1>People</h1>
      <ul className={styles['roles']}>
        {ROLES.map((role) => (
          <li key={role}>
            <b>{ROLE_WORDS[role]}</b> {ROLE_MAY[role]}
          </li>
        ))}
      </ul>
      {people === undefined ? (
        <p role="status">Loading the list …</p>
      ) : (
        <table className={`${styles['list'] ?? ''} ${stacked['table'] ?? ''}`}>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Role</th>
              <th scope="col" aria-label="Actions" />
            </tr>
          </thead>
          <tbody>
            {people.map((person) => (
              <OnePerson key={person.id} person={person} self={person.id === session?.person?.id} />
            ))}
          </tbody>
        </table>
      )}
      <AddPerson />
    </div>
  )
}

/** Saves, then fetches the list again; says what was refused. */
function useKept<Given>(work: (given: Given) => Promise<unknown>) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: work,
    onError: (error) => tell.error(error.message),
    onSettled: () => queries.invalidateQueries({ queryKey: peopleKey }),
  })
}

function OnePerson({ person, self }: { readonly person: PersonRecord; readonly self: boolean }) {
  const [setting, setSetting] = useState(false)
  const [devices, setDevices] = useState(false)
  const { mutate: save } = useKept((fields: PersonFields) => savePerson(person.id, person.version, fields))
  const { mutate: remove } = useKept(() => removePerson(person.id, person.version))
  return (
    <tr>
      <td>
        {person.name}
        {self && <span className="soft"> (you)</span>}
      </td>
      <td>
        <Select
          aria-label={`Role of ${person.name}`}
          value={person.role}
          options={ROLE_OPTIONS}
          style={{ width: 150 }}
          onChange={(role: Role) => save({ name: person.name, role })}
        />
      </td>
      <td>
        <Button type="text" onClick={() => setDevices(true)}>
          Signed in where …
        </Button>
        <DevicesDialog person={person} open={devices} onClose={() => setDevices(false)} />
        <Button type="text" onClick={() => setSetting(true)}>
          New passphrase …
        </Button>
        <Popconfirm
          title={`Remove ${person.name}? Their name stays on their work.`}
          okText="Yes, remove"
          onConfirm={() => remove(undefined)}
        >
          <Button type="text" danger disabled={self}>
            Remove
          </Button>
        </Popconfirm>
        <PassphraseDialog open={setting} onClose={() => setSetting(false)} of={person} />
      </td>
    </tr>
  )
}

function AddPerson() {
  const [name, setName] = useState('')
  const [role, setRole] = useState<Role>('mechanic')
  const [passphrase, setPassphrase] = useState('')
  const { mutate, isPending } = useKept(async () => {
    await addPerson({ name: name.trim(), role, passphrase })
    setName('')
    setPassphrase('')
  })
  return (
    <form
      aria-label="Add a person"
      onSubmit={(event) => {
        event.preventDefault()
        mutate(undefined)
      }}
    >
      <h2 className="heading">Add a person</h2>
      <div className={styles['add']}>
        <label>
          Name
          <Input maxLength={80} value={name} onChange={({ target }) => setName(target.value)} />
        </label>
        <label>
          Role
          <Select aria-label="Role" value={role} options={ROLE_OPTIONS} onChange={setRole} />
        </label>
        <label>
          First passphrase, at least {MIN_PASSPHRASE} letters
          <Input.Password
            autoComplete="new-password"
            maxLength={200}
            value={passphrase}
            onChange={({ target }) => setPassphrase(target.value)}
          />
        </label>
        <Button
          type="primary"
          htmlType="submit"
          loading={isPending}
          disabled={name.trim() === '' || passphrase.length < MIN_PASSPHRASE}
        >
          Add
        </Button>
      </div>
    </form>
  )
}
