import { driveWords, type SpeedJudgement } from '@emery/core/speeds'
import { TurnMark } from '../ui/turn-mark.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { Term } from '../ui/term.tsx'
import { PanelSection, PanelTable } from '../ui/panel.tsx'
import styles from './speeds.module.css'
import { useSpeeds } from './use-speeds.ts'

/** Every shaft's turn, ratio both ways round and rpm; any number opens its working, a name is asked about. */
export function SpeedTable() {
  const { settled, solution } = useBench()
  const { judged, rpm } = useSpeeds()
  const { engine } = settled.drive
  return (
    <PanelSection title="Speeds">
      <p className="soft">Ratio to the crank, and rpm. Press a number for its working.</p>
      <PanelTable className={styles['speedTable']}>
        <thead>
          <tr>
            <th scope="col">shaft</th>
            <th scope="col">
              <Term of="ratio">ratio</Term>
            </th>
            <th scope="col">idle</th>
            <th scope="col">cruise</th>
            <th scope="col">maximum</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        <tbody>
          {solution.shafts.map(({ id, turns, ratio }) => (
            <tr key={id}>
              <ShaftCell id={id} turns={turns} judgement={judged.find(({ shaft }) => shaft === id)} />
              <RatioCell id={id} ratio={ratio} />
              {[engine.idleRpm, engine.cruiseRpm, engine.maxRpm, rpm].map((engineRpm, i) => (
                <RpmCell key={i} id={id} ratio={ratio} engineRpm={engineRpm} />
              ))}
            </tr>
          ))}
        </tbody>
      </PanelTable>
    </PanelSection>
  )
}

interface ShaftCellProps {
  readonly id: string
  readonly turns: 'cw' | 'ccw' | null
  readonly judgement: SpeedJudgement | undefined
}

function ShaftCell({ id, turns, judgement }: ShaftCellProps) {
  const { store } = useBench()
  const { nameOf, focus } = useSpeeds()
  const { verdict = 'unknown', ratio, reasons = [] } = judgement ?? {}
  return (
    <th scope="row">
      <span className={styles['shaftName']}>
        {turns === null ? <VerdictMark verdict="unknown" label="not driven" /> : <TurnMark turn={turns} size={17} />}
        <button
          type="button"
          className={styles['pick']}
          aria-pressed={focus?.shaft === id}
          disabled={judgement === undefined}
          onClick={() => store.getState().setSpeeds({ shaft: id })}
        >
          {nameOf(id)}
          {ratio !== undefined && (
            <small className={styles['words']}>
              {driveWords(ratio)}
              <br />
              crank {(1 / ratio).toFixed(2)} for one
            </small>
          )}
        </button>
        {(verdict === 'act' || verdict === 'watch') && <VerdictMark verdict={verdict} label={reasons[0] ?? verdict} />}
      </span>
    </th>
  )
}

function RatioCell({ id, ratio }: { readonly id: string; readonly ratio: number | null }) {
  const { store, settled } = useBench()
  const { nameOf } = useSpeeds()
  const crank = settled.drive.shafts.some((shaft) => shaft.id === id && shaft.kind === 'crank')
  return (
    <td className="figures">
      {ratio === null || crank ? (
        (ratio?.toFixed(2) ?? '–')
      ) : (
        <button
          type="button"
          aria-label={`Working of the ratio of ${nameOf(id)}`}
          onClick={() => store.getState().showWorking({ of: 'ratio', shaft: id })}
        >
          {ratio.toFixed(2)}
        </button>
      )}
    </td>
  )
}

interface RpmCellProps {
  readonly id: string
  readonly ratio: number | null
  readonly engineRpm: number
}

function RpmCell({ id, ratio, engineRpm }: RpmCellProps) {
  const { store, settled } = useBench()
  const { nameOf } = useSpeeds()
  const crank = settled.drive.shafts.some((shaft) => shaft.id === id && shaft.kind === 'crank')
  if (ratio === null) return <td className="figures">–</td>
  return (
    <td className="figures">
      {crank ? (
        Math.round(engineRpm)
      ) : (
        <button
          type="button"
          aria-label={`Working of ${Math.round(ratio * engineRpm)} rpm of ${nameOf(id)}`}
          onClick={() => store.getState().showWorking({ of: 'speed', shaft: id, engineRpm })}
        >
          {Math.round(ratio * engineRpm)}
        </button>
      )}
    </td>
  )
}
