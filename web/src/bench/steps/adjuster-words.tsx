import {
  shortWayRoundDeg,
  type AdjusterKind,
  type BeltSolution,
  type SettledAdjuster,
  type SettledBelt,
} from '@emery/core'
import { Caution } from '../../readings/caution.tsx'
import { useLengths, type Lengths } from '../../readings/use-lengths.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import styles from './panel.module.css'

const KEY_OUT = 'Engine off, key out.'

/** What can hurt when a belt is changed, by what takes it up. */
const CAUTIONS: Readonly<Record<AdjusterKind | 'fixed', string>> = {
  'spring-arm': `${KEY_OUT} A released arm can trap fingers: hold it until it rests.`,
  swing: `${KEY_OUT} Battery negative off before a bar goes near a generator’s terminals.`,
  slide: `${KEY_OUT} Slacken before the belt comes off; never lever it over a rim.`,
  turnbuckle: `${KEY_OUT} Never wind the rod past its marked length: the thread lets go.`,
  eccentric: `${KEY_OUT} Slacken before the belt comes off; never lever it over a rim.`,
  shim: `${KEY_OUT} Turn the engine by hand while the halves are drawn together.`,
  fixed: `${KEY_OUT} Turn the engine by hand, never with the starter, to roll a belt on.`,
}

export function AdjusterCaution({ kind }: { readonly kind: AdjusterKind | 'fixed' }) {
  return <Caution>{CAUTIONS[kind]}</Caution>
}

/** Where the adjuster sits, in words and in what can be read off the part itself. */
export function AdjusterWords({ belt, answer }: { readonly belt: SettledBelt; readonly answer: BeltSolution }) {
  const lengths = useLengths()
  const { adjuster } = belt
  if (adjuster === null) return <p>No adjuster on the drawing: fixed centres, or one that is not hung yet.</p>
  if (adjuster.u === null) {
    const unfinished = !belt.path.ok && belt.path.why !== 'overlap'
    const why = unfinished
      ? 'Seen once the belt has its path.'
      : belt.belt.length === null
        ? 'Give the belt’s length to see where the adjuster sits.'
        : 'This belt is out of reach.'
    return (
      <p className={styles['where']}>
        <VerdictMark verdict={unfinished || belt.belt.length === null ? 'none' : 'act'} /> {why}
      </p>
    )
  }
  return (
    <p className={styles['where']}>
      <strong className="figures">{Math.round(100 * adjuster.u)} %</strong> taken up
      <small>{readingOf(adjuster, answer.adjuster?.value ?? 0, lengths)}</small>
    </p>
  )
}

function readingOf({ adjuster }: SettledAdjuster, value: number, lengths: Lengths): string {
  switch (adjuster.kind) {
    case 'spring-arm': {
      const back = Math.abs(shortWayRoundDeg(value, adjuster.angleFree))
      return `arm ${back.toFixed(0)}° back from its free end`
    }
    case 'swing':
      return `swung ${Math.abs(shortWayRoundDeg(adjuster.angleFrom, value)).toFixed(0)}° from the slot’s inner end`
    case 'eccentric':
      return `turned ${Math.abs(shortWayRoundDeg(adjuster.angleFrom, value)).toFixed(0)}° from released`
    case 'slide':
      return `${lengths.text(value - adjuster.from)} along the slide`
    case 'turnbuckle':
      return `rod ${lengths.text(value)}; never past ${lengths.text(adjuster.lengthMax)}`
    case 'shim': {
      const [fewer, more] = [Math.floor(value), Math.ceil(value)]
      return fewer === more ? `${more} shims between the halves` : `between ${fewer} and ${more} shims: whole ones only`
    }
  }
}
