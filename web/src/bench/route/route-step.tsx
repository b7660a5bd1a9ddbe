import { EditOutlined } from '@ant-design/icons'
import { Button, Progress } from 'antd'
import { useEffect, useMemo, useState } from 'react'
import {
  addBelt,
  pulleysForBelt,
  setRoute,
  TURN_WORDS,
  wordingFor,
  type Belt,
  type CheckedDrive,
  type RouteOption,
  type RouteSearch,
  type SettledBelt,
} from '@emery/core'
import { useLengths } from '../../readings/use-lengths.ts'
import { TurnMark } from '../../readings/turn-mark.tsx'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench, useBenchState } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import { BeltFields } from './belt-fields.tsx'
import { RouteThumb } from './route-thumb.tsx'
import styles from './route.module.css'
import { useRouteSearch } from './use-route-search.ts'

/** How the belt runs: the way it is threaded now, threading it by hand, and every other way it could go, best first. */
export function RouteStep() {
  const { store, settled, belt } = useBench()
  const { belts } = settled.drive
  if (belt === undefined) {
    const add = () => store.getState().edit('add a belt', addBelt({ name: 'Main belt', section: 'PK', ribs: 6 }))
    return (
      <section className={panel['section']}>
        <h2 className="heading">Route</h2>
        <p className={panel['soft']}>This drive has no belt yet.</p>
        <Button type="primary" size="large" onClick={add}>
          Add a belt
        </Button>
      </section>
    )
  }
  return (
    <>
      {belts.length > 1 && (
        <div className={panel['tabs']} role="group" aria-label="Belts">
          {belts.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              aria-pressed={id === belt.belt.id}
              onClick={() => store.getState().takeBelt(id)}
            >
              {name}
            </button>
          ))}
        </div>
      )}
      <Threaded key={`t ${belt.belt.id}`} belt={belt} />
      <Search key={`s ${belt.belt.id}`} belt={belt.belt} />
      <Turns />
      <BeltFields key={`b ${belt.belt.id} ${belt.belt.name}`} belt={belt.belt} />
    </>
  )
}

/** The route as it is, pulley by pulley, and threading it anew by hand. */
function Threaded({ belt: { belt, pulleys } }: { readonly belt: SettledBelt }) {
  const { store, settled } = useBench()
  const threading = useBenchState((state) => state.threading)
  const words = useMemo(() => wordingFor(settled.drive), [settled.drive])
  const { beginThreading, endThreading, unthread, flipThreaded, edit } = store.getState()
  const flip = (pulley: string) => {
    if (threading !== null) flipThreaded(pulley)
    else
      edit(
        'run the other side of a belt',
        setRoute(
          belt.id,
          belt.route.map((entry) =>
            entry.pulley === pulley
              ? { ...entry, contact: entry.contact === 'ribs' ? ('back' as const) : ('ribs' as const) }
              : entry,
          ),
        ),
      )
  }
  return (
    <section className={panel['section']}>
      <h2 className="heading">{belt.name} runs</h2>
      {belt.route.length === 0 && threading === null && (
        <p className={panel['soft']}>It has no route yet. Thread it by hand, or take one from below.</p>
      )}
      <ol className={styles['entries']} aria-label="Route">
        {belt.route.map(({ pulley: id, contact }, i) => {
          const pulley = pulleys[i]
          if (pulley === undefined) return null
          return (
            <li key={id}>
              <b>{i + 1}</b>
              <span>{words.pulley(pulley)}</span>
              {pulley.face === 'smooth' ? (
                <Button
                  size="small"
                  onClick={() => flip(id)}
                  aria-label={`${words.pulley(pulley)} runs on the ${contact === 'back' ? 'back' : 'rib side'}; change sides`}
                >
                  {contact === 'back' ? 'back' : 'rib side'} ⇄
                </Button>
              ) : (
                <span className={panel['soft']} style={{ flex: 'none' }}>
                  {contact === 'back' ? 'back' : 'rib side'}
                </span>
              )}
            </li>
          )
        })}
      </ol>
      {threading === null ? (
        <Button
          size="large"
          block
          icon={<EditOutlined />}
          onClick={() => beginThreading(belt.id)}
          style={{ marginTop: 10 }}
        >
          {belt.route.length === 0 ? 'Thread it by hand' : 'Thread it anew'}
        </Button>
      ) : (
        <>
          {threading.refusal !== null && (
            <p role="alert" className={panel['soft']}>
              <VerdictMark verdict="act" /> {threading.refusal}
            </p>
          )}
          <div style={{ display: 'flex', gap: 8, marginTop: 10, flexWrap: 'wrap' }}>
            <Button
              type="primary"
              size="large"
              disabled={threading.entries.length < 2}
              onClick={() => endThreading(true)}
            >
              Close the belt
            </Button>
            <Button size="large" disabled={threading.entries.length === 0} onClick={unthread}>
              One back
            </Button>
            <Button size="large" onClick={() => endThreading(false)}>
              Call it off
            </Button>
          </div>
        </>
      )}
    </section>
  )
}

/** Which pulleys the belt is for, the search, and what it found. */
function Search({ belt }: { readonly belt: Belt }) {
  const { settled } = useBench()
  const { drive } = settled
  const { state, search, stop } = useRouteSearch()
  const threading = useBenchState((each) => each.threading !== null)
  const words = useMemo(() => wordingFor(drive), [drive])
  const [chosen, setChosen] = useState<readonly string[] | null>(null)
  const suggested = useMemo(() => pulleysForBelt(drive, belt.id), [drive, belt.id])
  const there = new Set(drive.pulleys.map(({ id }) => id))
  const pulleys = (chosen ?? suggested).filter((id) => there.has(id))
  const toggle = (id: string) =>
    setChosen(pulleys.includes(id) ? pulleys.filter((each) => each !== id) : [...pulleys, id])
  const could = drive.pulleys.filter((pulley) => pulley.face === 'smooth' || pulley.section === belt.section)
  const stale =
    state.is === 'done' &&
    (changedFor(state.of, drive, belt.id) || state.pulleys.toSorted().join() !== pulleys.toSorted().join())
  return (
    <section className={panel['section']}>
      <h2 className="heading">Ways it could run</h2>
      <p className={panel['soft']}>Over these pulleys:</p>
      <div className={styles['set']} role="group" aria-label="Pulleys of this belt">
        {could.map((pulley) => (
          <button
            key={pulley.id}
            type="button"
            aria-pressed={pulleys.includes(pulley.id)}
            onClick={() => toggle(pulley.id)}
          >
            {words.pulley(pulley)}
          </button>
        ))}
      </div>
      {state.is === 'searching' ? (
        <div role="status">
          <Progress percent={Math.round(100 * state.progress.done)} />
          <p>
            Looking … {state.progress.found} routes so far. <Button onClick={stop}>Stop</Button>
          </p>
        </div>
      ) : (
        <Button type="primary" size="large" block disabled={threading} onClick={() => search(drive, belt.id, pulleys)}>
          {state.is === 'done' ? 'Look again' : 'Find all routes'}
        </Button>
      )}
      {state.is === 'failed' && <p role="alert">The search stopped by itself. Look again.</p>}
      {state.is === 'done' && stale && <p className={panel['soft']}>The drive has changed since; look again.</p>}
      {state.is === 'done' && !stale && <Found belt={belt} result={state.result} drive={drive} />}
    </section>
  )
}

/** Whether anything but this belt's own route and length has changed since a search. */
function changedFor(before: CheckedDrive, now: CheckedDrive, belt: string): boolean {
  const bare = (drive: CheckedDrive) =>
    JSON.stringify([
      drive.shafts,
      drive.pulleys,
      drive.adjusters,
      drive.engine.crankTurns,
      drive.belts.map((each) => (each.id === belt ? [each.section, each.ribs, each.adjuster] : each)),
    ])
  return before !== now && bare(before) !== bare(now)
}

function Found({
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
      <ul aria-label="Why there is no route" style={{ marginTop: 10 }}>
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
      <p className={panel['soft']} role="status" style={{ marginTop: 8 }}>
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
      aria-label={`Route ${rank}, ${lengths.text(option.statedLength)}${isOn ? ', on the drive' : '; take it'}`}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
      onClick={() => {
        hide()
        edit('take a route', setRoute(belt.id, option.route))
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

/** Every shaft's turn in a list, the wrong ones first in words; the drawing crosses them out too. */
function Turns() {
  const { settled, solution } = useBench()
  return (
    <section className={panel['section']}>
      <h2 className="heading">What turns which way</h2>
      <table className={panel['table']}>
        <tbody>
          {settled.drive.shafts.map(({ id, name, mustTurn }) => {
            const turns = solution.shafts.find((shaft) => shaft.id === id)?.turns ?? null
            const wrong = turns !== null && mustTurn !== undefined && mustTurn !== 'any' && mustTurn !== turns
            return (
              <tr key={id}>
                <th scope="row">{name}</th>
                <td>
                  {turns === null ? (
                    <span className={panel['soft']}>not driven</span>
                  ) : (
                    <>
                      <TurnMark turn={turns} size={16} /> {TURN_WORDS[turns]}
                    </>
                  )}
                </td>
                <td>
                  {wrong ? (
                    <VerdictMark verdict="act" label="the wrong way" />
                  ) : mustTurn === undefined || mustTurn === 'any' ? (
                    ''
                  ) : (
                    <VerdictMark verdict="fine" label="as it must" />
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
