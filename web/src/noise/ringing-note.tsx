import { useMemo } from 'react'
import { Link } from 'react-router'
import type { DriveRecord } from '@emery/core/api'
import { settleDrive } from '@emery/core/path'
import { ringing } from '@emery/core/tension'
import { pulleyName } from '../ui/pulley-name.ts'

/** Where a slap or a flutter is heard: the spans that ring at idle or cruise, since those flutter with nothing worn. */
export function RingingNote({ record: { id, document } }: { readonly record: DriveRecord }) {
  const spans = useMemo(() => {
    const settled = settleDrive(document)
    const near = settled.belts.flatMap((belt) =>
      (ringing(settled, belt)?.crossings ?? []).filter(({ verdict }) => verdict === 'watch'),
    )
    const named = near.map(
      ({ from, to, rpm }) =>
        `${pulleyName(document, from)} to ${pulleyName(document, to)} at ${Math.round(rpm / 10) * 10} rpm`,
    )
    return [...new Set(named)]
  }, [document])
  if (spans.length === 0) return null
  return (
    <section aria-label="Spans that ring">
      <h2 className="heading">Spans that ring</h2>
      <p>
        A span that rings flutters with nothing worn: {spans.join('; ')}. Another tension or an idler moves that speed.
        See <Link to={`/drives/${id}/tension`}>Tension</Link> before a part is replaced.
      </p>
    </section>
  )
}
