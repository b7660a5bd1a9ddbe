import type { Belt } from '../drive/belt.ts'
import type { Effect } from '../length/effects.ts'
import type { LengthAnswer } from '../length/length-answer.ts'
import { lengthReadingName } from '../length/source-names.ts'
import { isBlunder, type LengthSource } from '../length/sources.ts'
import { lengthText } from '../units/format-length.ts'
import type { Working, WorkingLine, WorkingPart } from './working.ts'

/**
 * How the length wanted comes out of several ways of knowing it: what each says alone, how sure that is, what it did to the answer, and how
 * likely it is a mistake. Undefined where only the drive's geometry says anything, whose own working tells more.
 */
export function wantedWorking(
  { name, id }: Belt,
  { sources, wanted }: LengthAnswer,
  effects: ReadonlyMap<string, Effect>,
): Working | undefined {
  const counted = sources.filter(({ not, length }) => not === null && length !== null)
  if (wanted === null || counted.every(({ reading }) => reading === null)) return undefined
  const lines = counted.flatMap((source, i): WorkingLine[] => {
    const moved = effects.get(source.id)?.moved ?? null
    return [
      {
        symbol: `L${i + 1}`,
        what: `${nameOf(source)}${BOUND[source.bound ?? 'none']}`,
        from: chainOf(source),
        value: { is: 'length', mm: source.length ?? 0 },
      },
      {
        symbol: `σ${i + 1}`,
        what: 'how sure that is: two times in three within this',
        from: [],
        value: { is: 'length', mm: source.sigma ?? 0 },
      },
      ...(moved === null
        ? []
        : [
            {
              symbol: `Δ${i + 1}`,
              what: `how far it moved the answer${isBlunder(source) ? '; it is more likely a mistake, so it hardly counts' : ''}`,
              from: [],
              value: { is: 'length' as const, mm: moved },
            },
          ]),
    ]
  })
  return {
    title: `Length needed for ${name === '' ? id : name}`,
    formula: 'L = the lengths that all readings allow, each weighed by how well they agree',
    lines: [
      ...lines,
      {
        symbol: 'L₅',
        what: 'one time in twenty it is shorter than this',
        from: ['each reading may be a mistake, 5 times in 100'],
        value: { is: 'length', mm: wanted.low },
      },
      {
        symbol: 'L₉₅',
        what: 'one time in twenty it is longer than this',
        from: [],
        value: { is: 'length', mm: wanted.high },
      },
    ],
    result: {
      symbol: 'L',
      what: 'length a new belt should have',
      from: [],
      value: { is: 'length', mm: wanted.median },
    },
  }
}

const BOUND = {
  none: '',
  longer: ': the belt is longer than this',
  shorter: ': the belt is shorter than this',
  about: ': the belt is somewhere about this',
} as const

function nameOf({ reading }: LengthSource): string {
  return reading === null ? 'geometry' : lengthReadingName(reading, (mm) => lengthText(mm, { style: 'mm' }))
}

/** What was read, corrected, and carried to where a new belt should stand. */
function chainOf({ read, correction, travel }: LengthSource): readonly WorkingPart[] {
  if (read === null) return []
  const step = (mm: number): readonly WorkingPart[] => (mm === 0 ? [] : [mm < 0 ? ' − ' : ' + ', { mm: Math.abs(mm) }])
  return [{ mm: read }, ...step(correction), ...step(travel)]
}
