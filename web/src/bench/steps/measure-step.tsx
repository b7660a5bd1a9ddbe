import { holdOf } from '@emery/core'
import { Caution } from '../../readings/caution.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import styles from './panel.module.css'

/** Every pulley with its readings; a row takes the pulley in hand. */
export function MeasureStep() {
  const { store, settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  const lengths = useLengths()
  const { drive } = settled
  const shaftOf = (id: string) => drive.shafts.find((shaft) => shaft.id === id)
  const several = (shaft: string) => drive.pulleys.filter((pulley) => pulley.shaft === shaft).length > 1
  return (
    <section className={styles['section']}>
      <h2 className="heading">Readings, in {lengths.unit}</h2>
      <p className={styles['soft']}>Pick a pulley and type what the tape says, or pull it to its place.</p>
      <Caution>Engine off and key out before hands or tape go near a belt. Let it cool.</Caution>
      <table className={styles['table']}>
        <thead>
          <tr>
            <th scope="col">pulley</th>
            <th scope="col">diameter</th>
            <th scope="col">right</th>
            <th scope="col">up</th>
          </tr>
        </thead>
        <tbody>
          {drive.pulleys.map((pulley) => {
            const shaft = shaftOf(pulley.shaft)
            const hold = holdOf(drive, pulley.shaft)
            return (
              <tr key={pulley.id} data-selected={pulley.id === selected}>
                <th scope="row">
                  <button type="button" onClick={() => store.getState().select(pulley.id)}>
                    {shaft?.name ?? pulley.shaft}
                    {several(pulley.shaft) && <small>{pulley.id}</small>}
                    {hold?.of === 'pivot' && <small>by its pivot</small>}
                  </button>
                </th>
                <td className="figures">
                  {pulley.face === 'toothed' ? `${pulley.teeth} teeth` : lengths.bare(pulley.diameter)}
                </td>
                <td className="figures">{hold === undefined ? '–' : lengths.bare(hold.x)}</td>
                <td className="figures">{hold === undefined ? '–' : lengths.bare(hold.y)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
