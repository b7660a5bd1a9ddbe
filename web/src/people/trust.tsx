import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import type { AuthorityRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'
import styles from './people.module.css'

/** How a phone is told to trust this workshop's own certificates, and what it trusts then. */
export function Trust() {
  const { data, error } = useQuery({
    queryKey: ['authority'],
    queryFn: () => ask<AuthorityRecord>('/authority'),
    retry: false,
  })
  return (
    <main className={styles['door']}>
      <div>
        <h1 className={styles['mark']}>Emery</h1>
        {data === undefined ? (
          <p role={error === null ? 'status' : 'alert'}>
            {error === null ? 'Loading …' : 'This server has no certificates of its own. There is nothing to trust.'}
          </p>
        ) : (
          <>
            <p>
              Emery encrypts what a phone sends by a certificate that this workshop made itself. A phone that trusts the
              workshop’s authority shows no warning, and may use microphone and camera and keep work without a network.
            </p>
            <Button type="primary" size="large" block href="/api/authority/certificate">
              Get the certificate
            </Button>
            <ol className={styles['trust']}>
              <li>Open the file that was downloaded. The phone asks for its own code.</li>
              <li>
                If it only says that a profile or a certificate is ready: in Settings, look for “profile downloaded”, or
                for “install a certificate”, then “CA certificate”, and choose the file.
              </li>
              <li>Where Settings has a list “certificate trust”, turn this one on there.</li>
              <li>Open Emery again: the warning is gone.</li>
            </ol>
            <p>
              Compare before you trust. The desk shows the same fingerprint on this page:
              <br />
              <code className={styles['fingerprint']}>{data.fingerprint}</code>
            </p>
            <p className="soft">
              It vouches for addresses of private networks and this workshop’s own names, and for no other site. Good
              until {data.until.slice(0, 10)}. Remove it in the phone’s settings, under certificates, at any time.
            </p>
          </>
        )}
        <p>
          <a href="/">To Emery</a>
        </p>
      </div>
    </main>
  )
}
