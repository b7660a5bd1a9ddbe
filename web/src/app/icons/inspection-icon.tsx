/** A walk round a pulley, stopping where something is looked at: Emery's own sign; it takes the colour of the text around it. */
export function InspectionIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <circle cx="14" cy="14" r="4.5" />
      <path d="M5.2 17.5A9.5 9.5 0 1 1 10 22.6" />
      <path d="M8.2 19.4 10.2 22.8 6.8 25" />
    </svg>
  )
}
