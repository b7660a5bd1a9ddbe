import type { Belt } from '../drive/belt.ts'
import type { LengthAnswer, LengthSource } from '../length/length-answer.ts'
import { lengthReadingName } from '../length/source-names.ts'
import { lengthText } from '../units/format-length.ts'
import type { Working, WorkingLine, WorkingPart } from './working.ts'

/**
 * How the length wanted comes out of several ways of knowing it: each with its chain and its spread, weighted by inverse
 * variance. Undefined where only the drive's geometry says anything, whose own working tells more.
 */
export function wantedWorking({ name, id }: Belt, { sources, wanted }: LengthAnswer): Working | undefined {
  const counted = sources.filter(({ not, length }) => not === null && length !== null)
  if (wanted === null || counted.every(({ reading }) => reading === null)) return undefined
  const bounded = sources.some(({ not }) => not === 'bound only')
  const lines = counted.flatMap((source, i): WorkingLine[] => [
    {
      symbol: `L${i + 1}`,
      what: nameOf(source),
      from: chainOf(source),
      value: { is: 'length', mm: source.length ?? 0 },
    },
    { symbol: `σ${i + 1}`, what: 'its standard deviation', from: [], value: { is: 'length', mm: source.sigma ?? 0 } },
  ])
  return {
    title: `Length needed for ${name === '' ? id : name}`,
    formula: `L = Σ (Lᵢ / σᵢ²) / Σ (1 / σᵢ²)${bounded ? ', limited by belts that would not go on or stayed slack' : ''}`,
    lines: [
      ...lines,
      {
        symbol: 'σ',
        what: 'standard deviation of the answer',
        from: ['1 / √Σ (1 / σᵢ²)'],
        value: { is: 'length', mm: wanted.sigma },
      },
    ],
    result: { symbol: 'L', what: 'length a new belt should have', from: [], value: { is: 'length', mm: wanted.mean } },
  }
}

function nameOf({ reading }: LengthSource): string {
  return reading === null ? 'combined result' : lengthReadingName(reading, (mm) => lengthText(mm, { style: 'mm' }))
}

/** What was read, corrected, and carried to where a new belt should stand. */
function chainOf({ read, correction, travel }: LengthSource): readonly WorkingPart[] {
  if (read === null) return []
  const step = (mm: number): readonly WorkingPart[] => (mm === 0 ? [] : [mm < 0 ? ' − ' : ' + ', { mm: Math.abs(mm) }])
  return [{ mm: read }, ...step(correction), ...step(travel)]
}
