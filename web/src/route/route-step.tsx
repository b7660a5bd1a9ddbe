import { EditOutlined } from '@ant-design/icons'
import { Button, Progress } from 'antd'
import { useMemo, useState } from 'react'
import { addBelt, isRouted, setRoute, type Belt, type CheckedDrive, type RouteEntry } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import { pulleysForBelt } from '@emery/core/route'
import { wordingFor } from '@emery/core/solution'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { innerSide } from '../ui/face-words.ts'
import { BeltTabs } from '../bench/panels/belt-tabs.tsx'
import { PanelSection } from '../ui/panel.tsx'
import { BeltFields } from './belt-fields.tsx'
import { Found } from './found-routes.tsx'
import styles from './route.module.css'
import { Turns } from './turns.tsx'
import { useRouteSearch } from './use-route-search.ts'
import { Term } from '../ui/term.tsx'

/** How the belt runs: the way it is threaded now, threading it by hand, and every other way it could go, best first. */
export function RouteStep() {
  const { store, belt } = useBench()
  if (belt === undefined) {
    const add = () => store.getState().edit('add a belt', addBelt({ name: 'Main belt', section: 'PK', ribs: 6 }))
    return (
      <PanelSection title="Route">
        <p className="soft">This drive has no belt yet.</p>
        <Button type="primary" size="large" onClick={add}>
          Add a belt
        </Button>
      </PanelSection>
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

/** The way a belt is drawn while nobody has said how it runs, to be taken as it is. */
function Guess({ belt, route }: { readonly belt: string; readonly route: readonly RouteEntry[] }) {
  const { store, settled } = useBench()
  const words = useMemo(() => wordingFor(settled.drive), [settled.drive])
  const names = route.flatMap(({ pulley: id, contact }) => {
    const pulley = settled.drive.pulleys.find((each) => each.id === id)
    return pulley === undefined ? [] : [`${words.pulley(pulley)}${contact === 'back' ? ' (back)' : ''}`]
  })
  return (
    <div className={styles['guess']}>
      <p>
        <VerdictMark verdict="unknown" label="" /> Drawn dashed, a guess: {names.join(' → ')}.
      </p>
      <Button
        size="large"
        block
        onClick={() => store.getState().edit('route a belt as drawn', setRoute(belt, [...route]))}
      >
        It runs like this
      </Button>
    </div>
  )
}

/** The route as it is, pulley by pulley, and threading it again by hand. */
function Threaded({ belt: { belt, pulleys } }: { readonly belt: SettledBelt }) {
  const { store, settled, sketch } = useBench()
  const guess = sketch?.routes.get(belt.id)
  const threading = useBenchState((state) => state.threading)
  const words = useMemo(() => wordingFor(settled.drive), [settled.drive])
  const { beginThreading, endThreading, unthread, flipThreaded, edit } = store.getState()
  const flip = (pulley: string) => {
    if (threading !== null) flipThreaded(pulley)
    else
      edit(
        'turn a belt over on a pulley',
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
    <PanelSection title={<>{belt.name} runs</>}>
      {!isRouted(belt) && threading === null && (
        <>
          <p className="soft">
            No <Term of="route">route</Term> yet. Route it by hand, or choose one below.
          </p>
          {guess !== undefined && <Guess belt={belt.id} route={guess} />}
        </>
      )}
      <ol className={styles['entries']} aria-label="Route">
        {(isRouted(belt) ? belt.route : []).map(({ pulley: id, contact }, i) => {
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
                  aria-label={`${words.pulley(pulley)} runs on the ${contact === 'back' ? 'back' : innerSide(belt.section)}; turn it over`}
                >
                  {contact === 'back' ? 'back' : innerSide(belt.section)} ⇄
                </Button>
              ) : (
                <span className="soft" style={{ flex: 'none' }}>
                  {contact === 'back' ? 'back' : innerSide(belt.section)}
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
          icon={<EditOutlined aria-hidden />}
          onClick={() => beginThreading(belt.id)}
          style={{ marginTop: 10 }}
        >
          {isRouted(belt) ? 'Route again' : 'Route by hand'}
        </Button>
      ) : (
        <>
          {threading.refusal !== null && (
            <p role="alert" className="soft">
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
              Undo last
            </Button>
            <Button size="large" onClick={() => endThreading(false)}>
              Cancel
            </Button>
          </div>
        </>
      )}
    </PanelSection>
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
    <PanelSection title="Possible routes" hidden={threading}>
      <p className="soft">Over these pulleys:</p>
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
            Searching … {state.progress.found} routes so far. <Button onClick={stop}>Stop</Button>
          </p>
        </div>
      ) : (
        <Button type="primary" size="large" block onClick={() => search(drive, belt.id, pulleys)}>
          {state.is === 'done' ? 'Search again' : 'Find routes'}
        </Button>
      )}
      {state.is === 'failed' && <p role="alert">The search stopped unexpectedly. Search again.</p>}
      {state.is === 'done' && stale && <p className="soft">The drive has changed. Search again.</p>}
      {state.is === 'done' && !stale && <Found belt={belt} result={state.result.routes} drive={drive} />}
    </PanelSection>
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
