import { useMutation, useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { takeHandover } from './hand-over-api.ts'
import { sessionQuery } from './people-api.ts'
import styles from './people.module.css'

/** Where the code of a desk leads: a press signs in and opens what the desk has open. Fetching this page uses up nothing. */
export function OnPhone() {
  const token = location.hash.slice(1)
  const { data: session } = useQuery(sessionQuery())
  const { mutate, error, isPending } = useMutation({
    mutationFn: () => takeHandover(token),
    // In place of this page, so that going back never meets a link that was used.
    onSuccess: ({ path }) => location.replace(path),
  })
  return (
    <main className={styles['door']}>
      <div>
        <h1 className={styles['mark']}>Emery</h1>
        {token === '' ? (
          <p role="alert">This link is not complete. Point the camera at the code on the desk again.</p>
        ) : (
          <>
            <p>This phone is signed in as whoever showed the code, and opens what is open on the desk.</p>
            {session?.person != null && <p>{session.person.name} is signed in here now and will be signed out.</p>}
            <Button type="primary" size="large" block loading={isPending} onClick={() => mutate()}>
              Sign in on this phone
            </Button>
          </>
        )}
        {error !== null && <p role="alert">{error.message}</p>}
        <p>
          <a href="/">Sign in with a passphrase</a>
        </p>
      </div>
    </main>
  )
}
