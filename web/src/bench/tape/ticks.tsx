import { inchFraction, MM_PER_INCH } from '@emery/core/units'
import { RULE_BOTTOM, RULE_TOP, type Scale } from './scale.ts'
import styles from './tape.module.css'

/** The rule's own divisions: millimetres, or sixteenths of an inch. */
export function Ticks({ scale, inches }: { readonly scale: Scale; readonly inches: boolean }) {
  const [from, to] = scale.domain() as [number, number]
  const unit = inches ? MM_PER_INCH / 16 : 1
  const perUnit = scale(unit) - scale(0)
  const [half, whole] = inches ? [8, 16] : [5, 10]
  // Divisions closer than 4 px would run into one grey band.
  const step = perUnit >= 4 ? 1 : perUnit * half >= 4 ? half : whole
  const labelEvery = [half, whole, 2 * whole, 5 * whole, 10 * whole].find((n) => n * perUnit >= 58) ?? 20 * whole
  const ticks = []
  for (let i = Math.ceil(from / unit / step) * step; i * unit <= to; i += step) {
    const x = scale(i * unit)
    const length = i % whole === 0 ? 22 : i % half === 0 ? 16 : 9
    ticks.push(<line key={i} x1={x} x2={x} y1={RULE_BOTTOM - length} y2={RULE_BOTTOM} />)
    if (i % labelEvery === 0) {
      ticks.push(
        <text key={`t${i}`} x={x} y={RULE_TOP + 20} textAnchor="middle">
          {inches ? inchFraction(i * unit) : i}
        </text>,
      )
    }
  }
  return <g className={styles['ticks']}>{ticks}</g>
}
