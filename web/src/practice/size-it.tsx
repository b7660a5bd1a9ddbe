import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { settleDrive } from '@emery/core/path'
import { judgeSize, sizeRound } from '@emery/core/practice'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import { LengthInput } from '../ui/length-input.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import styles from './practice.module.css'
import type { RoundProps } from './round-props.ts'

/** A strap's reading and its thickness; which belt would you buy? */
export function SizeIt({ seed, drives, onJudged }: RoundProps) {
  const round = useMemo(() => sizeRound(seed, drives), [seed, drives])
  const settled = useMemo(() => settleDrive(round.drive), [round])
  const lengths = useLengths()
  const [length, setLength] = useState<number | null>(null)
  return (
    <>
      <p className={styles['complaint']}>
        The arm stands in the middle of its travel. A strap {lengths.text(round.thickness)} thick, laid on the rims
        where the belt goes, reads {lengths.text(round.reading)} where its ends meet, along its middle.
      </p>
      <div className={styles['small']}>
        <SmallDrive settled={settled} letters={0.05} label="The drive from the front" />
      </div>
      <div className={styles['ask']}>
        <LengthInput label="Stated length to buy" value={length} onRead={setLength} />
      </div>
      <div className={styles['ways']}>
        <Button
          type="primary"
          disabled={length === null}
          onClick={() => length !== null && onJudged(judgeSize(round, length))}
        >
          Is it right?
        </Button>
      </div>
    </>
  )
}
