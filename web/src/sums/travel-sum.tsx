import { useState } from 'react'
import { travelSum } from '@emery/core/sums'
import { Term } from '../ui/term.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { LengthField } from './fields.tsx'
import { SumCard } from './sum-card.tsx'

const percent = (share: number) => `${Math.round(100 * share)} %`

/** The lengths at both ends of an adjuster: where it stands with a belt in between. */
export function TravelSum() {
  const lengths = useLengths()
  const [slackEnd, setSlackEnd] = useState<number | null>(null)
  const [tightEnd, setTightEnd] = useState<number | null>(null)
  const [belt, setBelt] = useState<number | null>(null)
  const told = slackEnd !== null && tightEnd !== null && belt !== null
  const sum = told ? travelSum(slackEnd, tightEnd, belt) : undefined
  return (
    <SumCard
      title="Where the adjuster stands"
      wants={
        told ? 'The length at the tight end must be the longer one.' : 'Enter the length at both ends, and the belt’s.'
      }
      result={
        sum === undefined ? null : (
          <>
            <p>
              <VerdictMark verdict={sum.verdict} label="" />{' '}
              {sum.travel < 0 ? (
                'The belt is too short to go on.'
              ) : sum.travel > 1 ? (
                'The belt is too long: it stays slack at the tight end.'
              ) : (
                <>
                  At <b className="figures">{percent(sum.travel)}</b> of its travel.
                </>
              )}
            </p>
            <p>
              A new belt stands at {percent(sum.newBelt[0])} to {percent(sum.newBelt[1])} (
              <Term of="nominal">nominal</Term>). The whole travel takes up {lengths.text(sum.reach)}.
            </p>
          </>
        )
      }
      working="(belt − slack end) ÷ (tight end − slack end)"
    >
      <LengthField label="Length at the slack end" value={slackEnd} onRead={setSlackEnd} />
      <LengthField label="Length at the tight end" value={tightEnd} onRead={setTightEnd} />
      <LengthField label="The belt’s length" value={belt} onRead={setBelt} />
    </SumCard>
  )
}
