import { Button } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import type { TensionReading } from '@emery/core/drive'
import { keepTensionReading, setInstallTension } from '@emery/core/tension'
import { stampNow } from '../../ui/preferences.ts'
import { useBench } from '../../bench/bench-context.ts'

type WithoutStamp<Reading> = Reading extends unknown ? Omit<Reading, 'id' | 'by' | 'at'> : never
/** A reading of tension as it is taken, before it has a name and a stamp. */
export type Kept = WithoutStamp<TensionReading>

interface KeepReadingProps {
  readonly kept: Kept
  /** What the belt is set to now, N: kept in the same step. */
  readonly setting?: number
  readonly children?: string
}

/** Keeps a reading in the drive, or says why it cannot be. */
export function KeepReading({ kept, setting, children = 'Save this reading' }: KeepReadingProps) {
  const { store } = useBench()
  const [refusal, setRefusal] = useState<string | null>(null)
  const keep = () => {
    const reading: TensionReading = { ...kept, id: newId(), ...stampNow() }
    const result = store.getState().edit('add a tension reading', (draft) => {
      keepTensionReading(reading)(draft)
      if (setting !== undefined && 'belt' in reading) setInstallTension(reading.belt, setting)(draft)
    })
    setRefusal(result.ok ? null : result.message)
  }
  return (
    <>
      <Button onClick={keep}>{children}</Button>
      {refusal !== null && <p role="alert">It cannot be saved: a value {refusal}.</p>}
    </>
  )
}
