/** A pulley that nobody knows the trouble of: Emery's own sign for practice; it takes the colour of the text around it. */
export function PracticeIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <circle cx="14" cy="14" r="11" />
      <path d="M10.5 11A3.5 3.5 0 1 1 15.5 14.2Q14 15 14 17" />
      <path d="M14 20V21.5" />
    </svg>
  )
}
