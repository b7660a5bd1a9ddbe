import { useState } from 'react'
import { angleOverSpan, isOutOfLine, linesRead, outBeyond } from '@emery/core/alignment'
import type { SettledBelt } from '@emery/core/path'
import type { Mm } from '@emery/core/units'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { pulleyName } from '../ui/pulley-name.ts'
import { LengthInput } from '../ui/length-input.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { ALIGNMENT_DOES } from './alignment-words.ts'
import styles from './alignment.module.css'

/** Who is out and by how much, of a belt whose spans are not known; and what it comes to over one span that is typed. */
export function OffsetsOnly({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const [span, setSpan] = useState<Mm | null>(null)
  const [reference, ...others] = linesRead(settled.drive, belt.belt.id)
  const read = others.flatMap(({ pulley, offset, sigma }) => (offset === null ? [] : [{ pulley, offset, sigma }]))
  if (reference === undefined) return null
  const furthest = read.toSorted((a, b) => Math.abs(b.offset) - Math.abs(a.offset))[0]
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const isOut = furthest !== undefined && isOutOfLine(furthest.offset, furthest.sigma)
  const over = isOut && span !== null ? angleOverSpan(belt.belt.section, furthest.offset, span) : null
  return (
    <PanelSection title="Alignment">
      <p className={styles['result']}>
        <VerdictMark verdict={over?.verdict ?? 'unknown'} size={18} />
        <b>
          {furthest === undefined
            ? 'Nothing read yet'
            : isOut
              ? `${nameOf(furthest.pulley)} is ${lengths.fine(Math.abs(furthest.offset))} too far ${furthest.offset > 0 ? 'back' : 'forward'}`
              : `Within ${lengths.fine(outBeyond(furthest.sigma))} of the reference, what was read`}
        </b>
      </p>
      {isOut && (
        <>
          <p className="soft">How much that matters follows from its shorter span: measure it, or place the parts.</p>
          <LengthInput label={`Shorter span of ${nameOf(furthest.pulley)}`} value={span} onRead={setSpan} />
          {over !== null && (
            <p role="status">
              The entry angle is <b className="figures">{over.angle.toFixed(2)}°</b> if both stand square: the belt{' '}
              {ALIGNMENT_DOES[over.verdict]}
            </p>
          )}
        </>
      )}
    </PanelSection>
  )
}
