/** What signing a job off puts on record: belts fitted, parts renewed, belts for the shelf. docs/mechanics/belt-change.md */
import type { JobFields } from '../api/job-records.ts'
import type { FittingFields, ShelfFields } from '../api/shelf-records.ts'
import type { Belt } from '../drive/belt.ts'
import type { SettledDrive } from '../path/settle.ts'
import { beltLabel } from '../sections/families.ts'
import { readLabel } from '../sections/labels.ts'
import type { InspectionFields } from '../wear/inspection.ts'
import { beltOfPart, isUnlinked, workId, workStep } from './found-work.ts'

export interface SignedOff {
  readonly fittings: readonly FittingFields[]
  /** What is new but belts, as an inspection that says so; null for nothing. */
  readonly renewed: InspectionFields | null
  readonly shelf: readonly ShelfFields[]
}

/** Who signs which job, and when. */
interface Signed {
  readonly number: number
  readonly by: string
}

/** Belts that were put on by this job: ticked, and not the same ones again. */
export function beltsFitted({ drive }: SettledDrive, job: JobFields): readonly Belt[] {
  const done = doneSteps(job)
  return job.sameBelts ? [] : drive.belts.filter(({ id }) => done.has(`on.lay.${id}`))
}

/**
 * The records of a job that is signed off. A belt whose length nobody knows is not on record as fitted: it would say less than nothing.
 */
export function signedOff(settled: SettledDrive, job: JobFields, { number, by }: Signed): SignedOff {
  const { distance, ticks, closedAt } = job
  const reason = `Job ${number}${job.complaint === '' ? '' : `: ${job.complaint}`}`.slice(0, 200)
  const day = (step: string) => (ticks.find((tick) => tick.step === step)?.at ?? closedAt ?? '').slice(0, 10)
  const fittings = beltsFitted(settled, job).flatMap((belt): readonly FittingFields[] => {
    const length = belt.length
    if (length === null) return []
    const mark = markOf(job, belt, length).slice(0, 60)
    const warrantyUntil = partOf(job, belt)?.warrantyUntil ?? ''
    const fittedOn = day(`on.lay.${belt.id}`)
    return [{ belt: belt.id, mark, length, fittedOn, distance, reason, spare: '', by, warrantyUntil }]
  })
  return { fittings, renewed: renewedBy(job, reason, by), shelf: job.parts.flatMap(forTheShelf) }
}

/** The number of the part that was put on; where nobody has written one, what a belt of its size is called. */
function markOf(job: JobFields, belt: Belt, length: number): string {
  const { section, ribs, construction = 'single' } = belt
  const part = partOf(job, belt)
  return part === undefined || part.number === '' ? beltLabel(section, ribs, length, construction) : part.number
}

/** The part of a job that is a belt of the drive: by its work, else by its name as somebody wrote it down. */
export function partOf({ parts }: JobFields, { id, name }: Pick<Belt, 'id' | 'name'>) {
  const work = workId('replace', `belt.${id}`, '')
  const there = parts.filter(({ place }) => place !== 'returned')
  return there.find((part) => part.work === work) ?? there.find((part) => isUnlinked(part, name))
}

/** Parts whose replacement was ticked; their wear begins again. */
function renewedBy(job: JobFields, reason: string, by: string): InspectionFields | null {
  const done = doneSteps(job)
  const replaced = job.work.filter(
    ({ id, does, part }) => does === 'replace' && part !== '' && beltOfPart(part) === null && done.has(workStep(id)),
  )
  if (replaced.length === 0) return null
  return {
    distance: job.distance,
    beltOff: false,
    checks: [],
    renewed: replaced.map(({ part }) => part),
    sum: replaced.map(({ what }) => `Replaced: ${what}.`),
    note: reason,
    by,
  }
}

function doneSteps({ ticks }: JobFields): ReadonlySet<string> {
  return new Set(ticks.filter(({ is }) => is === 'done').map(({ step }) => step))
}

/** How sure a number must be to be taken for a belt. A choice of ours. */
const SURE = 0.7

/** A belt that goes on the workshop’s shelf, read from its number; nothing where it cannot be read. */
function forTheShelf({ place, number, count, what }: JobFields['parts'][number]): readonly ShelfFields[] {
  if (place !== 'shelf') return []
  const [read] = readLabel(number === '' ? what : number)
  // A bare number may be anything: better no belt on the shelf than a wrong one.
  if (read === undefined || read.confidence < SURE) return []
  const { section, ribs, length } = read
  return [
    {
      mark: (number === '' ? what : number).slice(0, 60),
      section,
      ribs,
      length,
      material: 'unknown',
      count,
      place: '',
      note: '',
    },
  ]
}

/** What a record of the job would lack. */
export interface MissingAtSignOff {
  readonly distance: boolean
  /** Belts that were put on and of which nobody has written the number, by their ids. */
  readonly numbers: readonly string[]
  /** Belts that were put on and of which nobody knows the length: they are not on record. */
  readonly lengths: readonly string[]
}

/** What is asked for once before a job is signed off; all of it can be left open. */
export function missingAtSignOff(settled: SettledDrive, job: JobFields): MissingAtSignOff {
  const fitted = beltsFitted(settled, job)
  return {
    distance: job.distance === null,
    numbers: fitted.filter((belt) => (partOf(job, belt)?.number ?? '') === '').map(({ id }) => id),
    lengths: fitted.filter(({ length }) => length === null).map(({ id }) => id),
  }
}
