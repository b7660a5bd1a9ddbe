/** A slate with a sum on it: Emery's own sign for one number out of a few. */
export function SumsIcon() {
  return (
    <svg viewBox="0 0 28 28" width="28" height="28" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden>
      <path d="M5 3.5H23V24.5H5Z" />
      <path d="M9 9.5H14M11.5 7V12" />
      <path d="M16.5 9.5H19.5M9 16.5H19.5M9 20.5H19.5" />
    </svg>
  )
}
