import { ribsOf } from '../sections/families.ts'
import { kindOf, movedShaft, resizedPulley } from '../adjusters/kinds.ts'
import type { DocumentProblem } from './document-problem.ts'
import type { DriveDocument } from './drive.ts'

/** What in a well-formed document does not hold together: names used twice, references to nothing, one crank only. */
export function referenceProblems(drive: DriveDocument): DocumentProblem[] {
  return [
    ...repeatedIds(drive),
    ...crankProblems(drive),
    ...pulleyProblems(drive),
    ...adjusterProblems(drive),
    ...beltProblems(drive),
    ...halfPlaces(drive),
    ...readingProblems(drive),
    ...lengthProblems(drive),
    ...tensionProblems(drive),
    ...alignmentProblems(drive),
    ...surveyProblems(drive),
    ...photoProblems(drive),
    ...assumedProblems(drive),
  ]
}

function halfPlaces(drive: DriveDocument): DocumentProblem[] {
  return drive.shafts.flatMap(({ x, y }, i) =>
    (x === null) === (y === null)
      ? []
      : [
          {
            path: `$.shafts[${i}].${x === null ? 'x' : 'y'}`,
            message: 'must not be null alone: a place is known or it is not',
          },
        ],
  )
}

/** Keys that are said to be assumed, of records that do not have them. */
function assumedProblems(drive: DriveDocument): DocumentProblem[] {
  const of = (record: { readonly assumed?: readonly string[] | undefined }, path: string) =>
    (record.assumed ?? []).flatMap((key, i) =>
      key !== 'assumed' && Object.hasOwn(record, key)
        ? []
        : [{ path: `${path}.assumed[${i}]`, message: `names "${key}", which this record does not have` }],
    )
  return [
    ...of(drive.engine, '$.engine'),
    ...(['shafts', 'pulleys', 'belts', 'adjusters'] as const).flatMap((list) =>
      drive[list].flatMap((record, i) => of(record, `$.${list}[${i}]`)),
    ),
  ]
}

function readingProblems(drive: DriveDocument): DocumentProblem[] {
  const pulleys = ids(drive.pulleys)
  return (drive.readings ?? []).flatMap((reading, i) => {
    const path = `$.readings[${i}]`
    return [
      ...unknown(pulleys, reading.pulley, `${path}.pulley`),
      ...(reading.how === 'step' ? unknown(pulleys, reading.outer, `${path}.outer`) : []),
    ]
  })
}

function lengthProblems(drive: DriveDocument): DocumentProblem[] {
  const belts = ids(drive.belts)
  return (drive.lengths ?? []).flatMap(({ belt, ...reading }, i) => {
    const path = `$.lengths[${i}]`
    if (!belts.has(belt)) return [{ path: `${path}.belt`, message: `names "${belt}", but there is no such belt` }]
    if (reading.how === 'oldBelt' && reading.line === 'pins' && reading.pin === undefined)
      return [{ path: `${path}.pin`, message: 'is missing: what was read between two pins needs their diameter' }]
    return []
  })
}

function tensionProblems(drive: DriveDocument): DocumentProblem[] {
  const [belts, adjusters, pulleys] = [ids(drive.belts), ids(drive.adjusters), ids(drive.pulleys)]
  return (drive.tensions ?? []).flatMap((reading, i): DocumentProblem[] => {
    const path = `$.tensions[${i}]`
    if ('adjuster' in reading)
      return adjusters.has(reading.adjuster)
        ? []
        : [{ path: `${path}.adjuster`, message: `names "${reading.adjuster}", but there is no such adjuster` }]
    if (!belts.has(reading.belt))
      return [{ path: `${path}.belt`, message: `names "${reading.belt}", but there is no such belt` }]
    if (!('from' in reading)) return []
    return [...unknown(pulleys, reading.from, `${path}.from`), ...unknown(pulleys, reading.to, `${path}.to`)]
  })
}

function alignmentProblems(drive: DriveDocument): DocumentProblem[] {
  const pulleys = ids(drive.pulleys)
  return [
    ...(drive.alignment ?? []).flatMap(({ pulley }, i) => unknown(pulleys, pulley, `$.alignment[${i}].pulley`)),
    ...(drive.alignmentWork ?? []).flatMap(({ was }, i) =>
      was.flatMap(({ pulley }, k) => unknown(pulleys, pulley, `$.alignmentWork[${i}].was[${k}].pulley`)),
    ),
  ]
}

function surveyProblems(drive: DriveDocument): DocumentProblem[] {
  if (drive.survey === undefined) return []
  const { distances, upright, sides } = drive.survey
  const pulleys = ids(drive.pulleys)
  const shaftOf = new Map(drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  return [
    ...distances.flatMap(({ from, to }, i) => {
      const path = `$.survey.distances[${i}]`
      const dangling = [...unknown(pulleys, from, `${path}.from`), ...unknown(pulleys, to, `${path}.to`)]
      if (dangling.length > 0 || shaftOf.get(from) !== shaftOf.get(to)) return dangling
      return [
        { path: `${path}.to`, message: `is on the same shaft as "${from}", so there is no distance between them` },
      ]
    }),
    ...(upright === undefined
      ? []
      : [
          ...unknown(pulleys, upright.from, '$.survey.upright.from'),
          ...unknown(pulleys, upright.to, '$.survey.upright.to'),
        ]),
    ...sides.flatMap(({ from, to, of }, i) =>
      Object.entries({ from, to, of }).flatMap(([key, id]) => unknown(pulleys, id, `$.survey.sides[${i}].${key}`)),
    ),
  ]
}

function photoProblems(drive: DriveDocument): DocumentProblem[] {
  const pulleys = ids(drive.pulleys)
  return (drive.photo?.rims ?? []).flatMap(({ pulley }, i) => unknown(pulleys, pulley, `$.photo.rims[${i}].pulley`))
}

function unknown(pulleys: ReadonlySet<string>, id: string, path: string): DocumentProblem[] {
  return pulleys.has(id) ? [] : [{ path, message: `names "${id}", but there is no such pulley` }]
}

function repeatedIds(drive: DriveDocument): DocumentProblem[] {
  return (['shafts', 'pulleys', 'belts', 'adjusters'] as const).flatMap((kind) => {
    const seen = new Map<string, number>()
    return drive[kind].flatMap(({ id }, i) => {
      const first = seen.get(id)
      seen.set(id, first ?? i)
      return first === undefined
        ? []
        : [{ path: `$.${kind}[${i}].id`, message: `repeats "${id}", the id of ${kind}[${first}]` }]
    })
  })
}

function crankProblems(drive: DriveDocument): DocumentProblem[] {
  const cranks = drive.shafts.flatMap((shaft, i) => (shaft.kind === 'crank' ? [i] : []))
  if (cranks.length === 1) return []
  if (cranks.length === 0)
    return [{ path: '$.shafts', message: 'has no crank; exactly one shaft must be of kind crank' }]
  return cranks.slice(1).map((i) => ({
    path: `$.shafts[${i}].kind`,
    message: `makes a second crank beside shafts[${cranks[0]}]; exactly one shaft must be of kind crank`,
  }))
}

function pulleyProblems(drive: DriveDocument): DocumentProblem[] {
  const shafts = ids(drive.shafts)
  return drive.pulleys.flatMap((pulley, i) =>
    shafts.has(pulley.shaft)
      ? []
      : [{ path: `$.pulleys[${i}].shaft`, message: `names "${pulley.shaft}", but there is no such shaft` }],
  )
}

function adjusterProblems(drive: DriveDocument): DocumentProblem[] {
  const shafts = ids(drive.shafts)
  const pulleys = ids(drive.pulleys)
  const crank = drive.shafts.find((shaft) => shaft.kind === 'crank')?.id
  const moved = new Map<string, number>()
  return drive.adjusters.flatMap((adjuster, i): DocumentProblem[] => {
    const path = `$.adjusters[${i}]`
    const pulley = resizedPulley(adjuster)
    if (pulley !== null && !pulleys.has(pulley))
      return [{ path: `${path}.pulley`, message: `names "${pulley}", but there is no such pulley` }]
    const shaft = movedShaft(adjuster)
    if (shaft !== null) {
      if (!shafts.has(shaft))
        return [{ path: `${path}.shaft`, message: `names "${shaft}", but there is no such shaft` }]
      if (shaft === crank) return [{ path: `${path}.shaft`, message: 'moves the crank, which cannot move' }]
      const first = moved.get(shaft)
      if (first !== undefined)
        return [{ path: `${path}.shaft`, message: `moves "${shaft}", which adjusters[${first}] moves already` }]
      moved.set(shaft, i)
    }
    return kindOf(adjuster)
      .problems(adjuster)
      .map(({ key, message }) => ({ path: `${path}.${key}`, message }))
  })
}

function beltProblems(drive: DriveDocument): DocumentProblem[] {
  const pulleys = ids(drive.pulleys)
  const adjusters = ids(drive.adjusters)
  return drive.belts.flatMap((belt, i) => {
    const path = `$.belts[${i}]`
    const problems: DocumentProblem[] = []
    if (belt.adjuster !== null && !adjusters.has(belt.adjuster)) {
      problems.push({ path: `${path}.adjuster`, message: `names "${belt.adjuster}", but there is no such adjuster` })
    }
    if (belt.ribs !== ribsOf(belt.section, belt.ribs))
      problems.push({ path: `${path}.ribs`, message: `must be 1 for a ${belt.section} belt` })
    const visited = new Set<string>()
    belt.route.forEach(({ pulley }, k) => {
      const here = `${path}.route[${k}].pulley`
      if (!pulleys.has(pulley)) problems.push({ path: here, message: `names "${pulley}", but there is no such pulley` })
      else if (visited.has(pulley)) problems.push({ path: here, message: `comes to "${pulley}" a second time` })
      visited.add(pulley)
    })
    return problems
  })
}

function ids(records: readonly { readonly id: string }[]): ReadonlySet<string> {
  return new Set(records.map(({ id }) => id))
}
