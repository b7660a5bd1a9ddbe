/** What someone may change in a job: their own ticks under their own name, others’ only by taking them back. */
import type { JobFields, JobStanding, JobTick } from '../api/job-records.ts'
import { mayAs, type Role } from '../api/person-records.ts'

export interface Changer {
  readonly name: string
  readonly role: Role
}

export type JobChange =
  | { readonly ok: true; readonly job: JobFields }
  | { readonly ok: false; readonly path: string; readonly message: string }

const refused = (path: string, message: string): JobChange => ({ ok: false, path, message })

/**
 * A job as it is to be kept after a change: whatever is new carries the name of who made it, not the one that was sent. Refused where
 * it is not theirs to change: a lead’s look by someone else, anything in a job that is signed off, signing off too soon or by an apprentice.
 * `standing` is that of the job as it is to be, were it open.
 */
export function jobChange(
  before: JobFields | null,
  after: JobFields,
  { name, role }: Changer,
  standing: JobStanding,
): JobChange {
  const closing = after.closedAt !== null && (before === null || before.closedAt === null)
  const reopening = after.closedAt === null && before !== null && before.closedAt !== null
  if (before !== null && before.closedAt !== null && !reopening)
    return refused('$', 'This job is signed off. Open it again before anything in it is changed.')
  if ((closing || reopening) && !mayAs(role, 'mechanic'))
    return refused('$.closedAt', 'An apprentice does not sign jobs off; ask a mechanic or a lead.')
  if (closing && standing.stepsDone < standing.stepsAll)
    return refused('$.closedAt', `${standing.stepsAll - standing.stepsDone} steps are neither done nor left out yet.`)
  if (closing && standing.looks > 0) return refused('$.closedAt', `${standing.looks} ticks wait for a lead’s look.`)

  const old = before?.ticks ?? []
  const ticks: JobTick[] = []
  for (const [i, tick] of after.ticks.entries()) {
    const was = old.find(({ step, at }) => step === tick.step && at === tick.at)
    if (was !== undefined && same(was, tick)) ticks.push(was)
    else if (was !== undefined && same({ ...was, look: tick.look, lookedBy: tick.lookedBy }, tick)) {
      if (tick.look === 'given' && !mayAs(role, 'lead'))
        return refused(`$.ticks[${i}].look`, 'Only a lead’s look counts as one.')
      ticks.push({ ...tick, lookedBy: tick.look === 'given' ? name : '' })
    } else ticks.push({ ...tick, by: name, look: tick.look === 'given' ? 'none' : tick.look, lookedBy: '' })
  }
  return {
    ok: true,
    job: {
      ...after,
      ticks,
      added: after.added.map((each) => before?.added.find(({ id }) => id === each.id) ?? { ...each, by: name }),
      moved: after.moved.map((each) => before?.moved.find((was) => same(was, each)) ?? { ...each, by: name }),
      time: after.time.map((each) => before?.time.find((was) => same(was, each)) ?? { ...each, by: name }),
      signedBy: after.closedAt === null ? '' : closing ? name : (before?.signedBy ?? ''),
    },
  }
}

function same(a: object, b: object): boolean {
  const [x, y] = [Object.entries(a), Object.entries(b)]
  return x.length === y.length && x.every(([key, value]) => (b as Record<string, unknown>)[key] === value)
}
