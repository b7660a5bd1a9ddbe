import {
  grooveUses,
  sectionFigures,
  wayOn,
  wordingFor,
  type GrooveUse,
  type LengthAnswer,
  type SettledBelt,
  type WayOn,
} from '@emery/core'
import { Caution } from '../../readings/caution.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { VerdictMark, type Verdict } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './length.module.css'

const WAYS: Readonly<Record<WayOn, { readonly verdict: Verdict; readonly words: string }>> = {
  'by hand': { verdict: 'fine', words: 'goes over by hand' },
  eased: { verdict: 'watch', words: 'eased over with a wedge of wood or plastic, no steel' },
  rolled: { verdict: 'watch', words: 'rolled on while the engine is turned by hand' },
  not: { verdict: 'act', words: 'does not go over' },
}

const CAUTIONS: Readonly<Record<WayOn, string>> = {
  'by hand':
    'Slacken fully, hold a sprung arm back until the belt is on, and keep fingers from between belt and pulley.',
  eased: 'Never lever a belt over a rim with steel: it breaks cords that nobody sees.',
  rolled:
    'Turn the engine by hand at the crank bolt, plugs or glow plugs out if it is stiff; never with the starter. Keep fingers from where belt and pulley meet.',
  not: 'Do not force it. Check that the adjuster is fully released and the belt sits in every groove; then it is too short.',
}

/** Pulleys shown, the easiest first. */
const SHOWN = 3

/** Over which pulley the belt goes last, how much slack that takes and how much there is; and which grooves it runs in. */
export function GoingOn({ belt, answer }: { readonly belt: SettledBelt; readonly answer: LengthAnswer }) {
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
  const { family } = sectionFigures(belt.belt.section)
  const slack = situation === null || length === null ? null : length - situation.stretch.lengthFrom
  const [easiest] = pulleys
  if ((pulleys.length === 0 || length === null) && uses.length === 0) return null
  return (
    <section className={panel['section']} aria-label="Going on">
      <h2 className="heading">Going on</h2>
      {easiest !== undefined && length !== null && slack !== null && (
        <>
          <p className={panel['soft']}>
            {slack >= 0
              ? `With the adjuster released the belt on it has ${lengths.text(slack)} of slack.`
              : `With the adjuster released the belt on it is ${lengths.text(-slack)} short of the path.`}
          </p>
          <ul className={styles['lasts']}>
            {pulleys.map((pulley, i) => {
              const { verdict, words: way } = WAYS[wayOn(pulley, slack, family)]
              return (
                <li key={pulley.pulley}>
                  <VerdictMark verdict={verdict} label="" />
                  <span>
                    <b>
                      {i === 0 ? 'Last over ' : 'or '}
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
          <VerdictMark verdict={use.missing > 0 ? 'act' : 'none'} label="" />
          <span>{grooveSentence(use, name(use.pulley), belt)}</span>
        </p>
      ))}
    </section>
  )
}

function grooveSentence(
  { grooves, first, last, empty, missing }: GrooveUse,
  name: string,
  { belt }: SettledBelt,
): string {
  const vee = sectionFigures(belt.section).family === 'vee'
  if (missing > 0)
    return vee
      ? `${name} has ${grooves} grooves for ${grooves + missing} belts.`
      : `${name} has ${grooves} grooves: ${missing === 1 ? 'one rib hangs' : `${missing} ribs hang`} over the edge. It wants a belt with ${grooves} ribs.`
  const run = first === last ? `groove ${first}` : `grooves ${first} to ${last}`
  const rest = empty.length === 1 ? `groove ${empty[0]} stays empty` : `grooves ${empty.join(', ')} stay empty`
  return `${name} has ${grooves} grooves: run in ${run}, counted from the front; ${rest}.`
}
