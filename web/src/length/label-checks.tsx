import { Checkbox } from 'antd'
import { readLabel, type Section } from '@emery/core/sections'
import { unreadLabel, type LabelledLength } from '../ui/labelled-length.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import styles from './reading-fields.module.css'

/** The section that a label names where it is not the drive's; undefined where nothing contradicts. */
export function otherSection(
  mark: string,
  belt: { readonly section: Section; readonly ribs: number },
): Section | undefined {
  const [meant] = readLabel(mark, belt)
  return meant === undefined || meant.section === belt.section ? undefined : meant.section
}

interface LabelChecksProps {
  readonly labelled: LabelledLength
  readonly belt: { readonly section: Section; readonly ribs: number }
  /** Whether somebody has said that the belt is of another section all the same. */
  readonly confirmed: boolean
  readonly onConfirm: (confirmed: boolean) => void
}

/** What is wrong with a label: it cannot be read, or it is that of a belt of another section, which is asked about. */
export function LabelChecks({ labelled, belt, confirmed, onConfirm }: LabelChecksProps) {
  const unread = unreadLabel(labelled)
  const other = otherSection(labelled.mark, belt)
  return (
    <>
      {unread !== null && (
        <p role="alert" className={styles['wide']}>
          {unread}
        </p>
      )}
      {other !== undefined && (
        <div role="alert" className={styles['wide']}>
          <VerdictMark verdict="watch" label="" /> This is the label of a {other} belt; this drive’s belt is{' '}
          {belt.section}.
          <Checkbox checked={confirmed} onChange={({ target }) => onConfirm(target.checked)}>
            It was a {other} belt all the same
          </Checkbox>
        </div>
      )}
    </>
  )
}
