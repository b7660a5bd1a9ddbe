import { lineCompared } from '@emery/core/alignment'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench } from '../bench/bench-context.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import { PanelSection } from '../ui/panel.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import styles from './alignment.module.css'

/** What the newest work on the line has changed, once it was read again; what has still to be read until then. */
export function LineComparedToBefore() {
  const { settled } = useBench()
  const lengths = useLengths()
  const compared = lineCompared(settled)
  if (compared === null) return null
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const signed = (mm: number) => `${Math.abs(mm) < 0.005 ? '' : mm > 0 ? '+' : '−'}${lengths.fine(Math.abs(mm))}`
  const unread = compared.pulleys.filter(({ again }) => again === 0)
  const stillOut = compared.pulleys.filter(({ inLine }) => inLine === false)
  return (
    <PanelSection title="Before and after">
      <table className={styles['compared']}>
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col">before</th>
            <th scope="col">planned</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        <tbody>
          {compared.pulleys.map(({ pulley, was, planned, is, again, inLine }) => (
            <tr key={pulley}>
              <th scope="row">{nameOf(pulley)}</th>
              <td className="figures">{signed(was)}</td>
              <td className="figures">{signed(planned)}</td>
              <td className="figures">
                {again === 0 ? (
                  'not measured again'
                ) : (
                  <span className={styles['judged']}>
                    {signed(is)}
                    <VerdictMark
                      verdict={inLine === null ? 'unknown' : inLine ? 'fine' : 'act'}
                      label={inLine === null ? 'not known' : inLine ? 'in line' : 'still out'}
                      size={12}
                    />
                  </span>
                )}
              </td>
            </tr>
          ))}
          {unread.length === 0 &&
            compared.angles.map(({ belt, was, is }) => (
              <tr key={belt}>
                <th scope="row">
                  {compared.angles.length === 1
                    ? 'Largest angle'
                    : `Largest angle, ${settled.drive.belts.find(({ id }) => id === belt)?.name ?? belt}`}
                </th>
                <td className="figures">{was.toFixed(2)}°</td>
                <td />
                <td className="figures">{is.toFixed(2)}°</td>
              </tr>
            ))}
        </tbody>
      </table>
      <p className="soft">
        {unread.length > 0
          ? `Moved, and drawn in the planned position. Measure ${unread.map(({ pulley }) => nameOf(pulley)).join(' and ')} again to check.`
          : stillOut.length > 0
            ? `${stillOut.map(({ pulley }) => nameOf(pulley)).join(' and ')} did not come as far as planned. The moves below start from the new reading.`
            : `In line. Adjusted on ${compared.at.slice(0, 10)}${compared.by === '' ? '' : ` by ${compared.by}`}.`}
      </p>
    </PanelSection>
  )
}
