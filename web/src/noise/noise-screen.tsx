import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useCallback, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import {
  diagnose,
  driveEvidence,
  fileName,
  lastJudged,
  settleDrive,
  unanswered,
  wearParts,
  type DriveRecord,
  type DriveSays,
  type Fitting,
  type Walkround,
} from '@emery/core'
import { driveQuery } from '../api/drives.ts'
import { fittingsQuery } from '../api/fittings.ts'
import { useKnowledge } from '../api/knowledge.ts'
import { walkroundsQuery } from '../api/walkrounds.ts'
import { PickDrive } from '../app/pick-drive.tsx'
import { useTopBar } from '../app/top-bar.ts'
import { useNow } from '../app/use-now.ts'
import { DoneList } from './done-list.tsx'
import { DriveSaysList } from './drive-says-list.tsx'
import { FindingForm } from './finding-form.tsx'
import { FindingList } from './finding-list.tsx'
import { Heard } from './heard.tsx'
import { NextTest } from './next-test.tsx'
import styles from './noise.module.css'
import { useNoise, useNoiseSearch } from './noise-store.ts'
import { Recorded } from './recorded.tsx'
import { Suspects } from './suspects.tsx'

const DAY_MS = 86_400_000
const NONE: readonly never[] = []

/** From what is heard to what it is: one test at a time, the causes ranked with what speaks for and against each. */
export function NoiseScreen() {
  const { driveId = '' } = useParams()
  const { data: record } = useQuery({ ...driveQuery(driveId), enabled: driveId !== '' })
  const { data: fittings } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const { data: walkrounds } = useQuery({ ...walkroundsQuery(driveId), enabled: driveId !== '' })
  // Whoever opens another drive's noise begins with its own search.
  return <Search key={driveId} {...{ driveId, record, fittings, walkrounds }} />
}

interface SearchProps {
  readonly driveId: string
  readonly record: DriveRecord | undefined
  readonly fittings: readonly Fitting[] | undefined
  readonly walkrounds: readonly Walkround[] | undefined
}

function Search({ driveId, record, fittings, walkrounds }: SearchProps) {
  const search = useNoiseSearch(driveId)
  const { answer, takeBack, skip, begin } = useNoise()
  const [writing, setWriting] = useState(false)
  const knowledge = useKnowledge()
  const says = useDriveSays(record, fittings, walkrounds)
  const result = useMemo(
    () => diagnose(knowledge, [...search.answers, ...unanswered(knowledge, says, search.answers)], search.skipped),
    [knowledge, search, says],
  )
  const last = search.answers.at(-1)
  const undo = useCallback(() => {
    if (last !== undefined) takeBack(driveId, last.test)
  }, [driveId, last, takeBack])
  useTopBar(
    useMemo(
      () => ({
        title: (
          <strong>{record === undefined ? 'Noise' : `Noise on ${record.vehicle?.name ?? record.document.name}`}</strong>
        ),
        commands: [
          { id: 'undo', label: 'Take the last answer back', keys: 'Ctrl Z', run: undo },
          { id: 'begin', label: 'Begin a new search', run: () => begin(driveId) },
          { id: 'finding', label: 'Write the finding', keys: 'F', run: () => setWriting(true) },
        ],
      }),
      [record, undo, begin, driveId],
    ),
  )
  if (!result.ok) return <StaleAnswers onBegin={() => begin(driveId)} />
  const { causes, next, doubt } = result.diagnosis
  const [best] = causes
  const heard = search.answers.length > 0
  return (
    <div className={styles['page']}>
      <div className={styles['work']}>
        <PickDrive driveId={driveId} under="/noise" none="none that is kept here" />
        <Heard
          search={search}
          onAnswer={(given) => answer(driveId, given)}
          onTakeBack={(test) => takeBack(driveId, test)}
        />
        {heard && next[0] !== undefined && (
          <NextTest
            key={next[0].test.id}
            next={next[0]}
            onAnswer={(given) => answer(driveId, given)}
            onSkip={(test) => skip(driveId, test)}
          />
        )}
        {heard && next[0] === undefined && (
          <p role="status">Every test was done or left out. Write the finding, or take an answer back.</p>
        )}
        <DoneList search={search} onTakeBack={(test) => takeBack(driveId, test)} />
        {heard && <Recorded drive={record?.document ?? null} onAnswer={(given) => answer(driveId, given)} />}
        {driveId !== '' && <FindingList driveId={driveId} fileName={fileName(record?.document.name ?? 'drive')} />}
      </div>
      <aside className={styles['side']} aria-label="What it may be">
        {doubt !== null && <p role="alert">{doubt}</p>}
        <Suspects suspects={causes} heard={heard || says.length > 0} />
        {record !== undefined && <DriveSaysList record={record} says={says} />}
        <div className={styles['finish']}>
          <Button size="large" type={heard ? 'primary' : 'default'} disabled={!heard} onClick={() => setWriting(true)}>
            Write the finding
          </Button>
          {heard && best !== undefined && best.probability < SURE && <span>not sure yet: go on testing</span>}
        </div>
      </aside>
      {writing && best !== undefined && heard && (
        <FindingForm
          driveId={driveId}
          suspects={causes}
          answers={search.answers}
          onKept={() => begin(driveId)}
          onClose={() => setWriting(false)}
        />
      )}
    </div>
  )
}

/** Probability from which a finding needs no warning (nominal). */
const SURE = 0.8

function useDriveSays(
  record: DriveRecord | undefined,
  fittings: readonly Fitting[] = NONE,
  walkrounds: readonly Walkround[] = NONE,
): readonly DriveSays[] {
  const now = useNow(null)
  const newest = fittings[0]?.fittedOn
  const days = newest === undefined ? null : Math.floor((now - dayjs(newest).valueOf()) / DAY_MS)
  return useMemo(
    () =>
      record === undefined
        ? []
        : driveEvidence(settleDrive(record.document), {
            ...{ kmSinceFitted: null, daysSinceFitted: days },
            looked: lastJudged({ walkrounds, fittings }, wearParts(record.document)),
          }),
    [record, days, walkrounds, fittings],
  )
}

function StaleAnswers({ onBegin }: { readonly onBegin: () => void }) {
  return (
    <div className={styles['work']} role="alert">
      <h1>These answers belong to other questions</h1>
      <p>The list of tests has changed since they were given.</p>
      <Button type="primary" onClick={onBegin}>
        Begin a new search
      </Button>
    </div>
  )
}
