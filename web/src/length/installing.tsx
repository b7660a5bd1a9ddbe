import { grooveUses, wayOn, type GrooveUse, type LengthAnswer, type WayOn } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { familyOf } from '@emery/core/sections'
import { wordingFor } from '@emery/core/solution'
import type { Verdict } from '@emery/core/verdict'
import { Caution } from '../ui/caution.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './length.module.css'

const WAYS: Readonly<Record<WayOn, { readonly verdict: Verdict; readonly words: string }>> = {
  'by hand': { verdict: 'fine', words: 'goes on by hand' },
  eased: { verdict: 'watch', words: 'eased on with a wedge of wood or plastic, not steel' },
  rolled: { verdict: 'watch', words: 'rolled on while turning the engine by hand' },
  not: { verdict: 'act', words: 'does not go on' },
}

const CAUTIONS: Readonly<Record<WayOn, string>> = {
  'by hand':
    'Slacken fully. Hold a spring-loaded arm back until the belt is on. Keep fingers out from between belt and pulley.',
  eased: 'Never lever a belt over a rim with steel: it breaks cords inside the belt.',
  rolled:
    'Turn the engine by hand at the crank bolt, plugs or glow plugs out if it is stiff, never with the starter. Keep fingers away from where belt and pulley meet.',
  not: 'Do not force it. Check that the adjuster is at its slack end and the belt sits in every groove. If so, the belt is too short.',
}

/** Pulleys shown, the easiest first. */
const SHOWN = 3

/** Over which pulley the belt goes last, how much slack that takes and how much there is; and which grooves it runs in. */
export function Installing({ belt, answer }: { readonly belt: SettledBelt; readonly answer: LengthAnswer }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const words = wordingFor(settled.drive)
  const { situation } = answer
  const { length } = belt.belt
  const name = (id: string) => {
    const pulley = settled.drive.pulleys.find((each) => each.id === id)
    return pulley === undefined ? id : words.pulley(pulley)
  }
  const uses = grooveUses(belt)
  const pulleys = situation?.lastPulleys.slice(0, SHOWN) ?? []
  const family = familyOf(belt.belt.section)
  const slack = situation === null || length === null ? null : length - situation.stretch.lengthFrom
  const [easiest] = pulleys
  if ((pulleys.length === 0 || length === null) && uses.length === 0) return null
  return (
    <PanelSection title="Installation">
      {easiest !== undefined && length !== null && slack !== null && (
        <>
          <p className="soft">
            {slack >= 0
              ? `With the adjuster at its slack end, the fitted belt has ${lengths.text(slack)} of slack.`
              : `With the adjuster at its slack end, the fitted belt is ${lengths.text(-slack)} shorter than its path.`}
          </p>
          <ul className={styles['lasts']}>
            {pulleys.map((pulley, i) => {
              const { verdict, words: way } = WAYS[wayOn(pulley, slack, family)]
              return (
                <li key={pulley.pulley}>
                  <VerdictMark verdict={verdict} label="" />
                  <span>
                    <b>
                      {i === 0 ? 'Fit last over ' : 'or '}
                      {name(pulley.pulley)}
                    </b>{' '}
                    {way}
                  </span>
                  <small className="figures">
                    {pulley.need < 0.05 ? 'no slack needed' : `needs ${lengths.text(pulley.need)}`}
                  </small>
                </li>
              )
            })}
          </ul>
          <Caution>{CAUTIONS[wayOn(easiest, slack, family)]}</Caution>
        </>
      )}
      {uses.map((use) => (
        <p key={use.pulley} className={styles['groove']}>
          <VerdictMark verdict={use.missing > 0 ? 'act' : 'unknown'} label="" />
          <span>{grooveSentence(use, name(use.pulley), belt)}</span>
        </p>
      ))}
    </PanelSection>
  )
}

function grooveSentence(
  { grooves, first, last, empty, missing }: GrooveUse,
  name: string,
  { belt }: SettledBelt,
): string {
  const vee = familyOf(belt.section).wedges
  if (missing > 0)
    return vee
      ? `${name} has ${grooves} grooves for ${grooves + missing} belts.`
      : `${name} has ${grooves} grooves: ${missing === 1 ? 'one rib hangs' : `${missing} ribs hang`} over the edge. Use a belt with ${grooves} ribs.`
  const run = first === last ? `groove ${first}` : `grooves ${first} to ${last}`
  const rest = empty.length === 1 ? `groove ${empty[0]} stays empty` : `grooves ${empty.join(', ')} stay empty`
  return `${name} has ${grooves} grooves: run in ${run}, counted from the front; ${rest}.`
}
