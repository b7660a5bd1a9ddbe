import { TURN_WORDS } from '@emery/core/drive'
import { TurnMark } from '../ui/turn-mark.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection, PanelTable } from '../ui/panel.tsx'

/** Every shaft's turn in a list, the wrong ones first in words; the drawing crosses them out too. */
export function Turns() {
  const { settled, solution } = useBench()
  return (
    <PanelSection title="Directions of rotation">
      <PanelTable>
        <tbody>
          {settled.drive.shafts.map(({ id, name, mustTurn }) => {
            const turns = solution.shafts.find((shaft) => shaft.id === id)?.turns ?? null
            const wrong = turns !== null && mustTurn !== undefined && mustTurn !== 'any' && mustTurn !== turns
            return (
              <tr key={id}>
                <th scope="row">{name}</th>
                <td>
                  {turns === null ? (
                    <span className="soft">not driven</span>
                  ) : (
                    <>
                      <TurnMark turn={turns} size={16} /> {TURN_WORDS[turns]}
                    </>
                  )}
                </td>
                <td>
                  {wrong ? (
                    <VerdictMark verdict="act" label="wrong direction" />
                  ) : turns === null || mustTurn === undefined || mustTurn === 'any' ? (
                    ''
                  ) : (
                    <VerdictMark verdict="fine" label="correct" />
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </PanelTable>
    </PanelSection>
  )
}
