import type { Suspect } from '@emery/core/noise'
import styles from './noise.module.css'

/** Causes shown one by one, and the probability from which one is shown in any case; the others share a line. */
const SHOWN = 5
const SHOWN_FROM = 0.2
/** Share of what is heard below which a cause explains little of it. */
const LITTLE = 0.1
/** Evidence of each that is shown. */
const WORDS = 3

interface SuspectsProps {
  readonly suspects: readonly Suspect[]
  /** Whether anything was said yet. */
  readonly heard: boolean
}

/** What was found, to be put right first; then what it may be, with what speaks for and against. */
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
  const found = suspects.filter((each) => each.found)
  const others = suspects.filter((each) => !each.found)
  const shown = others.filter(({ probability }, i) => i < SHOWN || probability >= SHOWN_FROM)
  const rest = others.filter((each) => !shown.includes(each))
  // What is there may have nothing to do with what is heard; where nothing was heard yet, none explains anything.
  const isExplained = suspects.some(({ explains }) => explains >= LITTLE)
  return (
    <>
      {found.length > 0 && (
        <section aria-label="Put right first">
          <h2 className="heading">Put right first</h2>
          <ol className={styles['suspects']}>
            {found.map(({ cause, probability, evidence }) => (
              <li key={cause.id} data-first>
                <h3>
                  {cause.name}{' '}
                  <span>
                    found, <span className="figures">{inHundred(probability)}</span>
                  </span>
                </h3>
                <ul>
                  {cause.actions.map((action) => (
                    <li key={action}>{action}</li>
                  ))}
                </ul>
                <Spoken evidence={evidence} />
              </li>
            ))}
          </ol>
        </section>
      )}
      <h2 className={`heading ${styles['besides'] ?? ''}`}>
        {found.length > 0 ? 'What could be there besides' : 'Possible causes'}
      </h2>
      <ol className={styles['suspects']} aria-label="Causes that remain">
        {shown.map(({ cause, probability, explains, evidence }, i) => (
          <li key={cause.id} data-first={i === 0 && found.length === 0}>
            <h3>
              {cause.name}{' '}
              <span>
                {sureWords(probability, i === 0 && found.length === 0)},{' '}
                <span className="figures">{inHundred(probability)}</span>
              </span>
            </h3>
            <div className={styles['bar']}>
              <div style={{ width: `${100 * probability}%` }} />
            </div>
            {isExplained && explains < LITTLE && probability >= SHOWN_FROM && (
              <p className="soft">May be there, but explains little of what is heard.</p>
            )}
            <Spoken evidence={evidence} />
          </li>
        ))}
      </ol>
      <p className="soft">
        {rest.length} other causes, each at most {inHundred(Math.max(0, ...rest.map(({ probability }) => probability)))}
        . Several may be there at once. Figures are estimates (nominal).
      </p>
    </>
  )
}

function Spoken({ evidence }: Pick<Suspect, 'evidence'>) {
  return (
    <ul>
      {evidence.slice(0, WORDS).map(({ test, words, why, weight }) => (
        <li key={test} title={why}>
          <b aria-label={weight > 0 ? 'for it' : 'against it'}>{weight > 0 ? '+' : '−'}</b> {words}
        </li>
      ))}
    </ul>
  )
}

/** Probabilities from which a cause is almost certain, and from which it is possible at all. */
const SURE = { almost: 0.8, possible: 0.1 } as const

/** How sure a probability is, in words; beside something that was found nothing leads. */
function sureWords(probability: number, leads: boolean): string {
  if (probability >= SURE.almost) return 'almost certain'
  if (probability < SURE.possible) return 'unlikely'
  return leads ? 'most likely' : 'could also be'
}

function inHundred(probability: number): string {
  const share = 100 * probability
  return `${share < 1 && share > 0 ? '<1' : Math.min(99, Math.round(share))} in 100`
}
