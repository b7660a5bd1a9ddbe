import { scaleLinear } from 'd3-scale'
import { useDeferredValue, useMemo } from 'react'
import type { SettledBelt } from '@emery/core/path'
import { ringing, type Crossing, type Ringing, type Shaker } from '@emery/core/tension'
import type { Verdict } from '@emery/core/verdict'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { pulleyName } from '../ui/pulley-name.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import styles from './ringing-chart.module.css'

const SIZE = { width: 376, height: 220, left: 40, right: 8, top: 8, bottom: 28 } as const

/** What a crossing is, for whoever does not see its mark. */
const MARKS: Readonly<Record<Verdict, string>> = {
  watch: 'watch',
  fine: 'run through',
  act: 'act',
  unknown: 'not known: a load, a spring or the engine’s speeds are not read',
}

/** Crossings named one by one; those worth watching come first. */
const NAMED = 6

/** At which engine speed which span rings, and with what: its pitch over engine speed, and the rays of what shakes it. */
export function RingingChart({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const asked = useDeferredValue(useMemo(() => ({ settled, belt }), [settled, belt]))
  const found = useMemo(() => ringing(asked.settled, asked.belt), [asked])
  const nameOf = (id: string) =>
    settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? pulleyName(settled.drive, id)
  if (found === null) return null
  const crossings = found.crossings.toSorted(
    (a, b) => Number(b.verdict === 'watch') - Number(a.verdict === 'watch') || a.rpm - b.rpm,
  )
  return (
    <PanelSection title="Spans that ring">
      <Chart found={found} nameOf={nameOf} />
      <ul className={styles['crossings']} aria-label="Where spans ring">
        {crossings.slice(0, NAMED).map((crossing) => (
          <li key={`${crossing.from} ${crossing.shaker.of} ${crossing.shaker.shaft ?? ''} ${crossing.rpm}`}>
            <VerdictMark verdict={crossing.verdict} label={MARKS[crossing.verdict]} />
            <span>{crossingWords(crossing, nameOf)}</span>
          </li>
        ))}
      </ul>
      {crossings.some(({ verdict }) => verdict === 'watch') && (
        <p>One within 5 % of idle or cruise may flutter there. Another tension moves it, or an idler on that span.</p>
      )}
      <p className="soft">
        Pitch in Hz over engine speed: a string’s at the running tension, accessories lightly loaded; the belt’s bending
        raises it up to the thin line. {found.loadsKnown ? '' : 'A load is not known, so tensions are those at rest. '}
        {found.shakers.some(({ of }) => of === 'firing')
          ? ''
          : 'How often the engine fires is not known: enter its cylinders in Speeds.'}
      </p>
    </PanelSection>
  )
}

function Chart({
  found: { spans, shakers, crossings },
  nameOf,
}: {
  readonly found: Ringing
  readonly nameOf: (id: string) => string
}) {
  const pitches = spans.flatMap((span) => span.pitches)
  const [from, to] = [Math.min(...pitches.map(({ rpm }) => rpm)), Math.max(...pitches.map(({ rpm }) => rpm))]
  const x = scaleLinear([from, to], [SIZE.left, SIZE.width - SIZE.right])
  const y = scaleLinear([0, 1.05 * Math.max(...pitches.map(({ hz }) => hz))], [SIZE.height - SIZE.bottom, SIZE.top])
  const pathOf = (points: readonly { readonly rpm: number; readonly hz: number }[]) =>
    `M${points.map(({ rpm, hz }) => `${x(rpm)},${y(hz)}`).join('L')}`
  const inside = y.domain()[1] ?? 0
  return (
    <svg
      className={styles['chart']}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      width="100%"
      role="img"
      aria-label={`Pitch of ${spans.length} spans over engine speed; ${crossings.length} crossings with what shakes them.`}
    >
      {y.ticks(5).map((hz) => (
        <text key={hz} x={SIZE.left - 6} y={y(hz) + 4} textAnchor="end">
          {hz}
        </text>
      ))}
      {x.ticks(4).map((rpm) => (
        <text key={rpm} x={x(rpm)} y={SIZE.height - 10} textAnchor="middle">
          {rpm}
        </text>
      ))}
      <text x={SIZE.width - SIZE.right} y={SIZE.height - 10} textAnchor="end">
        rpm
      </text>
      {shakers.map((shaker) => {
        // A ray ends where it leaves the chart.
        const end = Math.min(to, inside / shaker.perRpm)
        return end <= from ? null : (
          <line
            key={`${shaker.of} ${shaker.shaft ?? ''}`}
            data-shaker={shaker.of}
            x1={x(from)}
            y1={y(from * shaker.perRpm)}
            x2={x(end)}
            y2={y(end * shaker.perRpm)}
          >
            <title>{shakerWords(shaker, nameOf)}</title>
          </line>
        )
      })}
      {spans.map((span) => (
        <g key={`${span.from} ${span.to}`}>
          <path data-high d={pathOf(span.pitches.map(({ rpm, high }) => ({ rpm, hz: Math.min(high, inside) })))} />
          <path d={pathOf(span.pitches)}>
            <title>{`${nameOf(span.from)} to ${nameOf(span.to)}`}</title>
          </path>
        </g>
      ))}
      {crossings.map(({ rpm, hz, verdict }, i) => (
        <circle key={i} data-verdict={verdict} cx={x(rpm)} cy={y(hz)} r={verdict === 'watch' ? 5 : 3} />
      ))}
    </svg>
  )
}

function crossingWords({ from, to, shaker, rpm, hz }: Crossing, nameOf: (id: string) => string): string {
  return `${nameOf(from)} to ${nameOf(to)} rings at ${Math.round(rpm)} rpm (${hz.toFixed(0)} Hz), shaken by ${shakerWords(shaker, nameOf)}`
}

function shakerWords({ of, shaft }: Shaker, nameOf: (id: string) => string): string {
  if (of === 'firing') return 'the engine’s firing'
  return of === 'belt' ? 'the belt once round' : `${nameOf(shaft ?? '')} once a turn`
}
