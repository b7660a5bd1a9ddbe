import { scaleLinear } from 'd3-scale'
import { Button, Segmented } from 'antd'
import { useEffect, useMemo, useRef, type PointerEvent } from 'react'
import type { SettledBelt } from '@emery/core/path'
import {
  HELP_BY,
  RESERVE,
  reserveVerdict,
  throttleBlip,
  whatHelps,
  type GripMap,
  type Help,
  type Helping,
} from '@emery/core/tension'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench, useRestingDrive } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './tension.module.css'
import { useGripMap } from './use-grip-map.ts'
import { useTension } from '../bench/use-tension.ts'

const SIZE = { width: 376, height: 190, left: 46, right: 8, top: 6, bottom: 26 } as const

/** Reserve of grip over engine speed and load, which pulley slips first where, and what would help most. */
export function GripMapOf({ belt }: { readonly belt: SettledBelt }) {
  const { store, rules } = useBench()
  const { condition, point } = useTension()
  const { map, done, failed, stop } = useGripMap({
    drive: useRestingDrive(),
    rules,
    condition,
    throttle: point.throttle ?? 0,
  })
  const { setTension } = store.getState()
  return (
    <PanelSection
      title="Grip against speed and load"
      beside={
        <Segmented<'own' | 'dry' | 'wet'>
          aria-label="Belt faces"
          value={condition === 'wet' ? 'wet' : condition === 'dry' ? 'dry' : 'own'}
          options={[
            { value: 'own', label: 'Now' },
            { value: 'wet', label: 'Wet' },
          ]}
          onChange={(next) => setTension({ condition: next === 'own' ? null : next })}
        />
      }
    >
      {map !== null && <Picture map={map} rpm={point.rpm} load={point.load} />}
      {done !== null && (
        <p className="soft" role="status">
          {Math.round(100 * done)} % <Button onClick={stop}>Stop</Button>
        </p>
      )}
      {failed && <p role="alert">The map could not be calculated. Change something, or try again.</p>}
      {map !== null && done === null && <InWords map={map} />}
      <Helps belt={belt} />
    </PanelSection>
  )
}

interface PictureProps {
  readonly map: GripMap
  readonly rpm: number
  readonly load: number
}

/** The map as a picture, a cell a dot; pressed, that speed and load are looked at. */
function Picture({ map, rpm, load }: PictureProps) {
  const { store } = useBench()
  const canvas = useRef<HTMLCanvasElement>(null)
  const { columns, rows, rpms } = map
  const [idle, most] = [rpms[0] ?? 0, rpms.at(-1) ?? 1]
  const x = scaleLinear([idle, most], [SIZE.left, SIZE.width - SIZE.right])
  const y = scaleLinear([0, 1], [SIZE.height - SIZE.bottom, SIZE.top])
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (context != null) paint(context, map)
  }, [map])
  const look = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons !== 1) return
    const box = event.currentTarget.getBoundingClientRect()
    const at = {
      x: ((event.clientX - box.left) / box.width) * SIZE.width,
      y: ((event.clientY - box.top) / box.height) * SIZE.height,
    }
    const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))
    store.getState().setTension({
      engineRpm: Math.round(within(x.invert(at.x), idle, most) / 10) * 10,
      load: Math.round(within(y.invert(at.y), 0, 1) * 20) / 20,
    })
  }
  return (
    <div className={styles['map']} onPointerDown={look} onPointerMove={look}>
      <div
        className={styles['cells']}
        style={{
          left: `${(100 * SIZE.left) / SIZE.width}%`,
          right: `${(100 * SIZE.right) / SIZE.width}%`,
          top: `${(100 * SIZE.top) / SIZE.height}%`,
          bottom: `${(100 * SIZE.bottom) / SIZE.height}%`,
        }}
      >
        <canvas ref={canvas} width={columns} height={rows} />
      </div>
      <svg viewBox={`0 0 ${SIZE.width} ${SIZE.height}`} width="100%" role="img" aria-label={sentence(map, (id) => id)}>
        <rect
          className={styles['frame']}
          x={SIZE.left}
          y={SIZE.top}
          width={SIZE.width - SIZE.left - SIZE.right}
          height={SIZE.height - SIZE.top - SIZE.bottom}
        />
        {[0, 0.5, 1].map((each) => (
          <text key={each} x={SIZE.left - 6} y={y(each) + 4} textAnchor="end">
            {100 * each} %
          </text>
        ))}
        {x.ticks(4).map((each) => (
          <text key={each} x={x(each)} y={SIZE.height - 8} textAnchor="middle">
            {each}
          </text>
        ))}
        <circle className={styles['here']} cx={x(Math.min(Math.max(rpm, idle), most))} cy={y(load)} r={6} />
      </svg>
    </div>
  )
}

/** Colours of the theme as the page has them, since a canvas knows none. */
function paint(context: CanvasRenderingContext2D, { columns, rows, reserve }: GripMap): void {
  const theme = getComputedStyle(document.documentElement)
  const colour = (name: string) => theme.getPropertyValue(name).trim()
  const fills = {
    act: colour('--act'),
    watch: colour('--watch'),
    fine: colour('--fine-wash'),
    unknown: colour('--sheet'),
    sheet: colour('--sheet'),
  }
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const verdict = reserveVerdict(reserve[row * columns + column] ?? null)
      // Slipping is hatched and near to it dotted, so that neither hangs on its colour alone.
      const gap =
        (verdict === 'act' && (row + column) % 4 === 0) || (verdict === 'watch' && row % 3 === 0 && column % 3 === 0)
      context.fillStyle = gap ? fills.sheet : fills[verdict]
      context.fillRect(column, rows - 1 - row, 1, 1)
    }
}

function InWords({ map }: { readonly map: GripMap }) {
  const { settled } = useBench()
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  return (
    <p role="status">
      {sentence(map, nameOf)} <span className="soft">Hatched: slips. Dotted: close to slipping.</span>
    </p>
  )
}

/** What a map says, for whoever does not see it: where something slips, and what slips first. */
function sentence(
  { reserve, first, pulleys, rpms, loads, columns, known }: GripMap,
  nameOf: (id: string) => string,
): string {
  let worst = reserve.findIndex((each) => !Number.isNaN(each))
  if (worst < 0) return 'A load on every belt is not known, so neither is the grip.'
  let slipping = 0
  for (let i = 0; i < reserve.length; i++) {
    if ((reserve[i] ?? Infinity) < (reserve[worst] ?? Infinity)) worst = i
    if ((reserve[i] ?? Infinity) < RESERVE.act) slipping++
  }
  const at = `${Math.round(rpms[worst % columns] ?? 0)} rpm and ${Math.round(100 * (loads[Math.floor(worst / columns)] ?? 0))} % load`
  const name = nameOf(pulleys[first[worst] ?? 0] ?? '')
  const least = reserve[worst] ?? Infinity
  const rest =
    known === 'read'
      ? ''
      : known === 'nominal'
        ? ' Nominal loads are used.'
        : ' Belts with a load that is not known are left out.'
  if (least === Infinity) return `A toothed belt cannot slip.${known === 'unknown' ? rest : ''}`
  if (slipping === 0)
    return `Nothing slips. ${name} is closest, at ${at}: ${least.toFixed(1)} times the grip it needs.${rest}`
  return `${name} slips first. Something slips on ${Math.max(1, Math.round((100 * slipping) / reserve.length))} % of the map, worst at ${at}.${rest}`
}

/** Engine speeds and loads at which help is looked for. */
const SPEEDS = 6
const LOADS = [0.5, 1]

/** What raises the least reserve of the belt in hand, most first, each worked out. */
function Helps({ belt }: { readonly belt: SettledBelt }) {
  const { settled, rules } = useBench()
  const { condition, blip } = useTension()
  const found = useMemo(() => {
    const { idleRpm, maxRpm } = settled.drive.engine
    const points = Array.from({ length: SPEEDS }, (_, i) => idleRpm + ((maxRpm - idleRpm) * i) / (SPEEDS - 1)).flatMap(
      (rpm) => LOADS.map((load) => (blip ? throttleBlip({ rpm, load }, rules) : { rpm, load })),
    )
    return whatHelps(settled, belt.belt.id, points, condition ?? undefined)
  }, [settled, rules, belt, condition, blip])
  if (found === undefined) return null
  const nameOf = (id: string | null) => (id === null ? '' : pulleyName(settled.drive, id))
  return (
    <>
      <h3 className={styles['helps']}>What would help</h3>
      <ul aria-label="What would help">
        {found.tried.map((helping) => (
          <li key={helping.help} className={styles['help']}>
            <VerdictMark verdict={reserveVerdict(helping.reserve)} />
            <span>{HELP_WORDS[helping.help](nameOf(helping.pulley))}</span>
            <span className="figures">{changeWords(found.now, helping)}</span>
          </li>
        ))}
      </ul>
      <p className="soft">
        Grip divided by the grip needed, at the worst point, of {belt.belt.name || belt.belt.id}: {found.now.toFixed(2)}{' '}
        now. Belt dressing is not listed: it hides the fault for a day and collects dirt.
      </p>
    </>
  )
}

const HELP_WORDS: Readonly<Record<Help, (pulley: string) => string>> = {
  dry: () => 'dry, clean faces',
  tighter: () => `${100 * HELP_BY.tighter} % more tension`,
  wrap: (pulley) => `${HELP_BY.wrapDeg}° more wrap on ${pulley}: an idler beside it`,
  larger: (pulley) => `${pulley} ${100 * HELP_BY.larger} % larger`,
  ribs: () => `${HELP_BY.ribs} more ribs`,
}

function changeWords(now: number, { reserve }: Helping): string {
  if (Math.abs(reserve - now) < 0.005) return 'changes nothing'
  return `${now.toFixed(2)} → ${reserve.toFixed(2)}`
}
