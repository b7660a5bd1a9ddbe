import { AID_LAY, type AidLay } from '@emery/core/drive'
import type { Section } from '@emery/core/sections'
import { GroovePicture } from './groove-picture.tsx'
import styles from './lay-choice.module.css'

const WORDS: Readonly<Record<AidLay, string>> = {
  groove: 'on the bottom',
  flanks: 'held by the sides',
  rims: 'on the rims',
}

interface LayChoiceProps {
  readonly section: Section
  readonly thickness: number
  readonly lay: AidLay | null
  /** `null`: nobody looked. */
  readonly onPick: (lay: AidLay | null) => void
  /** Whether not having looked is an answer here. */
  readonly mayBeUnknown?: boolean
}

/** How a string or rope lay in the grooves, each way as a picture to be pressed. */
export function LayChoice({ section, thickness, lay, onPick, mayBeUnknown = true }: LayChoiceProps) {
  return (
    <div className={styles['ways']} role="group" aria-label="How it lay in the grooves">
      {AID_LAY.map((each) => (
        <button key={each} type="button" aria-pressed={lay === each} onClick={() => onPick(each)}>
          <GroovePicture section={section} thickness={thickness} lay={each} />
          {WORDS[each]}
        </button>
      ))}
      {mayBeUnknown && (
        <button type="button" aria-pressed={lay === null} onClick={() => onPick(null)}>
          <span className={styles['unknown']} aria-hidden>
            ?
          </span>
          did not look
        </button>
      )}
    </div>
  )
}
