import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useCallback, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import type { DriveRecord, Fitting, Inspection } from '@emery/core/api'
import { fileName } from '@emery/core/exchange'
import {
  beltKindOf,
  diagnose,
  driveEvidence,
  inWordsOf,
  partsOfDrive,
  unanswered,
  type DriveSays,
} from '@emery/core/noise'
import { settleDrive } from '@emery/core/path'
import { lastJudged, wearParts } from '@emery/core/wear'
import { driveQuery } from '../drives/drives-api.ts'
import { fittingsQuery } from '../length/fittings-api.ts'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import { useShopRules } from '../rules/rules-api.ts'
import { inspectionsQuery } from '../inspection/inspections-api.ts'
import { PickDrive } from '../drives/pick-drive.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useNow } from '../ui/use-now.ts'
import { AllTests } from './all-tests.tsx'
import { DoneList } from './done-list.tsx'
import { DriveSaysList } from './drive-says-list.tsx'
import { DiagnosisForm } from './diagnosis-form.tsx'
import { DiagnosisList } from './diagnosis-list.tsx'
import { Heard } from './heard.tsx'
import { NextTest } from './next-test.tsx'
import styles from './noise.module.css'
import { useNoise, useNoiseSearch } from './noise-store.ts'
import { Recorded } from './recorded.tsx'
import { RingingNote } from './ringing-note.tsx'
import { Schools } from './schools.tsx'
import { Suspects } from './suspects.tsx'

const DAY_MS = 86_400_000
const NONE: readonly never[] = []

/** From what is heard to what it is: one test at a time, the causes ranked with what speaks for and against each. */
export function NoiseScreen() {
  const { driveId = '' } = useParams()
  const { data: record } = useQuery({ ...driveQuery(driveId), enabled: driveId !== '' })
  const { data: fittings } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const { data: inspections } = useQuery({ ...inspectionsQuery(driveId), enabled: driveId !== '' })
  // Whoever opens another drive's noise begins with its own search.
  return <Search key={driveId} {...{ driveId, record, fittings, inspections }} />
}

interface SearchProps {
  readonly driveId: string
  readonly record: DriveRecord | undefined
  readonly fittings: readonly Fitting[] | undefined
  readonly inspections: readonly Inspection[] | undefined
}

function Search({ driveId, record, fittings, inspections }: SearchProps) {
  const search = useNoiseSearch(driveId)
  const { answer, takeBack, skip, begin } = useNoise()
  const [writing, setWriting] = useState(false)
  const allWords = useKnowledge()
  const belts = record === undefined ? null : beltKindOf(record.document)
  const knowledge = useMemo(() => inWordsOf(allWords, belts), [allWords, belts])
  const says = useDriveSays(record, fittings, inspections)
  const has = useMemo(() => (record === undefined ? {} : partsOfDrive(record.document)), [record])
  const settled = useMemo(() => (record === undefined ? null : settleDrive(record.document)), [record])
  const [asked, setAsked] = useState<string | null>(null)
  const result = useMemo(
    () =>
      diagnose(knowledge, [...search.answers, ...unanswered(knowledge, says, search.answers)], {
        skipped: search.skipped,
        has,
      }),
    [knowledge, search, says, has],
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
          { id: 'undo', label: 'Undo the last answer', keys: 'Ctrl Z', run: undo },
          { id: 'begin', label: 'Start a new search', run: () => begin(driveId) },
          { id: 'diagnosis', label: 'Save the diagnosis', keys: 'F', run: () => setWriting(true) },
        ],
      }),
      [record, undo, begin, driveId],
    ),
  )
  if (!result.ok) return <StaleAnswers onBegin={() => begin(driveId)} />
  const { causes, next, doubt } = result.diagnosis
  const [best] = causes
  const heard = search.answers.length > 0
  const isSlap = search.answers.some(({ test, outcome }) => test === 'heard' && outcome === 'slap')
  // What was asked for goes first, then the two minutes of looking, then what tells most.
  const opened = knowledge.tests.find(({ id }) => id === asked && !search.answers.some(({ test }) => test === id))
  const look = next.find(({ test, information }) => test.look === true && information > WORTH_A_LOOK)
  const following =
    opened === undefined
      ? (look ?? next[0])
      : (next.find(({ test }) => test === opened) ?? { test: opened, information: 0, minutes: opened.minutes })
  return (
    <div className={styles['page']}>
      <div className={styles['work']}>
        <PickDrive driveId={driveId} under="/noise" none="none" />
        <Heard
          knowledge={knowledge}
          search={search}
          settled={settled}
          onAnswer={(given) => answer(driveId, given)}
          onTakeBack={(test) => takeBack(driveId, test)}
        />
        {heard && following !== undefined && (
          <NextTest
            key={following.test.id}
            next={following}
            why={
              opened !== undefined
                ? 'as you asked'
                : following === look
                  ? 'two minutes of looking'
                  : 'most informative per minute'
            }
            onAnswer={(given) => answer(driveId, given)}
            onSkip={(test) => {
              setAsked(null)
              skip(driveId, test)
            }}
          />
        )}
        {heard && <AllTests knowledge={knowledge} search={search} has={has} next={next} onOpen={setAsked} />}
        {heard && following === undefined && (
          <p role="status">All tests are done or skipped. Save the diagnosis, or undo an answer.</p>
        )}
        <DoneList knowledge={knowledge} search={search} onTakeBack={(test) => takeBack(driveId, test)} />
        {heard && <Recorded drive={record?.document ?? null} onAnswer={(given) => answer(driveId, given)} />}
        {driveId !== '' && <DiagnosisList driveId={driveId} fileName={fileName(record?.document.name ?? 'drive')} />}
      </div>
      <aside className={styles['side']} aria-label="Possible causes">
        {doubt !== null && <p role="alert">{doubt}</p>}
        <Suspects suspects={causes} heard={heard || says.length > 0} />
        {record !== undefined && isSlap && <RingingNote record={record} />}
        {record !== undefined && <DriveSaysList knowledge={knowledge} record={record} says={says} />}
        <Schools />
        <div className={styles['finish']}>
          <Button size="large" type={heard ? 'primary' : 'default'} disabled={!heard} onClick={() => setWriting(true)}>
            Save the diagnosis
          </Button>
          {heard && best !== undefined && best.probability < SURE && <span>not certain yet: continue testing</span>}
        </div>
      </aside>
      {writing && best !== undefined && heard && (
        <DiagnosisForm
          drive={record?.document ?? null}
          knowledge={knowledge}
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

/** Bits from which a look is worth its minute before anything that takes a tool. */
const WORTH_A_LOOK = 0.01

/** Probability from which a finding needs no warning (nominal). */
const SURE = 0.8

function useDriveSays(
  record: DriveRecord | undefined,
  fittings: readonly Fitting[] = NONE,
  inspections: readonly Inspection[] = NONE,
): readonly DriveSays[] {
  const now = useNow(null)
  const rules = useShopRules()
  const newest = fittings[0]?.fittedOn
  const days = newest === undefined ? null : Math.floor((now - dayjs(newest).valueOf()) / DAY_MS)
  return useMemo(
    () =>
      record === undefined
        ? []
        : driveEvidence(settleDrive(record.document, {}, rules), {
            kmSinceFitted: null,
            daysSinceFitted: days,
            looked: lastJudged({ inspections, fittings }, wearParts(record.document)),
          }),
    [record, rules, days, inspections, fittings],
  )
}

function StaleAnswers({ onBegin }: { readonly onBegin: () => void }) {
  return (
    <div className={styles['work']} role="alert">
      <h1>These answers belong to an earlier list of tests</h1>
      <p>The list of tests has changed since you answered.</p>
      <Button type="primary" onClick={onBegin}>
        Start a new search
      </Button>
    </div>
  )
}
