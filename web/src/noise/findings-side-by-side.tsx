import { Modal, Select } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { Finding } from '@emery/core'
import compared from '../readings/compared.module.css'
import styles from './noise.module.css'

interface FindingsSideBySideProps {
  /** The newest first, at least two. */
  readonly findings: readonly Finding[]
  readonly onClose: () => void
}

const title = ({ at, causeName }: Finding) => `${dayjs(at).format('D MMM YYYY HH:mm')}: ${causeName}`

/** Two findings side by side; what only one of them rests on stands out. */
export function FindingsSideBySide({ findings, onClose }: FindingsSideBySideProps) {
  const [chosen, setChosen] = useState([findings[1]?.id, findings[0]?.id])
  const pair = chosen.flatMap((id) => findings.find((finding) => finding.id === id) ?? [])
  const options = findings.map((finding) => ({ value: finding.id, label: title(finding) }))
  const row = (label: string, of: (finding: Finding) => string) => (
    <tr>
      <th scope="row">{label}</th>
      {pair.map((finding, i) => (
        <td key={i} data-other={of(finding) !== of(pair[1 - i] ?? finding)}>
          {of(finding)}
        </td>
      ))}
    </tr>
  )
  return (
    <Modal open width={940} title="Two findings, side by side" footer={null} onCancel={onClose}>
      <table className={compared['compared']}>
        <thead>
          <tr>
            <th scope="col">
              <span className={styles['soft']}>of</span>
            </th>
            {chosen.map((id, i) => (
              <th key={i} scope="col">
                <Select
                  aria-label={i === 0 ? 'Earlier finding' : 'Later finding'}
                  value={id}
                  options={options}
                  onChange={(next: string) => setChosen(chosen.map((each, k) => (k === i ? next : each)))}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {row('Found', ({ causeName }) => causeName)}
          {row('Given', ({ probability }) => `${Math.round(100 * probability)} in 100`)}
          {row('At', ({ distance }) => (distance === null ? 'not read' : `${distance.toLocaleString('en-GB')} km`))}
          {row('By', ({ by }) => by)}
          {row('To be done', ({ actions }) => actions.join('. '))}
          <tr>
            <th scope="row">Rests on</th>
            {pair.map(({ answers }, i) => (
              <td key={i}>
                <ul>
                  {answers.map(({ test, words }) => (
                    <li key={test} data-other={pair[1 - i]?.answers.every((other) => other.words !== words)}>
                      {words}
                    </li>
                  ))}
                </ul>
              </td>
            ))}
          </tr>
          {row('Note', ({ note }) => note)}
        </tbody>
      </table>
    </Modal>
  )
}
