import { useInfiniteQuery } from '@tanstack/react-query'
import { Button, Select } from 'antd'
import dayjs from 'dayjs'
import { useDeferredValue, useMemo } from 'react'
import { AUDITED_ACTIONS, type AuditedAction } from '@emery/core/api'
import { Notice } from '../ui/notice.tsx'
import listPage from '../ui/list-page.module.css'
import { SearchField } from '../ui/search-field.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useAddress } from '../ui/use-address.ts'
import { auditQuery } from './audit-api.ts'
import styles from './audit.module.css'
import stacked from '../ui/stacked-table.module.css'

const ACTION_WORDS: Readonly<Record<AuditedAction, string>> = {
  'sign-in': 'Signed in',
  'sign-out': 'Signed out',
  'sign-in-refused': 'Sign-in refused',
  refused: 'Not allowed',
  people: 'Changed people',
  rules: 'Changed rules or causes',
  delete: 'Deleted',
  restore: 'Restored',
  import: 'Imported',
  export: 'Exported',
}
const ACTION_OPTIONS = AUDITED_ACTIONS.map((value) => ({ value, label: ACTION_WORDS[value] }))

/** Who did what that concerns others: sign-ins, roles, rules, what was deleted, restored, brought in and carried off. */
export function AuditScreen() {
  useTopBar(useMemo(() => ({ title: <strong>Audit log</strong>, commands: [] }), []))
  const { search, narrow } = useAddress()
  const words = search.get('q') ?? ''
  const action = AUDITED_ACTIONS.find((each) => each === search.get('action')) ?? null
  const { data, error, isPending, refetch, hasNextPage, isFetchingNextPage, fetchNextPage } = useInfiniteQuery(
    auditQuery({ words: useDeferredValue(words.trim()), action }),
  )
  const entries = data?.pages.flatMap((page) => page.entries) ?? []
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>Audit log</h1>
        <SearchField
          label="Search the audit log"
          placeholder="Person or thing"
          className={listPage['search']}
          value={words}
          onChange={(to) => narrow('q', to)}
        />
        <Select
          aria-label="Show only"
          allowClear
          placeholder="Everything"
          style={{ width: 220 }}
          value={action}
          options={ACTION_OPTIONS}
          onChange={(to: AuditedAction | undefined) => narrow('action', to ?? '')}
        />
      </div>
      {error !== null && data === undefined ? (
        <Notice inPage title="The audit log could not be loaded" detail={error.message}>
          <Button onClick={() => void refetch()}>Try again</Button>
        </Notice>
      ) : isPending ? (
        <p role="status">Loading the audit log …</p>
      ) : entries.length === 0 ? (
        <Notice
          inPage
          title={words === '' && action === null ? 'No entries yet' : 'No matching entries'}
          detail="Sign-ins, changes of people and rules, deletions, restores, imports and exports are recorded."
        />
      ) : (
        <table className={`${styles['log'] ?? ''} ${stacked['table'] ?? ''}`}>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
              <th scope="col">From</th>
            </tr>
          </thead>
          <tbody>
            {entries.map(({ id, at, by, address, action: done, what }) => (
              <tr key={id}>
                <td>{dayjs(at).format('D MMM YYYY, HH:mm')}</td>
                <td>{by === '' ? 'Nobody signed in' : by}</td>
                <td>
                  <b>{ACTION_WORDS[done]}</b> {what}
                </td>
                <td className="figures">{address}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <Button loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Show older
        </Button>
      )}
    </div>
  )
}
