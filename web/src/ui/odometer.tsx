import { FigureInput } from './figure-input.tsx'

interface OdometerProps {
  /** km. */
  readonly value: number | null
  readonly placeholder?: string
  readonly onRead: (km: number | null) => void
}

/** No vehicle has run farther, km. */
const FARTHEST = 5_000_000

/** What a vehicle has run, in kilometres or miles as the person sees them. */
export function Odometer({ value, placeholder = 'not read', onRead }: OdometerProps) {
  return (
    <FigureInput
      label="Odometer, km"
      min={0}
      max={FARTHEST}
      value={value}
      placeholder={placeholder}
      // What is no distance takes nothing away.
      onRead={(km, isRefused) => {
        if (!isRefused) onRead(km)
      }}
    />
  )
}
