/** Jobs on a board, one of them further along: Emery's own sign; it takes the colour of the text around it. */
export function BoardIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M4 5v18h20V5" />
      <path d="M4 5h20" strokeWidth="3" />
      <path d="M8 11h12M8 15.5h7M8 20h10" />
    </svg>
  )
}
