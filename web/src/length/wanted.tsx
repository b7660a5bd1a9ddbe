import { type BringHome, type LengthAnswer, targetOf } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench } from '../bench/bench-context.ts'
import styles from './length.module.css'
import { PanelSection } from '../ui/panel.tsx'
import { useBeltName } from '../ui/use-belt-name.ts'

const RESTS_ON = {
  marks: 'Puts the arm between its first and nominal marks.',
  nominal: 'Puts the adjuster at a quarter of its travel (nominal).',
  fixed: 'Fixed centres: the path length, less the stretch that tensions it (nominal).',
} as const

/** What the reach of the adjuster rests on where the drive itself is not measured. */
const WITHOUT_GEOMETRY = {
  geometry: null,
  fixed: null,
  readings: 'The drive is not measured: the adjuster’s range comes from readings at two positions.',
  nominal:
    'The drive is not measured: the adjuster’s range is taken as 3 % of the length (nominal). A second reading at its tight end would settle it.',
} as const

const UNHUNG =
  'This belt’s adjuster is not on the drawing. Its range is taken as 3 % of the length (nominal). Add it in Measure, Adjusters.'

/** Why there is no length to want. */
const NO_LENGTH = {
  unrouted:
    'Not known yet. Route the belt in the Route step, or lay a string or strap along its route and add the reading.',
  unmeasured: 'Not known yet. Measure the drive, or lay a string or strap along the belt’s route and add the reading.',
  overlap: 'Not known: no belt can run round the pulleys in these positions.',
} as const

/** The large answer: which length a new belt should have, and how sure that is. */
export function Wanted({
  belt,
  answer,
  home,
}: {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly home: BringHome | null
}) {
  const { store } = useBench()
  const lengths = useLengths()
  const nameOf = useBeltName()
  const target = targetOf(answer)
  const { id, count = 1 } = belt.belt
  if (target === null || answer.wanted === null) {
    return (
      <PanelSection title="Belt needed">
        <p>{NO_LENGTH[belt.path.ok ? 'overlap' : belt.path.why]}</p>
      </PanelSection>
    )
  }
  const [first] = home?.belts ?? []
  const without = answer.unhung && belt.path.ok ? UNHUNG : answer.curve === null ? null : WITHOUT_GEOMETRY[answer.curve]
  return (
    <PanelSection title="Belt needed">
      <div className={styles['answer']}>
        <button
          type="button"
          className={styles['large']}
          title="Show the working (W)"
          onClick={() => store.getState().showWorking({ of: 'wanted', belt: id })}
        >
          <span className="figures">{lengths.whole(target)}</span> {lengths.unit}
        </button>
        <p>
          <span className="figures">{lengths.other(target)}</span>
          <span className="soft" title="One standard deviation: two times in three, the true value is within it.">
            ± {lengths.text(answer.wanted.sigma)}
          </span>
          {first !== undefined && (
            <strong>
              ask for <span className="figures">{nameOf(belt.belt, first.length)}</span>
            </strong>
          )}
        </p>
      </div>
      <p className="soft">{RESTS_ON[answer.restsOn]}</p>
      {without !== null && <p className="soft">{without}</p>}
      {count > 1 && (
        <p>{count} belts side by side: buy them as one matched set. Never run a new belt beside an old one.</p>
      )}
    </PanelSection>
  )
}
