import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { DELETED_DAYS, MAX_DELETED_LISTED, type DeletedKind, type DeletedRecord } from '@emery/core/api'
import { Notice } from '../ui/notice.tsx'
import listPage from '../ui/list-page.module.css'
import { useTopBar } from '../ui/top-bar.ts'
import { bringBack, deletedQuery } from './deleted-api.ts'
import styles from './deleted.module.css'
import { tell } from '../ui/tell.ts'

const KIND_WORDS: Readonly<Record<DeletedKind, string>> = {
  vehicle: 'Vehicle',
  drive: 'Drive',
  job: 'Job',
  fitting: 'Fitted belt',
  diagnosis: 'Diagnosis',
  inspection: 'Inspection',
  'shelf belt': 'Belt on the shelf',
  'part of the table': 'Belt line part',
  picture: 'Picture',
  person: 'Person',
}

/** What was deleted lately, by whom, and the way back. */
export function DeletedScreen() {
  useTopBar(useMemo(() => ({ title: <strong>Deleted lately</strong>, commands: [] }), []))
  const { data, error, isPending, refetch } = useQuery(deletedQuery())
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>Deleted lately</h1>
      </div>
      <p className="soft">What was deleted in the last {DELETED_DAYS} days. Restoring puts it back where it was.</p>
      {error !== null && data === undefined ? (
        <Notice inPage title="The list could not be loaded" detail={error.message}>
          <Button onClick={() => void refetch()}>Try again</Button>
        </Notice>
      ) : isPending ? (
        <p role="status">Loading the list …</p>
      ) : data.length === 0 ? (
        <Notice
          inPage
          title="Nothing was deleted"
          detail={`Whatever is deleted is listed here for ${DELETED_DAYS} days.`}
        />
      ) : (
        <>
          <ul className={styles['list']} aria-label="Deleted lately">
            {data.map((each) => (
              <OneDeleted key={`${each.kind} ${each.id}`} record={each} />
            ))}
          </ul>
          {data.length >= MAX_DELETED_LISTED && <p className="soft">Older ones are not shown.</p>}
        </>
      )}
    </div>
  )
}

function OneDeleted({ record }: { readonly record: DeletedRecord }) {
  const { kind, title, drive, deletedAt, by } = record
  const queries = useQueryClient()
  const named = title === '' ? KIND_WORDS[kind] : title
  const { mutate, isPending } = useMutation({
    mutationFn: () => bringBack(record),
    onError: (reason) => tell.error(reason.message),
    onSuccess: () => tell.success(`${named} is restored.`),
    // Lists, dues and the Board may all show it again.
    onSettled: () => queries.invalidateQueries(),
  })
  return (
    <li>
      <div>
        <strong>{named}</strong>
        <span>
          {KIND_WORDS[kind]}
          {drive !== null && ` · ${drive.name}`}
        </span>
      </div>
      <span className="soft">
        {dayjs(deletedAt).format('D MMM YYYY, HH:mm')}
        {`, ${by ?? 'by whom is not known'}`}
      </span>
      <Button size="large" loading={isPending} aria-label={`Restore ${named}`} onClick={() => mutate()}>
        Restore
      </Button>
    </li>
  )
}
