import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import { useSurvey } from '../use-measured.ts'
import styles from './drawing.module.css'

/** Distances as lines between the pulleys they were taken between; one that the rest contradict is marked with how much. */
export function SurveyLayer({ scale }: { readonly scale: number }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const survey = useSurvey()
  const at = (pulley: string) => settled.places.get(settled.drive.pulleys.find(({ id }) => id === pulley)?.shaft ?? '')
  return survey?.residuals.map(({ distance, residual, outlier }) => {
    const [a, b] = [at(distance.from), at(distance.to)]
    if (a === undefined || b === undefined) return null
    return (
      <g key={distance.id} aria-hidden pointerEvents="none">
        <line className={styles['distance']} data-outlier={outlier} x1={a.x} y1={-a.y} x2={b.x} y2={-b.y} />
        {outlier && residual !== null && (
          <text
            className={styles['distanceText']}
            transform={`translate(${(a.x + b.x) / 2} ${-(a.y + b.y) / 2}) scale(${1 / scale})`}
            textAnchor="middle"
          >
            {residual < 0 ? '−' : '+'}
            {lengths.text(Math.abs(residual))}
          </text>
        )}
      </g>
    )
  })
}
