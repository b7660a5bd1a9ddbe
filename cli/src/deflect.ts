import { checkedSpans, checkSpan, spanReadingsRefusal, type NamedSpan, type SpanChecked } from '@emery/core/tension'
import { argumentsOf, printJson, USAGE, UsageError, type Command } from './command.ts'
import { namedBelt, numberOption, readDrive, settledBelt } from './drive-argument.ts'

const HELP = `emery deflect FILE --belt ID --span FROM,TO
              [--tension T] [--force F] [--deflection Q] [--frequency HZ]
              [--ei EI] [--text]

A span between two pulleys, checked by hand: given two of tension (N), force at
its middle (N) and deflection there (mm), or tension or frequency alone, prints
the rest. Static, for one belt of a matched set. --ei is what resists bending,
N·m² of the whole belt (nominal when left out, good to a factor of two; 0 for a
bare string). "low" and "high" bound each number that is computed: ends that
turn freely and clamped ones, the whole belt stretching and this span alone.
FILE may be - for standard input. --text prints a line instead of JSON.`

/** Far above anything a hand or a drive can do. */
const MOST = { min: -1e9, max: 1e9 }

export const deflect: Command = {
  summary: 'tension of a span from a press or a pluck, and back',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('deflect', args, {
      belt: { type: 'string' },
      span: { type: 'string' },
      tension: { type: 'string' },
      force: { type: 'string' },
      deflection: { type: 'string' },
      frequency: { type: 'string' },
      ei: { type: 'string' },
      text: { type: 'boolean' },
    })
    const drive = readDrive(file, terminal)
    if (drive === null) return USAGE
    const named = namedSpan(checkedSpans(settledBelt(drive, namedBelt('deflect', drive, values.belt))), values.span)
    const bending = numberOption('ei', values.ei, { min: 0, max: 10 }, undefined)
    const span = bending === undefined ? named : { ...named, bending, bendingKnown: true }
    const readings = {
      tension: numberOption('tension', values.tension, MOST, undefined),
      force: numberOption('force', values.force, MOST, undefined),
      deflection: numberOption('deflection', values.deflection, MOST, undefined),
      frequency: numberOption('frequency', values.frequency, MOST, undefined),
    }
    const refusal = spanReadingsRefusal(span, readings)
    if (refusal !== undefined) throw new UsageError(refusal)
    const { from, to } = span
    const checked = checkSpan(span, readings)
    if (values.text === true) terminal.out(`${asLine(span, checked)}\n`)
    else printJson(terminal, { span: { from, to, length: span.length }, ...checked })
    return 0
  },
}

function namedSpan(spans: readonly NamedSpan[], given: string | undefined): NamedSpan {
  const names = spans.map(({ from, to }) => `${from},${to}`)
  if (given === undefined) throw new UsageError('deflect needs --span FROM,TO.')
  const span = spans.find(({ from, to }) => given === `${from},${to}` || given === `${to},${from}`)
  if (span === undefined)
    throw new UsageError(`--span ${given}: this belt has no such span; it has ${names.join(' ') || 'none yet'}.`)
  return span
}

function asLine({ from, to, length }: NamedSpan, { tension, force, deflection, frequency }: SpanChecked): string {
  const press =
    force === null ? '' : `, ${force.toFixed(1)} N should should press it in by ${(deflection ?? 0).toFixed(1)} mm`
  return `${from} to ${to}, ${length.toFixed(1)} mm: ${tension.toFixed(0)} N${press}, rings at ${frequency.toFixed(1)} Hz`
}
