import type { twistSays } from '@emery/core'
import { VerdictMark } from '../../../readings/verdict-mark.tsx'
import styles from '../tension.module.css'
import { KeepReading, type Kept } from './keep-reading.tsx'

const SAYS = {
  loose: { verdict: 'act', words: 'more than a quarter turn: too loose. Take it up and twist again.' },
  right: { verdict: 'fine', words: 'about a quarter turn: as it should be, as far as a twist can tell.' },
  tight: { verdict: 'watch', words: 'less than a quarter turn: too tight. Let it back and twist again.' },
} as const

/** What a twist says: a direction, never a number. */
export function TwistAnswer({ says, kept }: { readonly says: ReturnType<typeof twistSays>; readonly kept: Kept }) {
  const { verdict, words } = SAYS[says]
  return (
    <div className={styles['answer']} role="status">
      <p>
        <VerdictMark verdict={verdict} label="" size={18} />
        <span>It gives {words} A twist has no newtons in it: pluck or press for those.</span>
      </p>
      <KeepReading kept={kept} />
    </div>
  )
}
