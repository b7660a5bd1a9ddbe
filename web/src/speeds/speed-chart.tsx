import { scaleLinear } from 'd3-scale'
import { onlyLeads } from '@emery/core/drive'
import { timeWords, type RangeEnd, type SpeedJudgement } from '@emery/core/speeds'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { CHART, engineScale, maxShown, spread, type Scale } from './chart-scale.ts'
import styles from './speeds.module.css'
import { TimeBars } from './time-bars.tsx'
import { useSpeeds } from './use-speeds.ts'

const HEIGHT = 236
const TOP = 10
const BOTTOM = 24
/** Pixels that a name at the end of a line needs to itself. */
const NAME_PX = 15
const MAX_LETTERS = 13

/**
 * Accessory speed over engine speed, a line each, with the useful band of the one asked about; below it how long the engine runs at
 * what speed, and how long each part is in its range.
 */
export function SpeedChart() {
  const { settled } = useBench()
  const { judged, focus, rpm, nameOf } = useSpeeds()
  const { engine, shafts } = settled.drive
  const lines = judged.filter(
    ({ shaft, verdict }) =>
      shaft === focus?.shaft || verdict === 'act' || !shafts.some(({ id, kind }) => id === shaft && onlyLeads(kind)),
  )
  if (lines.length === 0) return null
  const x = engineScale(engine)
  const most = maxShown(engine)
  const highest = Math.max(...lines.map(({ ratio }) => ratio * most), ...bandEnds(focus))
  const y = scaleLinear([0, highest], [HEIGHT - BOTTOM, TOP]).nice()
  return (
    <PanelSection label="Speed against engine speed" title="Against engine speed">
      <figure className={styles['chart']}>
        <svg
          viewBox={`0 0 ${CHART.width} ${HEIGHT}`}
          width="100%"
          role="img"
          aria-label={inWords(lines, rpm, focus, nameOf)}
        >
          {focus !== undefined && <Band focus={focus} x={x} y={y} />}
          <Grid x={x} y={y} />
          <line className={styles['now']} x1={x(rpm)} x2={x(rpm)} y1={TOP} y2={HEIGHT - BOTTOM} />
          <Lines lines={lines} x={x} y={y} max={most} />
        </svg>
        <TimeBars />
        <figcaption>
          Part rpm against engine rpm. The band is where {focus === undefined ? 'a part' : <Focused />} works properly.
          A line is dashed where its part is out of range.
        </figcaption>
      </figure>
      <TimeInRange />
    </PanelSection>
  )
}

function Focused() {
  const { focus, nameOf } = useSpeeds()
  return <>{focus === undefined ? 'a part' : nameOf(focus.shaft)}</>
}

/** Ends of the band that are worth making room for. */
function bandEnds(focus: SpeedJudgement | undefined): number[] {
  const most = focus?.range.max?.rpm
  return most === undefined || focus === undefined || most > 1.6 * focus.rpm.max ? [] : [most * 1.05]
}

interface ScalesProps {
  readonly x: Scale
  readonly y: Scale
}

function Grid({ x, y }: ScalesProps) {
  const { settled } = useBench()
  const { idleRpm, cruiseRpm, maxRpm } = settled.drive.engine
  const floor = HEIGHT - BOTTOM
  return (
    <g className={styles['grid']}>
      {y.ticks(5).map((rpm) => (
        <g key={rpm}>
          <line x1={CHART.left} x2={CHART.width - CHART.right} y1={y(rpm)} y2={y(rpm)} />
          <text x={CHART.left - 6} y={y(rpm) + 4} textAnchor="end">
            {rpm}
          </text>
        </g>
      ))}
      {x.ticks(4).map((rpm) => (
        <text key={rpm} x={x(rpm)} y={floor + 17} textAnchor="middle">
          {rpm}
        </text>
      ))}
      {[idleRpm, cruiseRpm, maxRpm].map((rpm) => (
        <line key={rpm} className={styles['mark']} x1={x(rpm)} x2={x(rpm)} y1={floor} y2={floor + 5} />
      ))}
    </g>
  )
}

/** Where the part asked about does its work, between its ends as far as they are known. */
function Band({ focus: { range }, x, y }: ScalesProps & { readonly focus: SpeedJudgement }) {
  const { min: least, max: most } = range
  if (least === null && most === null) return null
  const [left, right] = [CHART.left, CHART.width - CHART.right]
  const top = most === null ? TOP : Math.max(TOP, y(most.rpm))
  const bottom = least === null ? y(0) : y(least.rpm)
  const end = (at: RangeEnd | null, words: string, above: boolean) => {
    const height = at === null ? NaN : y(at.rpm)
    if (at === null || height < TOP) return null
    return (
      <g key={words} className={styles['bandEnd']}>
        <line x1={left} x2={right} y1={height} y2={height} />
        <text x={left + 5} y={height + (above || height > HEIGHT - BOTTOM - 16 ? -4 : 13)}>
          {`${words} ${Math.round(at.rpm)}${at.restsOn === 'part' ? '' : ` (${at.restsOn})`}`}
        </text>
      </g>
    )
  }
  return (
    <g>
      <rect
        className={styles['band']}
        x={left}
        y={top}
        width={x.range()[1] === undefined ? 0 : right - left}
        height={Math.max(0, bottom - top)}
      />
      {end(most, 'most', true)}
      {end(least, 'least', false)}
    </g>
  )
}

interface LinesProps extends ScalesProps {
  readonly lines: readonly SpeedJudgement[]
  readonly max: number
}

/** A line each, broken where the part is out of its range, named at its end. */
function Lines({ lines, x, y, max: most }: LinesProps) {
  const { store } = useBench()
  const { focus, rpm, nameOf } = useSpeeds()
  const names = spread(
    lines.map(({ ratio }) => y(ratio * most)),
    NAME_PX,
    HEIGHT - BOTTOM,
  )
  return lines.map(({ shaft, ratio, range, verdict }, i) => {
    const ends = [0, engineAt(range.min, ratio, 0), engineAt(range.max, ratio, most), most]
    const [zero = 0, from = 0, to = most] = ends.map((each) => Math.min(Math.max(each, 0), most))
    const piece = (a: number, b: number, outside: boolean) =>
      b > a && <line data-outside={outside} x1={x(a)} y1={y(ratio * a)} x2={x(b)} y2={y(ratio * b)} />
    const name = nameOf(shaft)
    return (
      <g
        key={shaft}
        className={styles['line']}
        data-focus={shaft === focus?.shaft}
        data-verdict={verdict}
        onClick={() => store.getState().setSpeeds({ shaft })}
      >
        {piece(zero, from, true)}
        {piece(from, to, false)}
        {piece(to, most, true)}
        <circle cx={x(rpm)} cy={y(ratio * rpm)} r={shaft === focus?.shaft ? 4.5 : 3} />
        <text x={CHART.width - CHART.right + 6} y={(names[i] ?? 0) + 4}>
          {name.length > MAX_LETTERS ? `${name.slice(0, MAX_LETTERS - 1).trimEnd()}…` : name}
        </text>
      </g>
    )
  })
}

function engineAt(end: RangeEnd | null, ratio: number, fallback: number): number {
  return end === null ? fallback : end.rpm / ratio
}

function inWords(
  lines: readonly SpeedJudgement[],
  rpm: number,
  focus: SpeedJudgement | undefined,
  nameOf: (shaft: string) => string,
): string {
  const speeds = lines.map(({ shaft, ratio }) => `${nameOf(shaft)} ${Math.round(ratio * rpm)}`).join(', ')
  const { min: least, max: most } = focus?.range ?? { min: null, max: null }
  const band = [
    ...(least === null ? [] : [`from ${Math.round(least.rpm)}`]),
    ...(most === null ? [] : [`to ${Math.round(most.rpm)}`]),
  ].join(' ')
  const useful = focus === undefined || band === '' ? '' : ` Useful range of ${nameOf(focus.shaft)}: ${band} rpm.`
  return `Speed against engine speed; at ${Math.round(rpm)} rpm: ${speeds}.${useful}`
}

/** How long each part is too slow, in its range, and too fast; pressed it is asked about. */
function TimeInRange() {
  const { store } = useBench()
  const { judged, focus, nameOf } = useSpeeds()
  const ranged = judged.filter(({ range }) => range.min !== null || range.max !== null)
  if (ranged.length === 0) return null
  return (
    <ul className={styles['inRange']} aria-label="Time in range">
      {ranged.map(({ shaft, time: { below, above }, verdict }) => (
        <li key={shaft} data-focus={shaft === focus?.shaft}>
          <button
            type="button"
            aria-pressed={shaft === focus?.shaft}
            onClick={() => store.getState().setSpeeds({ shaft })}
          >
            <VerdictMark verdict={verdict} label="" />
            <span>{nameOf(shaft)}</span>
          </button>
          <svg viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden>
            <rect className={styles['inside']} x={0} width={100} height={12} />
            <rect className={styles['outside']} x={0} width={100 * below} height={12} />
            <rect className={styles['outside']} x={100 * (1 - above)} width={100 * above} height={12} />
          </svg>
          <button
            type="button"
            className={styles['timeWords']}
            aria-label={`Working of the time out of range of ${nameOf(shaft)}`}
            onClick={() => store.getState().showWorking({ of: 'time', shaft })}
          >
            {rangeWords(below, above)}
          </button>
        </li>
      ))}
    </ul>
  )
}

function rangeWords(below: number, above: number): string {
  if (below === 0 && above === 0) return 'always in range'
  const words = [
    ...(below > 0 ? [`too slow ${timeWords(below)}`] : []),
    ...(above > 0 ? [`too fast ${timeWords(above)}`] : []),
  ]
  return words.join(', ').replaceAll(' of the time', '')
}
