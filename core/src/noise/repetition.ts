/** Which part a noise keeps time with: docs/mechanics/noise.md. */
import type { SettledDrive } from '../path/settle.ts'
import { shaftSpeeds, speedOfBelt } from '../speeds/shaft-speeds.ts'
import type { Answer } from './diagnose.ts'
import { KEEPS_TIME } from './nominal.ts'

/** Something that comes back while the engine runs. */
export interface Recurring {
  readonly of: 'belt' | 'crank' | 'part'
  /** Id of the belt or shaft. */
  readonly id: string
  readonly what: string
  /** Times it comes back a pass or a turn. */
  readonly times: 1 | 2
  /** Times a second. */
  readonly expected: number
}

export interface RepetitionMatch extends Recurring {
  /** Share by which the repetition lies above what was expected. */
  readonly error: number
}

const S_PER_MIN = 60
const MM_PER_M = 1000

/** What comes back, once and twice: every belt’s passing `v/L_c` and every shaft’s turn `n/60`, at an engine speed in rpm. */
export function recurring(settled: SettledDrive, rpm: number): readonly Recurring[] {
  const speeds = shaftSpeeds(settled)
  const belts = settled.belts.flatMap((belt): readonly Omit<Recurring, 'times'>[] => {
    const speed = speedOfBelt(belt, speeds, rpm)
    return speed === null || !belt.path.ok
      ? []
      : [
          {
            of: 'belt',
            id: belt.belt.id,
            what: belt.belt.name,
            expected: (speed * MM_PER_M) / belt.path.length,
          },
        ]
  })
  const shafts = settled.drive.shafts.flatMap((shaft): readonly Omit<Recurring, 'times'>[] => {
    const ratio = speeds.reached.get(shaft.id)?.ratio
    return ratio == null
      ? []
      : [
          {
            of: shaft.kind === 'crank' ? 'crank' : 'part',
            id: shaft.id,
            what: shaft.name,
            expected: (ratio * rpm) / S_PER_MIN,
          },
        ]
  })
  return [...belts, ...shafts].flatMap((each) =>
    ([1, 2] as const).map((times) => ({ ...each, times, expected: times * each.expected })),
  )
}

/** What keeps time with a repetition, the nearest first; none where nothing does within 3 %. */
export function repetitionMatches(settled: SettledDrive, rpm: number, repetition: number): readonly RepetitionMatch[] {
  return recurring(settled, rpm)
    .map((each) => ({ ...each, error: repetition / each.expected - 1 }))
    .filter(({ error }) => Math.abs(error) <= KEEPS_TIME)
    .toSorted((a, b) => Math.abs(a.error) - Math.abs(b.error))
}

/** What a recording says to the question of what the noise repeats with; undefined where it repeats with nothing that is known. */
export function repetitionAnswer(
  repetition: number | null,
  matches: readonly RepetitionMatch[],
  rpm: number,
): Answer | undefined {
  if (repetition === null) return { test: 'repeats', outcome: 'none', detail: 'steady, does not repeat' }
  const [nearest] = matches
  if (nearest === undefined) return undefined
  const twice = nearest.times === 2 ? 'twice ' : ''
  return {
    test: 'repeats',
    outcome: nearest.of,
    detail: `${repetition.toFixed(2)} times a second at ${Math.round(rpm)} rpm, ${twice}with ${nearest.what} (${nearest.expected.toFixed(2)})`,
  }
}
