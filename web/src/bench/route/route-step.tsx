import { EditOutlined } from '@ant-design/icons'
import { Button, Progress } from 'antd'
import { useMemo, useState } from 'react'
import {
  addBelt,
  pulleysForBelt,
  setRoute,
  wordingFor,
  type Belt,
  type CheckedDrive,
  type SettledBelt,
} from '@emery/core'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench, useBenchState } from '../bench-context.ts'
import { BeltTabs } from '../steps/belt-tabs.tsx'
import panel from '../steps/panel.module.css'
import { BeltFields } from './belt-fields.tsx'
import { Found } from './found-routes.tsx'
import styles from './route.module.css'
import { Turns } from './turns.tsx'
import { useRouteSearch } from './use-route-search.ts'

/** How the belt runs: the way it is threaded now, threading it by hand, and every other way it could go, best first. */
export function RouteStep() {
  const { store, belt } = useBench()
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
      <BeltTabs />
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
    (changedFor(state.result.of, drive, belt.id) ||
      state.result.pulleys.toSorted().join() !== pulleys.toSorted().join())
  return (
    // A set of pulleys that grows with the hand that threads is none to search.
    <section className={panel['section']} hidden={threading}>
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
      {state.is === 'running' ? (
        <div role="status">
          <Progress percent={Math.round(100 * state.progress.done)} />
          <p>
            Looking … {state.progress.found} routes so far. <Button onClick={stop}>Stop</Button>
          </p>
        </div>
      ) : (
        <Button type="primary" size="large" block onClick={() => search(drive, belt.id, pulleys)}>
          {state.is === 'done' ? 'Look again' : 'Find all routes'}
        </Button>
      )}
      {state.is === 'failed' && <p role="alert">The search stopped by itself. Look again.</p>}
      {state.is === 'done' && stale && <p className={panel['soft']}>The drive has changed since; look again.</p>}
      {state.is === 'done' && !stale && <Found belt={belt} result={state.result.routes} drive={drive} />}
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
