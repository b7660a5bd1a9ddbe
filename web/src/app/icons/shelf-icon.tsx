/** Belts hanging side by side from a rail: Emery's own sign for the shelf; it takes the colour of the text around it. */
export function ShelfIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M3 5H25" />
      <path d="M6 5V17A2.6 2.6 0 0 0 11.2 17V5" />
      <path d="M16.5 5V21A2.6 2.6 0 0 0 21.7 21V5" />
    </svg>
  )
}
