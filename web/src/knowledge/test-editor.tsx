import { Button, Input, InputNumber, Select } from 'antd'
import type { KnowledgeFile, NoiseTest } from '@emery/core/noise'
import { evenedOut, setTest, withLikelihood } from './knowledge-edits.ts'
import styles from './knowledge.module.css'
import { FindingRows } from './finding-rows.tsx'
import { LinesField } from './lines-field.tsx'

interface TestEditorProps {
  readonly file: KnowledgeFile
  readonly test: NoiseTest
  readonly onEdit: (file: KnowledgeFile) => void
}

const ROUNDING = 0.005

/** One question or test: how it is done, and how often each cause gives each outcome, in 100. */
export function TestEditor({ file, test, onEdit }: TestEditorProps) {
  const set = (change: Partial<NoiseTest>) => onEdit(setTest(file, test.id, change))
  const setRow = (at: number, change: Partial<NoiseTest['rows'][number]>) =>
    set({ rows: test.rows.map((row, i) => (i === at ? { ...row, ...change } : row)) })
  const free = file.causes.filter(({ id }) => !test.rows.some(({ causes }) => causes.includes(id)))
  return (
    <section className={styles['form']} aria-label={`Test: ${test.name}`}>
      <label>
        Question or test
        <Input value={test.name} maxLength={400} onChange={({ target }) => set({ name: target.value })} />
      </label>
      {test.ask === 'test' && (
        <>
          <label>
            Minutes
            <InputNumber
              min={0}
              max={240}
              value={test.minutes}
              onChange={(minutes) => {
                if (minutes !== null) set({ minutes })
              }}
            />
          </label>
          <LinesField label="How to do it, one line each" lines={test.how ?? []} onChange={(how) => set({ how })} />
          <LinesField
            label="Cautions, one per line"
            lines={test.cautions ?? []}
            onChange={(cautions) => set({ cautions })}
          />
        </>
      )}
      <div className={styles['scroll']} data-scrolls>
        <table className={styles['likelihoods']}>
          <thead>
            <tr>
              <th scope="col">Outcome by cause, in 100</th>
              {test.outcomes.map(({ id, name }) => (
                <th key={id} scope="col">
                  {name}
                </th>
              ))}
              <th scope="col">together</th>
              <th scope="col">why</th>
            </tr>
          </thead>
          <tbody>
            {test.rows.map((row, i) => (
              <tr key={row.causes.join(' ')}>
                <th scope="row">
                  <Select
                    mode="multiple"
                    aria-label={`Causes of row ${i + 1}`}
                    value={[...row.causes]}
                    options={file.causes
                      .filter(({ id }) => row.causes.includes(id) || free.some((cause) => cause.id === id))
                      .map(({ id, name }) => ({ value: id, label: name }))}
                    onChange={(causes: string[]) =>
                      causes.length === 0 ? set({ rows: test.rows.filter((_, k) => k !== i) }) : setRow(i, { causes })
                    }
                  />
                </th>
                <Cells test={test} name={`row ${i + 1}`} row={row.p} onChange={(p) => setRow(i, { p })} />
                <td>
                  <Input.TextArea
                    aria-label={`Why, row ${i + 1}`}
                    value={row.why}
                    maxLength={400}
                    autoSize
                    onChange={({ target }) => setRow(i, { why: target.value })}
                  />
                </td>
              </tr>
            ))}
            <tr>
              <th scope="row">anything else</th>
              <Cells
                test={test}
                name="anything else"
                row={test.otherwise}
                onChange={(otherwise) => set({ otherwise })}
              />
              <td />
            </tr>
          </tbody>
        </table>
      </div>
      {free[0] !== undefined && (
        <Button
          onClick={() =>
            set({
              rows: [
                ...test.rows,
                {
                  causes: [free[0]?.id ?? ''],
                  p: [...test.otherwise],
                  why: 'Seen in this workshop.',
                  origin: 'Seen in this workshop.',
                },
              ],
            })
          }
        >
          A row for {free[0].name.toLowerCase()}, or another cause
        </Button>
      )}
      {(test.ask === 'test' || test.findings !== undefined) && (
        <FindingRows file={file} test={test} onChange={(findings) => set({ findings })} />
      )}
    </section>
  )
}

interface CellsProps {
  readonly test: NoiseTest
  readonly name: string
  readonly row: readonly number[]
  readonly onChange: (row: number[]) => void
}

function Cells({ test, name, row, onChange }: CellsProps) {
  const total = row.reduce((sum, each) => sum + each, 0)
  const even = Math.abs(total - 1) <= ROUNDING
  return (
    <>
      {test.outcomes.map((outcome, k) => (
        <td key={outcome.id}>
          <InputNumber
            aria-label={`${name}: ${outcome.name}, in 100`}
            min={0}
            max={100}
            controls={false}
            value={Math.round(10_000 * (row[k] ?? 0)) / 100}
            onChange={(value) => {
              if (value !== null) onChange(withLikelihood(row, k, value / 100))
            }}
          />
        </td>
      ))}
      <td className="figures" data-even={even}>
        {Math.round(100 * total)}
        {!even && (
          <Button aria-label={`Scale ${name} to 100`} onClick={() => onChange(evenedOut(row))}>
            to 100
          </Button>
        )}
      </td>
    </>
  )
}
