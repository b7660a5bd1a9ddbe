import { PlusOutlined } from '@ant-design/icons'
import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { JOB_STAGES, type JobStage } from '@emery/core/api'
import { boardCountsQuery, boardFilter, boardQuery } from '../jobs-api.ts'
import { Notice } from '../../ui/notice.tsx'
import { PlainButton } from '../../ui/plain-button.tsx'
import { SearchField } from '../../ui/search-field.tsx'
import { useTopBar } from '../../ui/top-bar.ts'
import { useAddress } from '../../ui/use-address.ts'
import { withControls } from '../../ui/with-controls.tsx'
import { STAGE_WORDS } from '../stage-words.ts'
import { BoardRow } from './board-row.tsx'
import styles from './board.module.css'
import { DueOnDrives } from './due-list.tsx'
import { Today, useToday } from './today.tsx'

// A form and a table that is dragged about: more than the list that most come for.
const NewJob = lazy(async () => ({ default: await withControls(async () => (await import('./new-job.tsx')).NewJob) }))
const Week = lazy(async () => ({ default: await withControls(async () => (await import('./week.tsx')).Week) }))

/** Every job by what it waits for, and what is due. What is looked for stands in the address, so that it can be kept and sent. */
export function BoardScreen() {
  const { search, narrow, clear } = useAddress()
  const [starting, setStarting] = useState(false)
  const filter = boardFilter(search)
  const { stage } = filter
  const words = search.get('q') ?? ''
  const isWeek = search.get('view') === 'week'
  const isNarrowed = stage !== null || words.trim() !== '' || filter.hand !== ''
  const { data, error, isPending, hasNextPage, isFetchingNextPage, fetchNextPage, refetch } = useInfiniteQuery(
    boardQuery(filter),
  )
  const today = useToday()
  const apart = isNarrowed ? [] : today
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Board</strong>,
        commands: [{ id: 'new-job', label: 'New job', keys: 'N', run: () => setStarting(true) }],
      }),
      [],
    ),
  )
  const [first] = data?.pages ?? []
  return (
    <div className={styles['page']} data-week={isWeek}>
      <section className={styles['jobs']} aria-label="Jobs">
        <div className={styles['head']}>
          <h1>Board</h1>
          <SearchField
            label="Search jobs"
            placeholder="Plate, vehicle, complaint, number"
            className={styles['search']}
            value={words}
            onChange={(to) => narrow('q', to)}
          />
          <PlainButton kind="primary" onClick={() => setStarting(true)}>
            <PlusOutlined aria-hidden /> New job
          </PlainButton>
        </div>
        <div className={styles['views']} role="group" aria-label="View">
          <button type="button" aria-pressed={!isWeek} onClick={() => narrow('view', '')}>
            All jobs
          </button>
          <button type="button" aria-pressed={isWeek} onClick={() => narrow('view', 'week')}>
            Week
          </button>
          <Link to="/board/parts">Parts of the week</Link>
          {isWeek && <Link to="/board/week/sheet">The week on paper</Link>}
          {!isWeek && filter.hand !== '' && (
            <button type="button" aria-pressed onClick={() => narrow('hand', '')}>
              Only {filter.hand} ✕
            </button>
          )}
        </div>
        {isWeek ? (
          <Suspense fallback={<p role="status">Loading the week …</p>}>
            <Week />
          </Suspense>
        ) : (
          <>
            {!isNarrowed && <Today plan={today} onPick={(hand) => narrow('hand', hand)} />}
            <Stages stage={stage} onPick={(to) => narrow('waits', to ?? '')} />
            {error !== null && first === undefined ? (
              <Notice inPage title="The Board could not be loaded" detail={error.message}>
                <PlainButton onClick={() => void refetch()}>Try again</PlainButton>
              </Notice>
            ) : isPending || first === undefined ? (
              <p role="status" className="soft">
                Loading jobs …
              </p>
            ) : first.rows.length === 0 ? (
              <NoJobs narrowed={isNarrowed} onShowAll={clear} />
            ) : (
              <>
                <ul className={styles['rows']} aria-label="Jobs by stage">
                  {data?.pages
                    .flatMap(({ rows }) => rows.filter(({ id }) => !apart.some(({ row }) => row.id === id)))
                    .map((row) => (
                      <BoardRow key={row.id} row={row} />
                    ))}
                </ul>
                {hasNextPage && (
                  <PlainButton disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
                    Show more
                  </PlainButton>
                )}
              </>
            )}
          </>
        )}
      </section>
      {!isWeek && <DueOnDrives />}
      {starting && (
        <Suspense fallback={null}>
          <NewJob open onClose={() => setStarting(false)} />
        </Suspense>
      )}
    </div>
  )
}

interface StagesProps {
  readonly stage: JobStage | null
  readonly onPick: (stage: JobStage | null) => void
}

/** What jobs wait for, with how many do; one picked shows only those. */
function Stages({ stage, onPick }: StagesProps) {
  const { data } = useQuery(boardCountsQuery())
  return (
    <div className={styles['stages']} role="group" aria-label="Stage">
      {JOB_STAGES.map((each) => (
        <button
          key={each}
          type="button"
          aria-pressed={each === stage}
          onClick={() => onPick(each === stage ? null : each)}
        >
          <b className="figures">{data?.counts[each] ?? '–'}</b>
          {STAGE_WORDS[each]}
        </button>
      ))}
    </div>
  )
}

function NoJobs({ narrowed, onShowAll }: { readonly narrowed: boolean; readonly onShowAll: () => void }) {
  if (narrowed)
    return (
      <Notice inPage title="No matching jobs" detail="Use fewer words, or another word.">
        <PlainButton onClick={onShowAll}>Show all jobs</PlainButton>
      </Notice>
    )
  return (
    <Notice
      inPage
      title="No jobs yet"
      detail="To start a job, choose New job, or tick the first step of a belt change on a drive."
    />
  )
}
