import { Button, Segmented } from 'antd'
import { useState } from 'react'
import type { SettledBelt } from '@emery/core/path'
import { familyOf } from '@emery/core/sections'
import { spanSigns, tensionSum, USUAL_BELT_MM, type SpanAsked } from '@emery/core/sums'
import { FINGER_FORCE, setInstallTension, settingFor } from '@emery/core/tension'
import type { Mm } from '@emery/core/units'
import { useBench } from '../bench/bench-context.ts'
import { Caution } from '../ui/caution.tsx'
import fields from '../ui/fields.module.css'
import { FigureInput } from '../ui/figure-input.tsx'
import { PanelSection } from '../ui/panel.tsx'
import { LengthInput } from '../ui/length-input.tsx'
import { Term } from '../ui/term.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { useUnits } from '../ui/use-units.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'

const WAYS = [
  { value: 'press', label: 'Press' },
  { value: 'pluck', label: 'Pluck' },
] as const
type Way = (typeof WAYS)[number]['value']

/** One span of a belt that has no path yet: its length is typed, and a hand reads its tension. */
export function SpanByHand({ belt: { belt } }: { readonly belt: SettledBelt }) {
  const { store } = useBench()
  const lengths = useLengths()
  const units = useUnits()
  const [span, setSpan] = useState<Mm | null>(null)
  const [way, setWay] = useState<Way>('press')
  const [force, setForce] = useState<number | null>(FINGER_FORCE)
  const [deflection, setDeflection] = useState<Mm | null>(null)
  const [frequency, setFrequency] = useState<number | null>(null)
  const asked: SpanAsked | null =
    span === null ? null : { section: belt.section, ribs: belt.ribs, span, beltLength: belt.length }
  const reading =
    way === 'pluck'
      ? frequency === null
        ? null
        : { how: 'pluck' as const, frequency }
      : force === null || deflection === null
        ? null
        : { how: 'gauge' as const, force, deflection }
  const wanted = settingFor(belt, 'used')
  const sum = asked === null || reading === null ? null : tensionSum(asked, reading, 'used')
  const signs = asked === null ? null : spanSigns(asked, wanted)
  return (
    <PanelSection title="One span by hand">
      <p className="soft">Measure one free span from pulley to pulley, and press or pluck it in its middle.</p>
      <Caution>Engine off and key out. Keep fingers out of the pulleys. Never check a running belt by hand.</Caution>
      <Segmented<Way> block aria-label="How it is read" value={way} options={[...WAYS]} onChange={setWay} />
      <div className={fields['two']}>
        <LengthInput label="Span" value={span} onRead={setSpan} />
        {way === 'pluck' ? (
          <FigureInput label="Pitch, Hz" value={frequency} onRead={setFrequency} />
        ) : (
          <>
            <FigureInput label="Pressed with, N" value={force} onRead={setForce} />
            <LengthInput label="Deflection" value={deflection} onRead={setDeflection} />
          </>
        )}
      </div>
      {signs !== null && (
        <p>
          A used belt{familyOf(belt.section).hasRibs ? ` of ${belt.ribs} ribs` : ''} wants{' '}
          <b className="figures">{units.force.text(wanted)}</b> (
          {belt.book?.used === undefined ? <Term of="nominal">nominal</Term> : 'its book'}): here{' '}
          {lengths.fine(signs.deflection)} under {units.force.text(FINGER_FORCE)}, or {signs.frequency.toFixed(0)} Hz.
        </p>
      )}
      {sum !== null && (
        <div role="status" aria-label="Tension of the span">
          <p>
            <VerdictMark verdict={sum.verdict} label="" /> <b className="figures">{units.force.text(sum.tension)}</b> ±{' '}
            {units.force.bare(sum.sigma)}.{' '}
            {sum.verdict === 'fine'
              ? 'Right.'
              : sum.tension < sum.wanted
                ? 'Too slack: tighten it.'
                : 'Too tight: slacken it.'}
          </p>
          <Button
            onClick={() =>
              store
                .getState()
                .edit('keep a tension as the setting', setInstallTension(belt.id, Math.round(sum.tension)))
            }
          >
            Save {units.force.text(sum.tension)} as its setting
          </Button>
        </div>
      )}
      <p className="soft">
        {belt.length === null
          ? `The belt’s stretch is taken for one of ${lengths.text(USUAL_BELT_MM)}: its own length is not known.`
          : ''}{' '}
        More follows once the parts are placed.
      </p>
    </PanelSection>
  )
}
