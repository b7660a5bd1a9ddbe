import { Button, Modal } from 'antd'
import dayjs from 'dayjs'
import type { DriveConflict } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import styles from './drive-screen.module.css'

interface ConflictDialogProps {
  readonly conflict: DriveConflict
  readonly mine: CheckedDrive
  readonly onKeepMine: () => void
  readonly onTakeTheirs: () => void
  readonly onKeepBoth: () => void
}

/** Two people changed one drive: shows what differs and asks which to keep; neither is lost. */
export function ConflictDialog({ conflict, mine, onKeepMine, onTakeTheirs, onKeepBoth }: ConflictDialogProps) {
  const lengths = useLengths()
  const { current } = conflict
  const rows = differences(mine, current.document, lengths)
  return (
    <Modal
      open
      title="Someone else has saved this drive"
      closable={false}
      mask={{ closable: false }}
      keyboard={false}
      width={640}
      footer={
        <>
          <Button onClick={onTakeTheirs}>Use theirs</Button>
          <Button onClick={onKeepBoth}>Keep both (mine as a copy)</Button>
          <Button type="primary" onClick={onKeepMine}>
            Keep mine
          </Button>
        </>
      }
    >
      <p>
        Theirs was saved at {dayjs(current.updatedAt).format('HH:mm')}. Nothing is lost: if you use theirs, Undo
        restores yours; if you keep yours, theirs stays as an earlier version.
      </p>
      <table className={styles['differences']}>
        <thead>
          <tr>
            <th scope="col">difference</th>
            <th scope="col">mine</th>
            <th scope="col">theirs</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ what, mine: a, theirs }) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td className="figures">{a}</td>
              <td className="figures">{theirs}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  )
}

interface Difference {
  readonly what: string
  readonly mine: string
  readonly theirs: string
}

/** What differs between two versions of a drive, in the words of the bench; anything else is named as such. */
export function differences(mine: CheckedDrive, theirs: CheckedDrive, lengths: Lengths): readonly Difference[] {
  const length = (mm: number | null | undefined) => (mm === null || mm === undefined ? 'not known' : lengths.text(mm))
  const rows: Difference[] = []
  const add = (what: string, a: string, b: string) => a !== b && rows.push({ what, mine: a, theirs: b })
  add('name', mine.name, theirs.name)
  for (const belt of mine.belts)
    add(`${belt.name}, length`, length(belt.length), length(theirs.belts.find(({ id }) => id === belt.id)?.length))
  for (const shaft of mine.shafts) {
    const other = theirs.shafts.find(({ id }) => id === shaft.id)
    add(`${shaft.name}, right`, length(shaft.x), length(other?.x))
    add(`${shaft.name}, up`, length(shaft.y), length(other?.y))
  }
  for (const pulley of mine.pulleys) {
    const other = theirs.pulleys.find(({ id }) => id === pulley.id)
    const size = (each: typeof pulley | undefined) =>
      each === undefined ? 'not present' : each.face === 'toothed' ? `${each.teeth} teeth` : length(each.diameter)
    const name = mine.shafts.find(({ id }) => id === pulley.shaft)?.name ?? pulley.shaft
    add(`${name}, ${pulley.id}`, size(pulley), size(other))
  }
  if (rows.length === 0 && JSON.stringify(mine) !== JSON.stringify(theirs))
    rows.push({ what: 'other details', mine: 'same', theirs: 'otherwise' })
  return rows
}
