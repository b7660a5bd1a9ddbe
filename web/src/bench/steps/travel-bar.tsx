import type { SettledAdjuster } from '@emery/core'
import styles from './panel.module.css'

interface TravelBarProps {
  readonly adjuster: SettledAdjuster
  readonly u: number | null
  readonly small?: boolean
}

/** An adjuster's travel from released to taken up, its marks where it has some, and where it sits. */
export function TravelBar({ adjuster, u, small = false }: TravelBarProps) {
  const marks = adjuster.adjuster.kind === 'spring-arm' ? adjuster.adjuster.marks : undefined
  const percent = (share: number) => `${100 * share}%`
  const label = u === null ? 'Travel, place not known' : `Travel, ${Math.round(100 * u)} percent taken up`
  return (
    <div className={styles['travel']} data-small={small} role="img" aria-label={label}>
      <div className={styles['track']}>
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
      {!small && (
        <div className={styles['ends']}>
          <span>released</span>
          {marks !== undefined && <span style={{ left: percent((marks.min + marks.nominal) / 2) }}>new belt</span>}
          {marks !== undefined && <span style={{ left: percent(marks.max) }}>last mark</span>}
          {marks === undefined && <span>taken up</span>}
        </div>
      )}
    </div>
  )
}
