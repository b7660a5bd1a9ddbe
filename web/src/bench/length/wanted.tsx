import { beltLabel, type BringHome, type LengthAnswer, type SettledBelt, targetOf } from '@emery/core'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import styles from '../steps/panel.module.css'

const RESTS_ON = {
  marks: 'Puts the arm between its first and nominal marks.',
  nominal: 'Leaves the adjuster a quarter taken up (nominal).',
  fixed: 'Fixed centres: the path’s own length, less the strain that makes it tight (nominal).',
} as const

/** What the reach of the adjuster rests on where the drive itself is not measured. */
const WITHOUT_GEOMETRY = {
  geometry: null,
  fixed: null,
  readings: 'The drive is not measured: the adjuster’s reach comes from readings at two of its places.',
  nominal:
    'The drive is not measured: the adjuster is taken to take up 3 % of the length (nominal). A second reading with it taken up tells.',
} as const

const UNHUNG =
  'What takes this belt up is not hung on the drawing: it is taken to stand as with a new belt, with a reach of 3 % of the length (nominal). Hang it in Measure, Adjusters.'

/** Why there is no length to want. */
const NO_LENGTH = {
  unrouted:
    'Not known yet. Thread the belt in the Route step, or lay a string or strap along its way and add the reading.',
  unmeasured: 'Not known yet. Measure the drive, or lay a string or strap along the belt’s way and add the reading.',
  overlap: 'Not known: no belt can run round the pulleys as they stand.',
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
  const target = targetOf(answer)
  const { id, section, ribs, count = 1 } = belt.belt
  if (target === null || answer.wanted === null) {
    return (
      <section className={styles['section']} aria-label="Belt wanted">
        <h2 className="heading">Belt wanted</h2>
        <p>{NO_LENGTH[belt.path.ok ? 'overlap' : belt.path.why]}</p>
      </section>
    )
  }
  const [first] = home?.belts ?? []
  const without = answer.unhung && belt.path.ok ? UNHUNG : answer.curve === null ? null : WITHOUT_GEOMETRY[answer.curve]
  return (
    <section className={styles['section']} aria-label="Belt wanted">
      <h2 className="heading">Belt wanted</h2>
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
          <span className={styles['soft']} title="One standard deviation: two times in three the truth lies within it.">
            ± {lengths.text(answer.wanted.sigma)}
          </span>
          {first !== undefined && (
            <strong>
              ask for <span className="figures">{beltLabel(section, ribs, first.length)}</span>
            </strong>
          )}
        </p>
      </div>
      <p className={styles['soft']}>{RESTS_ON[answer.restsOn]}</p>
      {without !== null && <p className={styles['soft']}>{without}</p>}
      {count > 1 && <p>{count} belts side by side: buy them as one matched set, never new beside old.</p>}
    </section>
  )
}
