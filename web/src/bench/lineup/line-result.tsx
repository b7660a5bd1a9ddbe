import {
  ENTRY_LIMITS,
  lineCompared,
  lineUp,
  linesRead,
  sectionFigures,
  worseAngle,
  type LineRead,
  type SettledBelt,
} from '@emery/core'
import { useLengths } from '../../readings/use-lengths.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import panel from '../steps/panel.module.css'
import { LINE_UP_DOES, LINE_UP_MARK } from './line-up-words.ts'
import styles from './lineup.module.css'

const RANK = { quiet: 0, watch: 1, act: 2 } as const

/** The pulley that is most out of line, and what that does. */
export function LineResult({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const spans = lineUp(belt)
  const worst = spans.toSorted((a, b) => RANK[b.verdict] - RANK[a.verdict] || worseAngle(b) - worseAngle(a))[0]
  const furthest = linesRead(settled.drive, belt.belt.id).reduce<LineRead | undefined>(
    (most, each) => (Math.abs(each.offset ?? 0) > Math.abs(most?.offset ?? 0) ? each : most),
    undefined,
  )
  if (worst === undefined) return null
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const unread = (lineCompared(settled)?.pulleys ?? []).filter(({ again }) => again === 0)
  const planned = unread.length === 0 ? '' : ', if it went as planned'
  const { quiet, watch } = ENTRY_LIMITS[sectionFigures(belt.belt.section).family]
  return (
    <section className={panel['section']} aria-label="Line-up">
      <h2 className="heading">Line-up</h2>
      <p className={styles['result']}>
        <VerdictMark verdict={LINE_UP_MARK[worst.verdict]} size={18} />
        <b>
          {worst.verdict === 'quiet'
            ? `In line${planned}`
            : furthest?.offset == null || furthest.offset === 0
              ? `Out of line between ${nameOf(worst.from)} and ${nameOf(worst.to)}`
              : `${nameOf(furthest.pulley)} sits ${lengths.fine(Math.abs(furthest.offset))} ${furthest.offset > 0 ? 'back' : 'forward'}`}
        </b>
      </p>
      <p>
        At its worst, between {nameOf(worst.from)} and {nameOf(worst.to)}, the belt meets its grooves at{' '}
        <b className="figures">{worseAngle(worst).toFixed(2)}°</b>: it {LINE_UP_DOES[worst.verdict]}
      </p>
      <p className={panel['soft']}>
        Up to {quiet}° quiet, to {watch}° worth a look, beyond that it chirps (nominal); on a smooth face half counts.
      </p>
    </section>
  )
}
