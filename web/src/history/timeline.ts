import type { Diagnosis, Fitting, Job, RevisionSummary, Inspection } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { unitsNow } from '../ui/use-units.ts'

export type TimelineKind = 'version' | 'belt' | 'reading' | 'diagnosis' | 'inspection' | 'job'

export const TIMELINE_KIND_NAMES: Readonly<Record<TimelineKind, string>> = {
  version: 'Version',
  belt: 'Belt',
  reading: 'Reading',
  diagnosis: 'Diagnosis',
  inspection: 'Inspection',
  job: 'Job',
}

/** One thing that happened to a drive. */
export interface TimelineEntry {
  readonly key: string
  readonly kind: TimelineKind
  /** ISO; only a day where nobody wrote the hour down. */
  readonly at: string
  readonly day: boolean
  readonly words: string
  readonly by: string
  /** Where it can be looked at. */
  readonly to?: string
}

interface Records {
  readonly drive: CheckedDrive | undefined
  readonly revisions: readonly RevisionSummary[] | undefined
  readonly fittings: readonly Fitting[] | undefined
  readonly diagnoses: readonly Diagnosis[] | undefined
  readonly inspections: readonly Inspection[] | undefined
  readonly jobs: readonly Job[] | undefined
}

/** All that is known of a drive, the newest first. What is still being fetched is not in it yet. */
export function timelineOf(driveId: string, records: Records): readonly TimelineEntry[] {
  const { drive, revisions = [], fittings = [], diagnoses = [], inspections = [], jobs = [] } = records
  const entries: TimelineEntry[] = [
    ...revisions.map(({ version, savedAt, reason, by }) =>
      entry('version', `${version}`, savedAt, { words: `${version}: ${reason}`, by }),
    ),
    ...fittings.map(({ id, mark, fittedOn, reason, by, distance }) =>
      entry('belt', id, fittedOn, {
        words: `${mark} fitted${kmText(distance)}${reason === '' ? '' : `: ${reason}`}`,
        by,
        day: true,
      }),
    ),
    ...(drive === undefined ? [] : readingEntries(drive)),
    ...diagnoses.map(({ id, at, causeName, by, distance }) =>
      entry('diagnosis', id, at, {
        words: `${causeName}${kmText(distance)}`,
        by,
        to: `/noise/${driveId}/sheet/${id}`,
      }),
    ),
    ...inspections.map(({ id, at, checks, renewed, sum, by, distance }) =>
      entry('inspection', id, at, {
        words:
          checks.length === 0
            ? `${sum.length > 0 ? sum.join(' ') : `${renewed.length} renewed`}${kmText(distance)}`
            : `${checks.length} checks${kmText(distance)}, ${checks.filter(({ verdict }) => verdict === 'act').length} to replace`,
        by,
        to: `/inspection/${driveId}/sheet/${id}`,
      }),
    ),
    ...jobs.flatMap(({ id, number, openedAt, closedAt, complaint, signedBy }) => {
      const to = `/drives/${driveId}/belt-change?job=${id}`
      const opened = { words: `${number} opened${complaint === '' ? '' : `: ${complaint}`}`, by: '', to }
      return [
        entry('job', `${id} opened`, openedAt, opened),
        ...(closedAt === null
          ? []
          : [entry('job', `${id} closed`, closedAt, { words: `${number} signed off`, by: signedBy, to })]),
      ]
    }),
  ]
  return entries.toSorted((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
}

/** Readings carry who took them and when inside the drive; those of one hand in one minute are one entry. */
function readingEntries(drive: CheckedDrive): TimelineEntry[] {
  const taken = stampsIn(drive)
  const groups = new Map<string, { at: string; by: string; count: number }>()
  for (const { at, by } of taken) {
    const key = `${at.slice(0, 16)} ${by}`
    groups.set(key, { at, by, count: (groups.get(key)?.count ?? 0) + 1 })
  }
  return [...groups].map(([key, { at, by, count }]) =>
    entry('reading', key, at, { words: count === 1 ? 'one added' : `${count} added`, by }),
  )
}

function stampsIn(value: unknown): { at: string; by: string }[] {
  if (Array.isArray(value)) return value.flatMap(stampsIn)
  if (typeof value !== 'object' || value === null) return []
  const { at, by } = value as { at?: unknown; by?: unknown }
  const own = typeof at === 'string' && typeof by === 'string' && at.includes('T') ? [{ at, by }] : []
  return [...own, ...Object.values(value).flatMap(stampsIn)]
}

const kmText = (distance: number | null) => (distance === null ? '' : ` at ${unitsNow().distance.text(distance)}`)

function entry(
  kind: TimelineKind,
  id: string,
  at: string,
  { day = false, ...said }: { words: string; by: string; to?: string; day?: boolean },
): TimelineEntry {
  return { key: `${kind} ${id}`, kind, at, day, ...said }
}
