import { TurnMark } from '../../readings/turn-mark.tsx'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import styles from './panel.module.css'

/** Every shaft's turn, ratio and rpm; a ratio opens its working. */
export function SpeedsStep() {
  const { store, settled, solution } = useBench()
  const { engine, shafts } = settled.drive
  return (
    <section className={styles['section']}>
      <h2 className="heading">How fast everything turns</h2>
      <p className={styles['soft']}>
        Turns for one turn of the crank. Above 1 is faster than the crank. Tap a ratio for its working.
      </p>
      <table className={styles['table']}>
        <thead>
          <tr>
            <th scope="col">shaft</th>
            <th scope="col">ratio</th>
            <th scope="col">idle</th>
            <th scope="col">cruise</th>
            <th scope="col">most</th>
          </tr>
        </thead>
        <tbody>
          <tr className={styles['engineRow']}>
            <th scope="row">engine, rpm</th>
            <td />
            <td className="figures">{engine.idleRpm}</td>
            <td className="figures">{engine.cruiseRpm}</td>
            <td className="figures">{engine.maxRpm}</td>
          </tr>
          {solution.shafts.map(({ id, turns, ratio, rpm, problems }) => {
            const shaft = shafts.find((each) => each.id === id)
            const name = shaft?.name ?? id
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
                    {name}
                    {worst !== null && <VerdictMark verdict={worst} label={problems[0]?.message ?? worst} />}
                  </span>
                </th>
                <td className="figures">
                  {ratio === null || shaft?.kind === 'crank' ? (
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
                {(['idle', 'cruise', 'max'] as const).map((at) => (
                  <td key={at} className="figures">
                    {rpm === null ? '–' : Math.round(rpm[at])}
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
