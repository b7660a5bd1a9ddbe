import { Segmented } from 'antd'
import { useDeferredValue, useMemo, useState } from 'react'
import { pulleysForSpeed, wantedRefusal, type SizeStep, type SpeedCandidate } from '@emery/core/resize'
import { useLengths } from '../../ui/use-lengths.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import { useSpeeds } from '../use-speeds.ts'
import styles from './change-sizes.module.css'
import { pulleyName } from '../../ui/pulley-name.ts'
import { sizeText } from './size-text.ts'
import { VersionCard } from './version-card.tsx'

/** Sizes of one pulley that are shown before the rest is asked for. */
const SHOWN = 3

/** Every pulley that would give the speed wanted, by pulley, nearest first, and why the others cannot. */
export function Candidates() {
  const { settled, rules } = useBench()
  const { focus, wanted, nameOf } = useSpeeds()
  const lengths = useLengths()
  const [step, setStep] = useState<SizeStep>(lengths.style === 'mm' ? 'mm' : 'sixteenth')
  const asked = useDeferredValue(wanted)
  const shaft = focus?.shaft
  const refusal = asked === null ? undefined : wantedRefusal(asked.rpm, asked.engineRpm)
  const answer = useMemo(() => {
    if (shaft === undefined || asked?.rpm == null || refusal !== undefined) return null
    return pulleysForSpeed(
      settled,
      { shaft, ratio: asked.rpm / asked.engineRpm, step },
      { rules, lengthText: lengths.text },
    )
  }, [settled, shaft, asked, refusal, step, rules, lengths])
  if (focus === undefined || asked === null) return null
  const groups = grouped(answer?.candidates ?? [])
  return (
    <PanelSection
      title="Pulleys for this speed"
      beside={
        <Segmented<SizeStep>
          aria-label="Sizes available in"
          value={step}
          options={[
            { value: 'mm', label: '1 mm' },
            { value: 'sixteenth', label: '1/16 in' },
          ]}
          onChange={setStep}
        />
      }
    >
      {refusal !== undefined && <p role="alert">{refusal}</p>}
      {answer !== null && groups.length === 0 && (
        <p role="alert">
          No pulley lets {nameOf(focus.shaft)} turn at {Math.round(asked.rpm ?? 0)} rpm there. Enter a speed closer to{' '}
          {Math.round(focus.ratio * asked.engineRpm)}.
        </p>
      )}
      {groups.map(({ pulley, candidates }) => (
        <Group key={pulley} pulley={pulley} candidates={candidates} />
      ))}
      {answer?.cannot.map(({ pulley, words }) => (
        <p key={pulley} className={styles['cannot']}>
          <VerdictMark verdict="unknown" label="cannot" />
          <span>{words}</span>
        </p>
      ))}
    </PanelSection>
  )
}

function Group({ pulley, candidates }: { readonly pulley: string; readonly candidates: readonly SpeedCandidate[] }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const { wanted } = useSpeeds()
  const [all, setAll] = useState(false)
  const { drive } = settled
  const now = candidates[0]?.version.sizes[0]?.from
  const shown = all ? candidates : candidates.slice(0, SHOWN)
  return (
    <div role="group" aria-label={`Another pulley on ${pulleyName(drive, pulley)}`}>
      <h3 className={styles['pulley']}>
        {pulleyName(drive, pulley)}{' '}
        {now !== undefined && <small>now {sizeText(drive, { pulley, size: now }, lengths)}</small>}
      </h3>
      <ul>
        {shown.map(({ size, ratio, off, version }) => (
          <VersionCard
            key={size}
            version={version}
            title={sizeText(drive, { pulley, size }, lengths)}
            speed={`${Math.round(ratio * (wanted?.engineRpm ?? 0))} rpm, ${offWords(off)}`}
          />
        ))}
      </ul>
      {candidates.length > SHOWN && (
        <button type="button" className={styles['more']} aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer sizes' : `${candidates.length - SHOWN} more sizes`}
        </button>
      )}
    </div>
  )
}

function offWords(off: number): string {
  if (Math.abs(off) < 0.0005) return 'as requested'
  return `${Math.abs(100 * off).toFixed(1)} % ${off > 0 ? 'above' : 'below'}`
}

/** Candidates by pulley, the pulley with the nearest first. */
function grouped(candidates: readonly SpeedCandidate[]) {
  const pulleys = [...new Set(candidates.map(({ pulley }) => pulley))]
  return pulleys.map((pulley) => ({ pulley, candidates: candidates.filter((each) => each.pulley === pulley) }))
}
