/** A sound that comes back once a turn: Emery's own sign for noise; it takes the colour of the text around it. */
export function NoiseIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M2 14H6L8 7 11 21 13 11 14.5 14H17L19 8 22 20 23.5 14H26" />
    </svg>
  )
}
