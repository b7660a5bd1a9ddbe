import { TURN_WORDS } from '@emery/core'
import { TurnMark } from '../../readings/turn-mark.tsx'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'

/** Every shaft's turn in a list, the wrong ones first in words; the drawing crosses them out too. */
export function Turns() {
  const { settled, solution } = useBench()
  return (
    <section className={panel['section']}>
      <h2 className="heading">What turns which way</h2>
      <table className={panel['table']}>
        <tbody>
          {settled.drive.shafts.map(({ id, name, mustTurn }) => {
            const turns = solution.shafts.find((shaft) => shaft.id === id)?.turns ?? null
            const wrong = turns !== null && mustTurn !== undefined && mustTurn !== 'any' && mustTurn !== turns
            return (
              <tr key={id}>
                <th scope="row">{name}</th>
                <td>
                  {turns === null ? (
                    <span className={panel['soft']}>not driven</span>
                  ) : (
                    <>
                      <TurnMark turn={turns} size={16} /> {TURN_WORDS[turns]}
                    </>
                  )}
                </td>
                <td>
                  {wrong ? (
                    <VerdictMark verdict="act" label="the wrong way" />
                  ) : turns === null || mustTurn === undefined || mustTurn === 'any' ? (
                    ''
                  ) : (
                    <VerdictMark verdict="fine" label="as it must" />
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
