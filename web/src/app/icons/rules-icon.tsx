/** A rule with its marks and a slider on it: Emery's own sign for what a workshop goes by. */
export function RulesIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M2.5 9.5H25.5V18.5H2.5Z" />
      <path d="M7 9.5V13M11.5 9.5V14.5M16 9.5V13M20.5 9.5V14.5" />
      <path d="M16 23L13.5 26H18.5Z" fill="currentColor" strokeLinejoin="round" />
    </svg>
  )
}
