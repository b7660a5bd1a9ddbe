/** Two pulleys in their belt: Emery's own sign for drives; it takes the colour of the text around it. */
export function DrivesIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M3.9 15.2 17.9 2.9A5.2 5.2 0 0 1 25 10.4L13.4 24.2A6.4 6.4 0 1 1 3.9 15.2Z" />
      <circle cx="8.6" cy="19.4" r="2.2" fill="currentColor" />
      <circle cx="21.2" cy="6.8" r="1.4" fill="currentColor" />
    </svg>
  )
}
