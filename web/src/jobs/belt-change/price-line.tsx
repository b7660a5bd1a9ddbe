import { useState } from 'react'
import { Line } from './line.tsx'

interface PriceLineProps {
  readonly label: string
  readonly value: number | null
  readonly onWrite: (price: number | null) => void
}

/** A price in the workshop’s own currency; what is no price, or below nothing, is not taken, and said not to be. */
export function PriceLine({ label, value, onWrite }: PriceLineProps) {
  const [refused, setRefused] = useState<string | null>(null)
  const write = (text: string) => {
    const price = text === '' ? null : Number(text.replace(',', '.'))
    const isPrice = price === null || (Number.isFinite(price) && price >= 0)
    setRefused(isPrice ? null : text)
    if (isPrice) onWrite(price)
  }
  return (
    <>
      <Line label={label} value={value === null ? '' : String(value)} max={12} onWrite={write} />
      {refused !== null && <p role="alert">“{refused}” is no price: a number from 0 on.</p>}
    </>
  )
}
