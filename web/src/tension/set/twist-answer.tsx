import type { twistSays } from '@emery/core/tension'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import styles from '../tension.module.css'
import { KeepReading, type Kept } from './keep-reading.tsx'

const SAYS = {
  loose: { verdict: 'act', words: 'more than a quarter turn: too loose. Tighten it and twist again.' },
  right: { verdict: 'fine', words: 'about a quarter turn: correct, as far as a twist can show.' },
  tight: { verdict: 'watch', words: 'less than a quarter turn: too tight. Slacken it and twist again.' },
} as const

/** What a twist says: a direction, never a number. */
export function TwistAnswer({ says, kept }: { readonly says: ReturnType<typeof twistSays>; readonly kept: Kept }) {
  const { verdict, words } = SAYS[says]
  return (
    <div className={styles['answer']} role="status">
      <p>
        <VerdictMark verdict={verdict} label="" size={18} />
        <span>Direction {words} A twist does not give newtons. Pluck or press the belt for a figure.</span>
      </p>
      <KeepReading kept={kept} />
    </div>
  )
}
