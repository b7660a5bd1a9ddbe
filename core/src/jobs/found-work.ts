/** Work of a job because of what was found: a diagnosis, an inspection, what goes with it. docs/mechanics/belt-change.md */
import type { Diagnosis } from '../api/diagnosis-records.ts'
import type { JobFields, JobWork } from '../api/job-records.ts'
import type { Condition, WorkKind } from '../belt-change/work-kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Knowledge } from '../noise/knowledge.ts'
import type { MENDED } from '../noise/knowledge-file.ts'
import type { InspectionCheck } from '../wear/inspection.ts'
import { wearParts, type WearPart } from '../wear/parts.ts'

type Mended = (typeof MENDED)[number]

/** What a part is called that nobody has named. */
const UNNAMED: Readonly<Record<Mended, string>> = {
  belt: 'Belt',
  tensioner: 'Tensioner',
  pulley: 'Pulley that was found',
  damper: 'Crank damper',
  bracket: 'Bracket that was found',
  line: 'Pulleys',
}

/** The same work on the same part is planned once, whatever led to it. */
export function workId(does: WorkKind, part: string, what: string): string {
  return `${does}.${part === '' ? what.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-') : part}`.slice(0, 120)
}

/** What a diagnosis asks for: the work that the knowledge gives its cause, on the part that was named, or the only one there is. */
export function workOfDiagnosis(
  drive: CheckedDrive,
  { causes }: Pick<Knowledge, 'causes'>,
  { cause: id, causeName, actions, prove, answers }: Diagnosis,
): readonly JobWork[] {
  const mends = causes.find((cause) => cause.id === id)?.mends
  const all = wearParts(drive)
  const words = answers.map((answer) => answer.words)
  return (mends ?? [{ does: 'check' as const, on: 'line' as const }]).map(({ does, on }): JobWork => {
    const part = on === 'line' ? undefined : partNamed(drive, all, on, words)
    const what = part?.name ?? (mends === undefined ? causeName : UNNAMED[on])
    return {
      id: workId(does, part?.id ?? '', what),
      does,
      part: part?.id ?? '',
      what,
      because: causeName,
      lines: actions.slice(0, 8),
      prove,
      from: 'diagnosis',
    }
  })
}

/** The part of a kind that some words name, by itself or by its shaft; else the only one of its kind. */
function partNamed(
  { shafts }: CheckedDrive,
  all: readonly WearPart[],
  kind: Mended,
  words: readonly string[],
): WearPart | undefined {
  const ofKind = all.filter((part) => part.kind === kind)
  const named = ofKind.filter(({ name, shaft }) => {
    const names = [name, shafts.find(({ id }) => id === shaft)?.name ?? name]
    return words.some((each) => names.some((one) => each.endsWith(`: ${one}`)))
  })
  if (named.length > 0) return named.length === 1 ? named[0] : undefined
  return ofKind.length === 1 ? ofKind[0] : undefined
}

/** The conditions in which a diagnosis says that it is heard. */
export function conditionsOf({ tests }: Pick<Knowledge, 'tests'>, { answers }: Pick<Diagnosis, 'answers'>) {
  return answers.flatMap(({ test: id, outcome }): readonly Condition[] => {
    const condition = tests.find((test) => test.id === id)?.condition
    return condition === undefined || outcome !== 'yes' ? [] : [condition]
  })
}

/** What was seen that is mended rather than replaced. */
const MENDED_BY: readonly { readonly check: string; readonly state: string; readonly does: WorkKind }[] = [
  { check: 'grooves', state: 'dirty', does: 'clean' },
  { check: 'bracket', state: 'loose', does: 'tighten' },
]

/** What an inspection asks for: what it said to replace, and what it saw that is cleaned or tightened. */
export function workOfInspection(checks: readonly InspectionCheck[]): readonly JobWork[] {
  const work = checks.flatMap(({ part, partName, check, state, verdict, reason }): readonly JobWork[] => {
    const mended = MENDED_BY.find((each) => each.check === check && each.state === state)
    const does = mended?.does ?? (verdict === 'act' ? 'replace' : null)
    if (does === null) return []
    const id = workId(does, part, partName)
    return [{ id, does, part, what: partName, because: reason, lines: [], prove: '', from: 'inspection' }]
  })
  // One part is replaced once, for all its reasons.
  return [...new Set(work.map(({ id }) => id))].flatMap((id) => {
    const same = work.filter((each) => each.id === id)
    const [first] = same
    const because = same.map((each) => each.because).join(' ')
    return first === undefined ? [] : [{ ...first, because: because.slice(0, 500) }]
  })
}

/** The belt of the drive that a part is; null for any other. */
export function beltOfPart(part: string): string | null {
  return part.startsWith(BELT) ? part.slice(BELT.length) : null
}

const BELT = 'belt.'

/** Whether a part stands otherwise after it: a bracket that is tightened, anything but a belt that is another. */
export function movesPart({ does, part }: Pick<JobWork, 'does' | 'part'>): boolean {
  return does === 'tighten' || (does === 'replace' && beltOfPart(part) === null)
}

/** What is due on a part, as work of a job. */
export function workOfDue(part: string, name: string, what: 'replace' | 'look', because: string): JobWork {
  const does = what === 'replace' ? 'replace' : 'check'
  return { id: workId(does, part, name), does, part, what: name, because, lines: [], prove: '', from: 'inspection' }
}

/** What is best done with the work that is planned, each with its reason; what is planned already is not proposed. */
export function workThatGoesWith(drive: CheckedDrive, work: readonly JobWork[]): readonly JobWork[] {
  const all = wearParts(drive)
  const replaced = all.filter(({ id }) => work.some((each) => each.does === 'replace' && each.part === id))
  const kinds = (...of: readonly WearPart['kind'][]) => replaced.filter(({ kind }) => of.includes(kind))
  const kept = (kind: WearPart['kind']) => all.filter((part) => part.kind === kind && !replaced.includes(part))
  /** Those of some parts that a belt runs on, or is held by. */
  const under = (parts: readonly WearPart[], { of: beltId }: WearPart) => {
    const belt = drive.belts.find(({ id }) => id === beltId)
    const runsOn = new Set([belt?.adjuster, ...(belt?.route.map(({ pulley }) => pulley) ?? [])])
    return parts.filter(({ of }) => runsOn.has(of))
  }
  const names = (parts: readonly WearPart[]) => parts.map(({ name }) => name).join(', ')
  const propose = (does: WorkKind, part: WearPart, because: string): JobWork => ({
    id: workId(does, part.id, part.name),
    does,
    part: part.id,
    what: part.name,
    because,
    lines: [],
    prove: '',
    from: 'together',
  })
  const proposed = [
    ...kept('belt').flatMap((belt): readonly JobWork[] => {
      const [arms, pulleys] = [under(kinds('tensioner'), belt), under(kinds('pulley'), belt)]
      if (arms.length > 0)
        return [propose('replace', belt, `It ran on ${names(arms)}: it is suspect, however it looks.`)]
      if (pulleys.length === 0) return []
      const because = `It ran on ${names(pulleys)}: look at working side and edges before it goes on again.`
      return [propose('check', belt, because)]
    }),
    ...kept('tensioner')
      .filter((arm) => kinds('belt').some((belt) => under([arm], belt).length > 0))
      .map((arm) =>
        propose(
          'check',
          arm,
          'Turn it through its travel while the belt is off. If it is as old as the belt, replace it.',
        ),
      ),
    ...(work.some(movesPart)
      ? [
          {
            id: workId('align', '', UNNAMED.line),
            does: 'align' as const,
            part: '',
            what: UNNAMED.line,
            because: 'A part is moved: read the line again before the belt runs.',
            lines: [],
            prove: '',
            from: 'together' as const,
          },
        ]
      : []),
  ]
  return proposed.filter(
    ({ id, does, part }) =>
      !work.some((each) => each.id === id || (does === 'check' && each.part === part && part !== '')),
  )
}

/** More that is known of a job with its work. */
interface FoundWith {
  readonly shows?: readonly Condition[]
  /** The number by which a part is ordered. */
  readonly number?: string
}

/** Whether a part was written down by its name, for no work in particular. */
export function isUnlinked({ work, what }: JobFields['parts'][number], name: string): boolean {
  return (work ?? '') === '' && what.toLowerCase() === name.toLowerCase()
}

/** A job with work in it: its parts are wanted, the belts it is done to come off, and new belts go on where one is replaced. */
export function withWork(
  job: JobFields,
  work: readonly JobWork[],
  { shows = [], number = '' }: FoundWith = {},
): JobFields {
  const ids = new Set(work.map(({ id }) => id))
  const belts = new Set(work.flatMap(({ part }) => beltOfPart(part) ?? []))
  const replaced = work.filter(({ does }) => does === 'replace')
  // A part that somebody has written down already is the part for it.
  const linked = job.parts.map((part) => {
    const its = replaced.find(({ what }) => isUnlinked(part, what))
    return its === undefined ? part : { ...part, work: its.id }
  })
  return {
    ...job,
    work: [...job.work.filter(({ id }) => !ids.has(id)), ...work],
    shows: [...new Set([...job.shows, ...shows])],
    without: job.without.filter((id) => !belts.has(id)),
    sameBelts: job.sameBelts && replaced.every(({ part }) => beltOfPart(part) === null),
    parts: [
      ...linked,
      ...replaced
        .filter(({ id }) => !linked.some((part) => part.work === id))
        .map(({ id, what }) => ({
          id: `p-${id}`.slice(0, 60).replaceAll(/[^A-Za-z0-9._-]/g, '-'),
          what: what.slice(0, 120),
          number,
          count: 1,
          place: 'wanted' as const,
          backBy: '',
          work: id,
        })),
    ],
  }
}

/** A job with a finding in it, and the work it asks for; it was a noise that led there, and with nothing else said it is what is complained of. */
export function withDiagnosis(job: JobFields, drive: CheckedDrive, knowledge: Knowledge, found: Diagnosis): JobFields {
  const work = workOfDiagnosis(drive, knowledge, found)
  return {
    ...withWork(job, work, { shows: conditionsOf(knowledge, found) }),
    diagnoses: [...job.diagnoses.filter((other) => other !== found.id), found.id],
    noise: true,
    complaint: job.complaint === '' ? found.causeName : job.complaint,
  }
}

/** A job without a piece of work, and without the part that was only wanted for it. */
export function withoutWork(job: JobFields, id: string): JobFields {
  return {
    ...job,
    work: job.work.filter((each) => each.id !== id),
    parts: job.parts.filter((part) => part.work !== id || part.place !== 'wanted'),
    ticks: job.ticks.filter(({ step }) => step !== workStep(id) && step !== proofStep(id)),
  }
}

/** A job without a finding, and without the work that it alone led to. */
export function withoutDiagnosis(job: JobFields, { id, causeName }: Pick<Diagnosis, 'id' | 'causeName'>): JobFields {
  const its = job.work.filter(({ from, because }) => from === 'diagnosis' && because === causeName)
  const without = { ...job, diagnoses: job.diagnoses.filter((other) => other !== id) }
  return its.reduce((so, work) => withoutWork(so, work.id), without)
}

/** The step at which a piece of work is done, where it has one of its own. */
export const workStep = (id: string) => `work.${id}`
/** The step at which it is proved. */
export const proofStep = (id: string) => `prove.work.${id}`
