import { DownloadOutlined } from '@ant-design/icons'
import { Button, Slider } from 'antd'
import { saveAs } from 'file-saver'
import { useState } from 'react'
import { driveWords, fileName, speedsAt, speedsCsv } from '@emery/core'
import { TurnMark } from '../../readings/turn-mark.tsx'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import { NO_BUBBLE } from '../../readings/slider.ts'
import styles from '../steps/panel.module.css'
import { CheckSum } from './check-sum.tsx'
import { EngineSpeeds } from './engine-speeds.tsx'
import { SpeedChart } from './speed-chart.tsx'
import own from './speeds.module.css'

/** How fast everything turns at any engine speed, both ways round, drawn and to be checked. */
export function SpeedsStep() {
  const { settled } = useBench()
  const { engine } = settled.drive
  const [looked, setLooked] = useState<number | null>(null)
  const engineRpm = Math.min(looked ?? engine.cruiseRpm, engine.maxRpm)
  const at = speedsAt(settled, engineRpm)
  const beltName = (id: string) => settled.drive.belts.find((belt) => belt.id === id)?.name ?? id
  const save = () =>
    saveAs(
      new Blob([speedsCsv(settled)], { type: 'text/csv;charset=utf-8' }),
      `${fileName(settled.drive.name)}.speeds.csv`,
    )
  return (
    <>
      <section className={styles['section']}>
        <h2 className="heading">Engine</h2>
        <EngineSpeeds />
        <label className={own['slider']}>
          <span>
            At <b className="figures">{Math.round(engineRpm)}</b> rpm of the engine
          </span>
          <Slider
            tooltip={NO_BUBBLE}
            min={0}
            max={engine.maxRpm}
            step={10}
            value={engineRpm}
            ariaLabelForHandle="Engine speed looked at, rpm"
            onChange={setLooked}
          />
        </label>
        {at.belts.length > 0 && (
          <p className={styles['soft']}>
            {at.belts.map(({ belt, speed }) => `${beltName(belt)} runs at ${speed.toFixed(1)} m/s`).join(', ')}.
          </p>
        )}
      </section>
      <SpeedTable engineRpm={engineRpm} />
      <section className={styles['section']} aria-label="Speeds over the engine’s">
        <SpeedChart shafts={at.shafts} engineRpm={engineRpm} />
        <Button icon={<DownloadOutlined />} onClick={save}>
          As a table (CSV)
        </Button>
      </section>
      <CheckSum shafts={at.shafts} />
    </>
  )
}

/** Every shaft's turn, ratio both ways round and rpm; a ratio opens its working. */
function SpeedTable({ engineRpm }: { readonly engineRpm: number }) {
  const { store, settled, solution } = useBench()
  const { shafts } = settled.drive
  return (
    <section className={styles['section']}>
      <h2 className="heading">How fast everything turns</h2>
      <p className={styles['soft']}>Turns for one turn of the crank. Press a ratio for its working.</p>
      <table className={styles['table']}>
        <thead>
          <tr>
            <th scope="col">shaft</th>
            <th scope="col">ratio</th>
            <th scope="col">idle</th>
            <th scope="col">now</th>
            <th scope="col">most</th>
          </tr>
        </thead>
        <tbody>
          {solution.shafts.map(({ id, turns, ratio, rpm, problems }) => {
            const shaft = shafts.find((each) => each.id === id)
            const name = shaft?.name ?? id
            const crank = shaft?.kind === 'crank'
            const worst = problems.some(({ severity }) => severity === 'error')
              ? 'act'
              : problems.length > 0
                ? 'watch'
                : null
            return (
              <tr key={id}>
                <th scope="row">
                  <span className={styles['shaftName']}>
                    {turns === null ? (
                      <VerdictMark verdict="none" label="not driven" />
                    ) : (
                      <TurnMark turn={turns} size={17} />
                    )}
                    <span>
                      {name}
                      {!crank && ratio !== null && (
                        <small className={own['words']}>
                          {driveWords(ratio)}; crank {(1 / ratio).toFixed(2)} for one
                        </small>
                      )}
                    </span>
                    {worst !== null && <VerdictMark verdict={worst} label={problems[0]?.message ?? worst} />}
                  </span>
                </th>
                <td className="figures">
                  {ratio === null || crank ? (
                    (ratio?.toFixed(2) ?? '–')
                  ) : (
                    <button
                      type="button"
                      aria-label={`Working of the ratio of ${name}`}
                      onClick={() => store.getState().showWorking({ of: 'ratio', shaft: id })}
                    >
                      {ratio.toFixed(2)}
                    </button>
                  )}
                </td>
                {[rpm?.idle, ratio === null ? undefined : ratio * engineRpm, rpm?.max].map((each, i) => (
                  <td key={i} className="figures">
                    {each === undefined ? '–' : Math.round(each)}
                  </td>
                ))}
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
