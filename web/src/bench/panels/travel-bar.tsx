import { kindOf } from '@emery/core/adjusters'
import type { SettledAdjuster } from '@emery/core/path'
import { Term } from '../../ui/term.tsx'
import styles from './travel-bar.module.css'

interface TravelBarProps {
  readonly adjuster: SettledAdjuster
  readonly u: number | null
  /** What is written at its two ends. */
  readonly ends: readonly [released: string, takenUp: string]
}

/** An adjuster's travel from released to taken up, its marks where it has some, and where it sits. */
export function TravelBar({ adjuster, u, ends }: TravelBarProps) {
  const marks = kindOf(adjuster.adjuster).marks(adjuster.adjuster)
  const percent = (share: number) => `${100 * share}%`
  const label = u === null ? 'Travel, position not known' : `Travel, ${Math.round(100 * u)} percent of travel`
  return (
    <div className={styles['travel']}>
      {marks !== undefined && (
        <div className={styles['marks']}>
          <span style={{ left: percent((marks.min + marks.nominal) / 2) }}>new belt</span>
          <span style={{ left: percent(marks.max) }}>last mark</span>
        </div>
      )}
      <div className={styles['track']} role="img" aria-label={label}>
        {marks !== undefined && (
          <>
            <i
              className={styles['good']}
              style={{ left: percent(marks.min), width: percent(marks.nominal - marks.min) }}
            />
            <i className={styles['mark']} style={{ left: percent(marks.max) }} />
          </>
        )}
        {u !== null && <i className={styles['place']} style={{ left: percent(u) }} />}
      </div>
      <div className={styles['ends']}>
        <span>
          <Term of="slackEnd">slack end</Term> <b className="figures">{ends[0]}</b>
        </span>
        <span>
          <b className="figures">{ends[1]}</b> <Term of="tightEnd">tight end</Term>
        </span>
      </div>
    </div>
  )
}
