import { Line } from './line.tsx'

interface PriceLineProps {
  readonly label: string
  readonly value: number | null
  readonly onWrite: (price: number | null) => void
}

/** A price in the workshop’s own currency; what is no price, or below nothing, is not taken. */
export function PriceLine({ label, value, onWrite }: PriceLineProps) {
  return (
    <Line
      label={label}
      value={value === null ? '' : String(value)}
      max={12}
      onWrite={(text) => {
        const price = text === '' ? null : Number(text.replace(',', '.'))
        if (price === null || (Number.isFinite(price) && price >= 0)) onWrite(price)
      }}
    />
  )
}
