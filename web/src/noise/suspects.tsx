import type { Suspect } from '@emery/core/noise'
import styles from './noise.module.css'

/** Causes shown one by one; the others share a line. */
const SHOWN = 5
/** Evidence of each that is shown. */
const WORDS = 3

interface SuspectsProps {
  readonly suspects: readonly Suspect[]
  /** Whether anything was said yet. */
  readonly heard: boolean
}

/** What it may be, most probable first, with what speaks for and against. */
export function Suspects({ suspects, heard }: SuspectsProps) {
  if (!heard)
    return (
      <>
        <h2 className="heading">Possible causes</h2>
        <p className="soft">
          Choose what you hear, or other symptoms. Each answer updates the causes here. The next test is the one that
          separates them best.
        </p>
      </>
    )
  const rest = suspects.slice(SHOWN).reduce((sum, { probability }) => sum + probability, 0)
  return (
    <>
      <h2 className="heading">Possible causes</h2>
      <ol className={styles['suspects']}>
        {suspects.slice(0, SHOWN).map(({ cause, probability, evidence }, i) => (
          <li key={cause.id} data-first={i === 0}>
            <h3>
              {cause.name} <span className="figures">{inHundred(probability)}</span>
            </h3>
            <div className={styles['bar']}>
              <div style={{ width: `${100 * probability}%` }} />
            </div>
            <ul>
              {evidence.slice(0, WORDS).map(({ test, words, why, weight }) => (
                <li key={test} title={why}>
                  <b aria-label={weight > 0 ? 'for it' : 'against it'}>{weight > 0 ? '+' : '−'}</b> {words}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      <p className="soft">
        {suspects.length - SHOWN} other causes together {inHundred(rest)}. Figures are estimates (nominal).
      </p>
    </>
  )
}

function inHundred(probability: number): string {
  const share = 100 * probability
  return `${share < 1 && share > 0 ? '<1' : Math.round(share)} in 100`
}
