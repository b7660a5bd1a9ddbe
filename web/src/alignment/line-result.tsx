import { graver } from '@emery/core/verdict'
import {
  ENTRY_LIMITS,
  isLineKnown,
  isOutOfLine,
  lineCompared,
  spanLines,
  linesRead,
  worseAngle,
  type LineRead,
} from '@emery/core/alignment'
import type { SettledBelt } from '@emery/core/path'
import { sectionFigures } from '@emery/core/sections'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { Term } from '../ui/term.tsx'
import { PanelSection } from '../ui/panel.tsx'
import { ALIGNMENT_DOES } from './alignment-words.ts'
import styles from './alignment.module.css'

/** The pulley that is most misaligned, and what that does. */
export function LineResult({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const spans = spanLines(belt)
  const worst = spans.toSorted((a, b) => graver(a.verdict, b.verdict) || worseAngle(b) - worseAngle(a))[0]
  const furthest = linesRead(settled.drive, belt.belt.id).reduce<LineRead | undefined>(
    (most, each) => (Math.abs(each.offset ?? 0) > Math.abs(most?.offset ?? 0) ? each : most),
    undefined,
  )
  if (worst === undefined) return null
  if (spans.every(({ verdict }) => verdict === 'unknown')) return <NothingRead />
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const unread = (lineCompared(settled)?.pulleys ?? []).filter(({ again }) => again === 0)
  const planned = unread.length === 0 ? '' : ', if the moves went as planned'
  const unplaced = belt.pulleys.filter((pulley) => !isLineKnown(pulley)).map(({ id }) => id)
  const awayWords = (id: string, offset: number) =>
    `${nameOf(id)} is ${lengths.fine(Math.abs(offset))} too far ${offset > 0 ? 'back' : 'forward'}`
  // Whether it is too much only its spans can say; that it is off is known.
  const outOfLine = (read: LineRead | undefined) =>
    read?.offset != null && isOutOfLine(read.offset, read.sigma) ? awayWords(read.pulley, read.offset) : null
  const { fine, watch } = ENTRY_LIMITS[sectionFigures(belt.belt.section).family]
  return (
    <PanelSection title="Alignment">
      <p className={styles['result']}>
        <VerdictMark verdict={worst.verdict} size={18} />
        <b>
          {worst.verdict === 'unknown'
            ? (outOfLine(furthest) ?? 'No span that is read is out of line')
            : worst.verdict === 'fine'
              ? `Aligned${planned}`
              : furthest?.offset == null || furthest.offset === 0
                ? `Misaligned between ${nameOf(worst.from)} and ${nameOf(worst.to)}`
                : awayWords(furthest.pulley, furthest.offset)}
        </b>
      </p>
      {worst.verdict === 'unknown' && <p>Not read: {unplaced.map(nameOf).join(', ')}. Their spans are not known.</p>}
      {worst.verdict !== 'unknown' && (
        <p>
          Worst span: from {nameOf(worst.from)} to {nameOf(worst.to)}. The <Term of="entryAngle">entry angle</Term> is{' '}
          <b className="figures">{worseAngle(worst).toFixed(2)}°</b>: the belt {ALIGNMENT_DOES[worst.verdict]}
        </p>
      )}
      <p className="soft">
        Up to {fine}° quiet, to {watch}° watch, beyond that it chirps (<Term of="nominal">nominal</Term>). On a smooth
        face, half the angle counts.
      </p>
    </PanelSection>
  )
}

/** Before the first reading: what to do, and no verdict. */
function NothingRead() {
  return (
    <PanelSection title="Alignment">
      <p className={styles['result']}>
        <VerdictMark verdict="unknown" size={18} />
        <b>Nothing read yet</b>
      </p>
      <p className="soft">
        Lay a straightedge on the crank pulley and read how far each of the others stands from it. One reading of each
        tells which is out.
      </p>
    </PanelSection>
  )
}
