import { isSprung } from '@emery/core/adjusters'
import type { SettledBelt } from '@emery/core/path'
import { meshPitch, type BeltTension } from '@emery/core/tension'
import { PanelSection } from '../../ui/panel.tsx'
import { Grooves } from './grooves.tsx'
import { RunIn } from './run-in.tsx'
import { SetIt } from './set-it.tsx'
import { Tensioner } from './tensioner.tsx'

interface SetAndCheckProps {
  readonly belt: SettledBelt
  /** The same under way; undefined where nothing turns it. */
  readonly running: BeltTension | undefined
}

/** How tight one belt is set by hand, or held by its spring; what its grooves and its run-in say. */
export function SetAndCheck({ belt, running }: SetAndCheckProps) {
  const arm = belt.adjuster?.adjuster
  const mesh = running === undefined ? null : meshPitch(belt, running.beltSpeed)
  return (
    <>
      {arm !== undefined && isSprung(arm) ? (
        <Tensioner key={arm.id} belt={belt} arm={arm} />
      ) : (
        <>
          <SetIt key={belt.belt.id} belt={belt} />
          <RunIn belt={belt} />
        </>
      )}
      <Grooves belt={belt} />
      {mesh !== null && (
        <PanelSection title="Belt whine">
          <p>
            Its ribs or teeth mesh <b className="figures">{Math.round(mesh)}</b> times a second at this engine speed. A
            whine of that pitch that began after tightening and follows engine speed means too tight. Slacken it to a
            quarter turn.
          </p>
        </PanelSection>
      )}
    </>
  )
}
