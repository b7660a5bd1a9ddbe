import type { SettledDrive } from '@emery/core/path'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import styles from './where-drawing.module.css'

interface WhereDrawingProps {
  readonly settled: SettledDrive
  /** The part or belt that was pressed, by its name. */
  readonly chosen: string | undefined
  readonly onPart: (name: string) => void
  readonly onBelt: (name: string) => void
}

/** The drive from the front, to press where the noise is heard: a pulley for its part, a belt for the belt. The list beside it does the same by keyboard. */
export function WhereDrawing({ settled, chosen, onPart, onBelt }: WhereDrawingProps) {
  const nameOf = (shaft: string) => settled.drive.shafts.find(({ id }) => id === shaft)?.name ?? ''
  const mark = (name: string) => (name !== '' && chosen === name ? 'chosen' : 'plain')
  // What has no name yet cannot be told in words, and so not be chosen.
  const pressed = (name: string, onPress: (name: string) => void) => {
    if (name !== '') onPress(name)
  }
  return (
    <div className={styles['where']}>
      <SmallDrive
        settled={settled}
        letters={0.055}
        pulleyMark={({ shaft }) => mark(nameOf(shaft))}
        beltMark={({ belt }) => mark(belt.name)}
        onPulley={({ shaft }) => pressed(nameOf(shaft), onPart)}
        onBelt={({ belt }) => pressed(belt.name, onBelt)}
        label={chosen === undefined ? 'The drive from the front' : `The drive from the front, ${chosen} marked`}
      />
    </div>
  )
}
