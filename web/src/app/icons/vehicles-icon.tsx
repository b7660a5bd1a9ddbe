/** A car from its front, a belt across its nose: Emery's own sign for vehicles; it takes the colour of the text around it. */
export function VehiclesIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M6 12L8.5 5.5H19.5L22 12" />
      <path d="M3.5 12H24.5V21H3.5Z" />
      <path d="M6 21V24M22 21V24" />
      <path d="M10 16.5H18" />
    </svg>
  )
}
