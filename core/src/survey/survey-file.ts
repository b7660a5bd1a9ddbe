import type { InferType } from 'yup'
import { problemsOf } from '../schema/problems.ts'
import type { DocumentProblem } from '../drive/document-problem.ts'
import { choice, list, position, quantity, record, text } from '../schema/schema-kit.ts'
import { DISTANCE_KINDS } from '../drive/survey.ts'

const name = (description: string) => text(description, 60).required('must not be empty')

/** What `emery survey` reads: docs/reference/command-line.md. */
export const surveyFileSchema = record({
  pulleys: list(
    record({
      id: name('The name of the pulley.'),
      diameter: quantity('mm', 'Across the rim; null if not known.', { min: 1, max: 2000 }).nullable(),
      x: position('Where it stands, if that is known.').optional(),
      y: position('Where it stands, if that is known.').optional(),
    }),
    'Pulleys; the first comes to the origin unless places are given.',
    { min: 1, max: 60 },
  ),
  distances: list(
    record({
      from: name('One pulley.'),
      to: name('The other.'),
      kind: choice(DISTANCE_KINDS, 'What the tape was laid between.'),
      value: quantity('mm', 'The distance.', { min: 0, max: 5000 }),
      sigma: quantity('mm', 'Its standard deviation.', { min: 0.01, max: 100 }).optional(),
    }),
    'Distances between pulleys.',
    { max: 240 },
  ),
})

export type SurveyFile = InferType<typeof surveyFileSchema>

/** Checks the value of a survey file: its shape, ids given once, distances between pulleys that there are. */
export function checkSurveyFile(
  value: unknown,
):
  | { readonly ok: true; readonly survey: SurveyFile }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] } {
  const shape = problemsOf(surveyFileSchema, value)
  if (shape.length > 0) return { ok: false, problems: shape }
  const survey = value as SurveyFile
  const ids = survey.pulleys.map(({ id }) => id)
  const problems = [
    ...survey.pulleys.flatMap(({ id, x, y }, i) => [
      ...(ids.indexOf(id) === i ? [] : [{ path: `$.pulleys[${i}].id`, message: `repeats "${id}"` }]),
      ...((x === undefined) === (y === undefined)
        ? []
        : [{ path: `$.pulleys[${i}]`, message: 'must have both x and y, or neither' }]),
    ]),
    ...survey.distances.flatMap(({ from, to }, i) => [
      ...(['from', 'to'] as const).flatMap((end) => {
        const id = end === 'from' ? from : to
        return ids.includes(id)
          ? []
          : [{ path: `$.distances[${i}].${end}`, message: `names "${id}", but there is no such pulley` }]
      }),
      ...(from === to ? [{ path: `$.distances[${i}].to`, message: 'is the pulley it starts from' }] : []),
    ]),
  ]
  return problems.length > 0 ? { ok: false, problems } : { ok: true, survey }
}
