import { FigureInput } from './figure-input.tsx'

interface CountInputProps {
  readonly label: string
  readonly value: number
  readonly max: number
  readonly large?: boolean
  readonly onRead: (count: number) => void
}

/** How many there are: one at least. What cannot be is said, and what stood there stays. */
export function CountInput({ onRead, ...field }: CountInputProps) {
  return <FigureInput {...field} whole min={1} onRead={(count) => count !== null && onRead(count)} />
}
