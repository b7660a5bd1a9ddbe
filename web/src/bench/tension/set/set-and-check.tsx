import { meshPitch, type BeltTension, type SettledBelt } from '@emery/core'
import panel from '../../steps/panel.module.css'
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
      {arm?.kind === 'spring-arm' ? (
        <Tensioner key={arm.id} belt={belt} arm={arm} />
      ) : (
        <>
          <SetIt key={belt.belt.id} belt={belt} />
          <RunIn belt={belt} />
        </>
      )}
      <Grooves belt={belt} />
      {mesh !== null && (
        <section className={panel['section']} aria-label="Its whine">
          <h2 className="heading">Its whine</h2>
          <p>
            Its teeth meet their gaps <b className="figures">{Math.round(mesh)}</b> times a second at this engine speed.
            A whine of that pitch that came with tightening, and follows the engine, says too tight: let it back to a
            quarter turn.
          </p>
        </section>
      )}
    </>
  )
}
