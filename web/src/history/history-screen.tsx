import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { v4 as newId } from 'uuid'
import type { RevisionSummary } from '@emery/core/api'
import { describeChanges, type CheckedDrive } from '@emery/core/drive'
import { driveKeys, revisionQuery, revisionsQuery, saveDrive } from '../drives/drives-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useLengths } from '../ui/use-lengths.ts'
import styles from './history.module.css'
import { BeltLives } from './belt-lives.tsx'
import { DriveTimeline } from './drive-timeline.tsx'
import { RevisionDrawing } from './revision-drawing.tsx'
import { tell } from '../ui/tell.ts'

/** A drive's versions: who, when, what; two of them side by side on the drawing, and either brought back. */
export function HistoryScreen() {
  const { driveId = '' } = useParams()
  // Not the drive as the bench fetched it: that may be some saves old.
  const { data: revisions, error } = useQuery(revisionsQuery(driveId))
  const newest = revisions?.[0]?.version ?? 1
  const { data: latest } = useQuery({ ...revisionQuery(driveId, newest), enabled: revisions !== undefined })
  useTopBar(
    useMemo(
      () => ({
        title: <strong>{latest === undefined ? 'Versions' : `${latest.document.name}: versions`}</strong>,
        commands: [],
      }),
      [latest],
    ),
  )
  const [picked, setPicked] = useState<readonly [number | null, number | null]>([null, null])
  if (error !== null && revisions === undefined) {
    return (
      <Notice title="The versions could not be loaded" detail={error.message}>
        <Link to="/drives">All drives</Link>
      </Notice>
    )
  }
  if (revisions === undefined)
    return (
      <p role="status" style={{ padding: 32 }}>
        Loading versions …
      </p>
    )
  const left = picked[0] ?? revisions[1]?.version ?? newest
  const right = picked[1] ?? newest
  return (
    <div className={styles['page']}>
      <section className={styles['list']}>
        <Link to={`/drives/${driveId}`}>Back to the drive</Link>
        <h1>History</h1>
        {latest !== undefined && <BeltLives driveId={driveId} drive={latest.document} />}
        <DriveTimeline driveId={driveId} drive={latest?.document} />
        <h2 className="heading">Versions</h2>
        <p className="soft">Choose two to compare them.</p>
        <ol aria-label="Versions">
          {revisions.map((revision) => (
            <Version
              key={revision.version}
              revision={revision}
              left={left}
              right={right}
              onPick={(side) => setPicked(side === 'left' ? [revision.version, right] : [left, revision.version])}
            />
          ))}
        </ol>
      </section>
      <Compared driveId={driveId} left={left} right={right} newest={newest} />
    </div>
  )
}

interface VersionProps {
  readonly revision: RevisionSummary
  readonly left: number
  readonly right: number
  readonly onPick: (side: 'left' | 'right') => void
}

function Version({ revision: { version, by, savedAt, reason }, left, right, onPick }: VersionProps) {
  return (
    <li data-picked={version === left || version === right}>
      <span>
        <b className="figures">{version}</b> {reason}
        <small>
          {by === '' ? 'by unknown' : by}, {dayjs(savedAt).format('D MMM YYYY HH:mm')}
        </small>
      </span>
      <Button
        size="small"
        type={version === left ? 'primary' : 'default'}
        aria-pressed={version === left}
        aria-label={`Version ${version} on the left`}
        onClick={() => onPick('left')}
      >
        left
      </Button>
      <Button
        size="small"
        type={version === right ? 'primary' : 'default'}
        aria-pressed={version === right}
        aria-label={`Version ${version} on the right`}
        onClick={() => onPick('right')}
      >
        right
      </Button>
    </li>
  )
}

function Compared({
  driveId,
  left,
  right,
  newest,
}: {
  readonly driveId: string
  readonly left: number
  readonly right: number
  readonly newest: number
}) {
  const lengths = useLengths()
  const [older, newer] = [useQuery(revisionQuery(driveId, left)).data, useQuery(revisionQuery(driveId, right)).data]
  const changes = useMemo(
    () =>
      older === undefined || newer === undefined ? [] : describeChanges(older.document, newer.document, lengths.text),
    [older, newer, lengths],
  )
  const restore = useRestore(driveId, newest)
  if (older === undefined || newer === undefined) return <p role="status">Loading both versions …</p>
  const changed = changes.map(({ about }) => about)
  return (
    <section className={styles['compared']}>
      <div className={styles['pair']}>
        {[older, newer].map(({ version, document }, i) => (
          <figure key={i}>
            <figcaption>
              Version <b className="figures">{version}</b>
              {version === newest ? (
                <span className="soft">current</span>
              ) : (
                <Button onClick={() => void restore(version, document)}>Restore version {version}</Button>
              )}
            </figcaption>
            <RevisionDrawing drive={document} other={i === 0 ? newer.document : older.document} changed={changed} />
          </figure>
        ))}
      </div>
      <h2 className="heading">
        What changed from {left} to {right}
      </h2>
      {changes.length === 0 ? (
        <p className="soft">Nothing.</p>
      ) : (
        <ul aria-label="What changed" className={styles['changes']}>
          {changes.map(({ about, words }) => (
            <li key={`${about} ${words}`}>{words}</li>
          ))}
        </ul>
      )}
    </section>
  )
}

/** Saves an old version as the newest, which keeps all between. */
function useRestore(driveId: string, basedOn: number) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  return async (version: number, document: CheckedDrive) => {
    try {
      await saveDrive(driveId, {
        basedOn,
        saveId: newId(),
        document,
        reason: `restored version ${version}`,
      })
      await queries.invalidateQueries({ queryKey: driveKeys.lists })
      tell.success(`Version ${version} is restored. All versions in between are kept.`)
      void navigate(`/drives/${driveId}`)
    } catch (error) {
      tell.error(error instanceof Error ? error.message : 'It could not be restored.')
    }
  }
}
