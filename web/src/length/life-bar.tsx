import type { Fit, FitSituation } from '@emery/core/length'
import styles from './length.module.css'

/** Where the adjuster sits with a belt over its life: a filled disc new, rings seated and at the end, between the limits. */
export function LifeBar({ fit: { u }, limits }: { readonly fit: Fit; readonly limits: FitSituation['limits'] | null }) {
  const percent = (share: number) => `${100 * Math.min(1, Math.max(0, share))}%`
  const figure = (share: number | null) => (share === null ? '–' : String(Math.round(100 * share)))
  // Out of reach at the end of its life, the line goes on to the far stop.
  const last = u.end ?? (u.new === null ? null : 1)
  return (
    <>
      <div
        className={styles['life']}
        role="img"
        aria-label={`Adjuster ${figure(u.new)} percent of travel new, ${figure(u.seated)} seated, ${u.end === null ? 'out of reach' : figure(u.end)} at the end of life`}
      >
        {limits !== null && (
          <>
            <i
              className={styles['good']}
              style={{ left: percent(limits.newFrom), width: percent(limits.newTo - limits.newFrom) }}
            />
            <i className={styles['limit']} style={{ left: percent(limits.endTo) }} />
          </>
        )}
        {u.new !== null && last !== null && (
          <>
            <i className={styles['line']} style={{ left: percent(u.new), width: percent(last - u.new) }} />
            {u.seated !== null && <i className={styles['ring']} style={{ left: percent(u.seated) }} />}
            {u.end !== null && <i className={styles['ring']} style={{ left: percent(u.end) }} />}
            <i className={styles['disc']} style={{ left: percent(u.new) }} />
          </>
        )}
      </div>
      <span className={`${styles['lifeFigures'] ?? ''} figures`} aria-hidden>
        {figure(u.new)} → {figure(u.seated)} → {figure(u.end)} %
      </span>
    </>
  )
}
