import { useEffect } from 'react'
import { setRoute, type Belt, type CheckedDrive } from '@emery/core/drive'
import type { RouteOption, RouteSearch } from '@emery/core/route'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { RouteThumb } from './route-thumb.tsx'
import styles from './route.module.css'

/** What a search found: routes to look at and to take, or why there is none. */
export function Found({
  belt,
  result,
  drive,
}: {
  readonly belt: Belt
  readonly result: RouteSearch
  readonly drive: CheckedDrive
}) {
  const { store } = useBench()
  // A route that was only looked at must not stay on the drawing when this is gone.
  useEffect(() => () => store.getState().tryRoute(null), [store])
  if (result.routes.length === 0) {
    return (
      <ul aria-label="Why no route was found" style={{ marginTop: 10 }}>
        {result.impossible.map((sentence) => (
          <li key={sentence} role="alert" style={{ display: 'flex', gap: 8 }}>
            <VerdictMark verdict="act" /> <span>{sentence}</span>
          </li>
        ))}
      </ul>
    )
  }
  return (
    <>
      <p className="soft" role="status" style={{ marginTop: 8 }}>
        {result.found === 1 ? 'One route' : `${result.found} routes`}, best first. Point at one to see it on the
        drawing.
      </p>
      <ul className={styles['options']} aria-label="Routes found">
        {result.routes.map((option, i) => (
          <li key={option.route.map(({ pulley, contact }) => pulley + contact).join(' ')}>
            <Option option={option} rank={i + 1} belt={belt} drive={drive} />
          </li>
        ))}
      </ul>
    </>
  )
}

function Option({
  option,
  rank,
  belt,
  drive,
}: {
  readonly option: RouteOption
  readonly rank: number
  readonly belt: Belt
  readonly drive: CheckedDrive
}) {
  const { store } = useBench()
  const lengths = useLengths()
  const { tryRoute, edit } = store.getState()
  const isOn = sameRoute(option.route, belt.route)
  const show = () => tryRoute({ belt: belt.id, route: option.route })
  const hide = () => tryRoute(null)
  return (
    <button
      type="button"
      className={styles['option']}
      data-on={isOn}
      aria-label={`Route ${rank}, ${lengths.text(option.statedLength)}${isOn ? ', in use' : '; use it'}`}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
      onClick={() => {
        hide()
        edit('use a route', setRoute(belt.id, option.route))
      }}
    >
      <RouteThumb drive={drive} belt={belt.id} route={option.route} />
      <span>
        <strong>
          {lengths.text(option.statedLength)} {isOn && <VerdictMark verdict="fine" label="on the drive" />}
        </strong>
        <ul>
          {option.reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      </span>
    </button>
  )
}

/** Whether two routes are the same loop, wherever they start. */
function sameRoute(a: RouteOption['route'], b: RouteOption['route']): boolean {
  if (a.length !== b.length) return false
  const start = b.findIndex(({ pulley }) => pulley === a[0]?.pulley)
  return (
    start >= 0 &&
    a.every(({ pulley, contact }, i) => {
      const other = b[(start + i) % b.length]
      return other?.pulley === pulley && other.contact === contact
    })
  )
}
