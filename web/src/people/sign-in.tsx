import { useMutation } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useState, type SubmitEvent } from 'react'
import { MIN_PASSPHRASE, type PersonRecord, type SessionRecord } from '@emery/core/api'
import { addFirstLead, signIn, signInOneTap } from './people-api.ts'
import form from '../ui/stacked-form.module.css'
import styles from './people.module.css'
import { ROLE_WORDS } from './role-words.ts'

interface SignInProps {
  readonly session: SessionRecord
  readonly onBegun: (person: PersonRecord) => void
  /** Inside a dialog rather than on a page of its own. */
  readonly within?: boolean
}

/** How someone gets in: with one tap in the demo, with a passphrase, or as the first of all. */
export function SignIn({ session: { first, oneTap }, onBegun, within = false }: SignInProps) {
  const way =
    oneTap.length > 0 ? (
      <OneTap people={oneTap} onBegun={onBegun} />
    ) : (
      <ByPassphrase key={first ? 'first' : 'known'} first={first} onBegun={onBegun} />
    )
  if (within) return way
  return (
    <main className={styles['door']}>
      <div>
        <h1 className={styles['mark']}>Emery</h1>
        {way}
      </div>
    </main>
  )
}

function OneTap({
  people,
  onBegun,
}: {
  readonly people: readonly PersonRecord[]
  readonly onBegun: SignInProps['onBegun']
}) {
  const { mutate, error, isPending } = useMutation({
    mutationFn: signInOneTap,
    onSuccess: ({ person }) => onBegun(person),
  })
  return (
    <>
      <p>
        This is the demo. Saltmarsh Lane Garage and its people are invented. Tap a name to sign in. Your own workshop
        asks for a passphrase.
      </p>
      <ul className={styles['taps']} aria-label="Sign in as">
        {people.map(({ id, name, role }) => (
          <li key={id}>
            <Button size="large" block disabled={isPending} onClick={() => mutate(id)}>
              <b>{name}</b>
              <span>{ROLE_WORDS[role]}</span>
            </Button>
          </li>
        ))}
      </ul>
      {error !== null && <p role="alert">{error.message}</p>}
    </>
  )
}

function ByPassphrase({ first, onBegun }: { readonly first: boolean; readonly onBegun: SignInProps['onBegun'] }) {
  const [name, setName] = useState('')
  const [passphrase, setPassphrase] = useState('')
  const [again, setAgain] = useState('')
  const { mutate, error, isPending } = useMutation({
    mutationFn: first ? addFirstLead : signIn,
    onSuccess: ({ person }) => onBegun(person),
  })
  const hindrance = first ? hindranceOf(name, passphrase, again) : undefined
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    if (hindrance === undefined && name.trim() !== '') mutate({ name: name.trim(), passphrase })
  }
  return (
    <form className={form['form']} onSubmit={submit}>
      <p>
        {first
          ? 'This workshop has no people yet. The person you add now is its first lead and can add the others.'
          : 'Sign in with your name and passphrase.'}
      </p>
      <label>
        Name
        <Input
          size="large"
          autoFocus
          autoComplete="username"
          maxLength={80}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
      </label>
      <label>
        Passphrase
        <Input.Password
          size="large"
          autoComplete={first ? 'new-password' : 'current-password'}
          maxLength={200}
          value={passphrase}
          onChange={({ target }) => setPassphrase(target.value)}
        />
      </label>
      {first && (
        <label>
          Passphrase again
          <Input.Password
            size="large"
            autoComplete="new-password"
            maxLength={200}
            value={again}
            onChange={({ target }) => setAgain(target.value)}
          />
        </label>
      )}
      {first && hindrance !== undefined && passphrase !== '' && <p className="soft">{hindrance}</p>}
      {error !== null && <p role="alert">{error.message}</p>}
      <Button type="primary" size="large" htmlType="submit" loading={isPending} disabled={hindrance !== undefined}>
        {first ? 'Create the workshop' : 'Sign in'}
      </Button>
    </form>
  )
}

function hindranceOf(name: string, passphrase: string, again: string): string | undefined {
  if (name.trim() === '') return 'Enter your name.'
  if (passphrase.length < MIN_PASSPHRASE) return `Enter a few words, at least ${MIN_PASSPHRASE} characters.`
  return passphrase === again ? undefined : 'The two entries differ.'
}
