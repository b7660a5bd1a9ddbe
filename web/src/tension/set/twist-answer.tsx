import type { SettledBelt } from '@emery/core/path'
import type { ReadTension, twistSays } from '@emery/core/tension'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import styles from '../tension.module.css'
import { AdjusterSetting } from './adjuster-setting.tsx'
import { KeepReading, type Kept } from './keep-reading.tsx'

const SAYS = {
  loose: { verdict: 'act', words: 'More than a quarter turn: too loose.' },
  right: { verdict: 'fine', words: 'About a quarter turn: correct, as far as a twist can show.' },
  tight: { verdict: 'watch', words: 'Less than a quarter turn: too tight.' },
} as const

interface TwistAnswerProps {
  readonly says: ReturnType<typeof twistSays>
  /** Null where the twist stands for no tension. */
  readonly read: ReadTension | null
  readonly kept: Kept
  readonly belt: SettledBelt
  readonly wanted: number
}

/** What a twist says: which way, and roughly how far the adjuster has to go. */
export function TwistAnswer({ says, read, kept, belt, wanted }: TwistAnswerProps) {
  const { verdict, words } = SAYS[says]
  return (
    <div className={styles['answer']} role="status">
      <p>
        <VerdictMark verdict={verdict} label="" size={18} />
        <span>
          {words}{' '}
          {read !== null &&
            `Roughly ${Math.round((100 * read.tension) / wanted)} % of the tension needed, give or take ${Math.round((100 * read.sigma) / read.tension)} %.`}
        </span>
      </p>
      {read !== null && says !== 'right' && <AdjusterSetting belt={belt} tension={read.tension} wanted={wanted} />}
      <p className="soft">A twist gives no newtons. Twist again after moving it, or pluck or press for a figure.</p>
      <KeepReading kept={kept} />
    </div>
  )
}
