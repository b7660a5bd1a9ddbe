import { Button, Drawer } from 'antd'
import { useState } from 'react'
import type { Working, WorkingLine } from '@emery/core/working'
import { copyText } from './copy-text.ts'
import { useLengths, type Lengths } from './use-lengths.ts'
import styles from './working-drawer.module.css'

interface WorkingDrawerProps {
  readonly working: Working | undefined
  readonly open: boolean
  readonly onClose: () => void
}

/** Lays a computed number open: the formula, the numbers put in, the result, ready to copy. */
export function WorkingDrawer({ working, open, onClose }: WorkingDrawerProps) {
  const lengths = useLengths()
  const [copied, setCopied] = useState(false)
  const copy = (text: string) => {
    setCopied(copyText(text))
    setTimeout(() => setCopied(false), 2000)
  }
  return (
    <Drawer
      title={working?.title ?? 'Working'}
      open={open}
      onClose={onClose}
      size={520}
      extra={
        working !== undefined && (
          <Button onClick={() => copy(workingText(working, lengths))}>{copied ? 'Copied' : 'Copy'}</Button>
        )
      }
    >
      {working === undefined ? (
        <p>There is no path to show the working of: the pulleys leave no room for a belt.</p>
      ) : (
        <>
          <p className={styles['formula']}>{working.formula}</p>
          <table className={styles['lines']}>
            <thead>
              <tr>
                <th scope="col">symbol</th>
                <th scope="col">what it is</th>
                <th scope="col">value</th>
              </tr>
            </thead>
            <tbody>
              {working.lines.map((line) => (
                <tr key={line.symbol}>
                  <th scope="row">{line.symbol}</th>
                  <td>
                    {line.what}
                    {line.from.length > 0 && <small>{fromText(line, lengths)}</small>}
                  </td>
                  <td className="figures">{valueText(line, lengths)}</td>
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr>
                <th scope="row">{working.result.symbol}</th>
                <td>{working.result.what}</td>
                <td className="figures">{valueText(working.result, lengths)}</td>
              </tr>
            </tfoot>
          </table>
        </>
      )}
    </Drawer>
  )
}

function fromText({ from }: WorkingLine, lengths: Lengths): string {
  return from.map((part) => (typeof part === 'string' ? part : lengths.fine(part.mm))).join('')
}

function valueText({ value }: WorkingLine, lengths: Lengths): string {
  switch (value.is) {
    case 'length':
      return lengths.fine(value.mm)
    case 'angle':
      return `${value.deg.toFixed(2)}°`
    case 'number':
      return value.value.toFixed(4)
    case 'quantity':
      return `${value.value.toFixed(value.unit === 'rpm' ? 0 : 1)} ${value.unit}`
  }
}

/** The working as plain text, a line a number, for a message or a printout. */
function workingText(working: Working, lengths: Lengths): string {
  const line = (each: WorkingLine) =>
    `${each.symbol}\t${valueText(each, lengths)}\t${each.what}${each.from.length === 0 ? '' : `  (${fromText(each, lengths)})`}`
  return [working.title, working.formula, ...working.lines.map(line), line(working.result)].join('\n')
}
