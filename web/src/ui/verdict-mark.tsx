import type { Verdict } from '@emery/core/verdict'

const WORDS: Readonly<Record<Verdict, string>> = { fine: 'fine', watch: 'watch', act: 'act', unknown: 'not known' }

interface VerdictMarkProps {
  readonly verdict: Verdict
  /** Read out in place of the verdict's own word; empty where the words beside it say it. */
  readonly label?: string
  readonly size?: number
}

/** A verdict is a shape before it is a colour: a filled disc, a half-filled diamond, a square with a bar across; an open ring where nobody knows. */
export function VerdictMark({ verdict, label = WORDS[verdict], size = 14 }: VerdictMarkProps) {
  return (
    <svg
      viewBox="0 0 14 14"
      width={size}
      height={size}
      style={{ flex: 'none' }}
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      {SHAPES[verdict]}
    </svg>
  )
}

const SHAPES = {
  fine: <circle cx="7" cy="7" r="5.5" fill="var(--fine)" />,
  watch: (
    <>
      <path d="M7 .8 13.2 7 7 13.2 .8 7Z" fill="none" stroke="var(--watch)" strokeWidth="1.5" />
      <path d="M7 .8V13.2L.8 7Z" fill="var(--watch)" />
    </>
  ),
  act: (
    <>
      <rect x="1" y="1" width="12" height="12" fill="var(--act)" />
      <rect x="3" y="5.7" width="8" height="2.6" fill="var(--sheet)" />
    </>
  ),
  unknown: <circle cx="7" cy="7" r="5" fill="none" stroke="var(--steel)" strokeWidth="1.4" />,
}
