import { problemLine } from '@emery/core/drive'
import { checkSurveyFile, surveyPlaces, type SurveyResult } from '@emery/core/survey'
import { millimetres } from '@emery/core/units'
import { argumentsOf, parsedJson, printJson, readFile, USAGE, type Command } from './command.ts'
import { table } from './table.ts'

const HELP = `emery survey FILE [--text]

Places of pulleys from distances between them, by least squares.
FILE, or - for standard input, holds
  { "pulleys": [{ "id", "diameter", "x"?, "y"? }],
    "distances": [{ "from", "to", "kind": "centre" | "outside" | "gap", "value", "sigma"? }] }
The first pulley comes to the origin unless places are given, the second
straight above it, and the first three that do not lie in line run
counter-clockwise. A reading the others contradict is an outlier and left out.
--text prints tables instead of JSON. Lengths in mm.`

export const survey: Command = {
  summary: 'places of pulleys from distances between them',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('survey', args, { text: { type: 'boolean' } })
    const read = checkSurveyFile(parsedJson(readFile(file, terminal), file))
    if (!read.ok) {
      read.problems.forEach((problem) => terminal.err(problemLine(problem)))
      return USAGE
    }
    const { pulleys, distances } = read.survey
    const result = surveyPlaces({
      // A key that was left out is not the same as one that is undefined.
      pulleys: pulleys.map(({ id, diameter, x, y }) => ({
        id,
        diameter,
        ...(x === undefined || y === undefined ? {} : { x, y }),
      })),
      distances: distances.map(({ sigma, ...reading }) => ({ ...reading, ...(sigma === undefined ? {} : { sigma }) })),
    })
    if (values.text === true) terminal.out(asTables(result))
    else
      printJson(terminal, { pulleys: result.pulleys, residuals: result.residuals, undetermined: result.undetermined })
    return 0
  },
}

function asTables({ pulleys, residuals, undetermined }: SurveyResult): string {
  return [
    table(
      ['pulley', 'x', 'y', 'sigma'],
      pulleys.map(({ id, x, y, sigma }) => [id, millimetres(x), millimetres(y), millimetres(sigma)]),
    ),
    '',
    table(
      ['from', 'to', 'residual', ''],
      residuals.map(({ from, to, residual, outlier }) => [
        from,
        to,
        residual === null ? '–' : millimetres(residual),
        outlier ? 'outlier' : '',
      ]),
    ),
    ...(undetermined.length === 0 ? [] : ['', `not determined: ${undetermined.join(', ')}`]),
    '',
  ].join('\n')
}
