import { Modal, Select } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import type { Diagnosis } from '@emery/core/api'
import compared from '../ui/compared.module.css'
import { useUnits } from '../ui/use-units.ts'

interface DiagnosesSideBySideProps {
  /** The newest first, at least two. */
  readonly diagnoses: readonly Diagnosis[]
  readonly onClose: () => void
}

const title = ({ at, causeName }: Diagnosis) => `${dayjs(at).format('D MMM YYYY HH:mm')}: ${causeName}`

/** Two findings side by side; what only one of them rests on stands out. */
export function DiagnosesSideBySide({ diagnoses, onClose }: DiagnosesSideBySideProps) {
  const units = useUnits()
  const [chosen, setChosen] = useState([diagnoses[1]?.id, diagnoses[0]?.id])
  const pair = chosen.flatMap((id) => diagnoses.find((diagnosis) => diagnosis.id === id) ?? [])
  const options = diagnoses.map((diagnosis) => ({ value: diagnosis.id, label: title(diagnosis) }))
  const row = (label: string, of: (diagnosis: Diagnosis) => string) => (
    <tr>
      <th scope="row">{label}</th>
      {pair.map((diagnosis, i) => (
        <td key={i} data-other={of(diagnosis) !== of(pair[1 - i] ?? diagnosis)}>
          {of(diagnosis)}
        </td>
      ))}
    </tr>
  )
  return (
    <Modal open width={940} title="Two diagnoses, side by side" footer={null} onCancel={onClose}>
      <table className={compared['compared']}>
        <thead>
          <tr>
            <th scope="col">
              <span className="soft">of</span>
            </th>
            {chosen.map((id, i) => (
              <th key={i} scope="col">
                <Select
                  aria-label={i === 0 ? 'Earlier diagnosis' : 'Later diagnosis'}
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
          {row('At', ({ distance }) => (distance === null ? 'not read' : units.distance.text(distance)))}
          {row('By', ({ by }) => by)}
          {row('To do', ({ actions }) => actions.join('. '))}
          <tr>
            <th scope="row">Based on</th>
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
