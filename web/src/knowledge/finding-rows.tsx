import { Button, InputNumber, Select } from 'antd'
import type { Finding, KnowledgeFile, NoiseTest } from '@emery/core/noise'
import styles from './knowledge.module.css'

interface FindingRowsProps {
  readonly file: KnowledgeFile
  readonly test: NoiseTest
  readonly onChange: (findings: Finding[]) => void
}

const HERE = 'Seen in this workshop.'

/** Outcomes that show a cause itself: how often it is missed, and how often it is a false alarm. A rare false alarm is not outvoted. */
export function FindingRows({ file, test, onChange }: FindingRowsProps) {
  const findings = test.findings ?? []
  const set = (at: number, change: Partial<Finding>) =>
    onChange(findings.map((each, i) => (i === at ? { ...each, ...change } : each)))
  const [outcome, cause] = [test.outcomes[0], file.causes[0]]
  return (
    <div className={styles['scroll']} data-scrolls>
      <table className={styles['likelihoods']} aria-label="Findings">
        <thead>
          <tr>
            <th scope="col">Outcome that shows a cause itself</th>
            <th scope="col">cause</th>
            <th scope="col">missed, in 100</th>
            <th scope="col">false alarm, in 1000</th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {findings.map((finding, i) => (
            <tr key={`${finding.outcome} ${finding.cause}`}>
              <th scope="row">
                <Select
                  aria-label={`Outcome of finding ${i + 1}`}
                  value={finding.outcome}
                  options={test.outcomes.map(({ id, name }) => ({ value: id, label: name }))}
                  onChange={(next: string) => set(i, { outcome: next })}
                />
              </th>
              <td>
                <Select
                  aria-label={`Cause of finding ${i + 1}`}
                  value={finding.cause}
                  options={file.causes.map(({ id, name }) => ({ value: id, label: name }))}
                  onChange={(next: string) => set(i, { cause: next })}
                />
              </td>
              <td>
                <InputNumber
                  aria-label={`Finding ${i + 1}: missed, in 100`}
                  controls={false}
                  value={Math.round(10_000 * finding.miss) / 100}
                  onChange={(value) => {
                    if (value !== null) set(i, { miss: value / 100 })
                  }}
                />
              </td>
              <td>
                <InputNumber
                  aria-label={`Finding ${i + 1}: false alarm, in 1000`}
                  controls={false}
                  value={Math.round(100_000 * finding.falseAlarm) / 100}
                  onChange={(value) => {
                    if (value !== null) set(i, { falseAlarm: value / 1000 })
                  }}
                />
              </td>
              <td>
                <Button
                  type="text"
                  aria-label={`Delete finding ${i + 1}`}
                  onClick={() => onChange(findings.filter((_, k) => k !== i))}
                >
                  Delete
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {outcome !== undefined && cause !== undefined && (
        <Button
          onClick={() =>
            onChange([
              ...findings,
              { outcome: outcome.id, cause: cause.id, miss: 0.2, falseAlarm: 0.02, why: HERE, origin: HERE },
            ])
          }
        >
          Add a finding
        </Button>
      )}
    </div>
  )
}
