import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { TURN_WORDS, type RouteEntry } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { judgeRoute, routeRound, withRoute } from '@emery/core/practice'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import styles from './practice.module.css'
import type { RoundProps } from './round-props.ts'

/** Press the pulleys in the order in which the belt meets them; each says which way it has to turn. */
export function RouteIt({ seed, drives, onJudged }: RoundProps) {
  const round = useMemo(() => routeRound(seed, drives), [seed, drives])
  const [route, setRoute] = useState<readonly RouteEntry[]>([])
  const settled = useMemo(() => settleDrive(withRoute(round, route)), [round, route])
  const change = (next: readonly RouteEntry[]) => {
    setRoute(next)
    onJudged(null)
  }
  const press = (pulley: string) => {
    if (!round.pulleys.some(({ id }) => id === pulley)) return
    if (route.some((each) => each.pulley === pulley)) flip(pulley)
    else
      change([
        ...route,
        { pulley, contact: round.drive.pulleys.find(({ id }) => id === pulley)?.face === 'smooth' ? 'back' : 'ribs' },
      ])
  }
  const flip = (pulley: string) =>
    change(
      route.map((each) =>
        each.pulley === pulley ? { ...each, contact: each.contact === 'ribs' ? 'back' : 'ribs' } : each,
      ),
    )
  return (
    <>
      <p className={styles['note']}>
        Press a pulley to lay the belt on it, in order; press it again to turn the belt’s other side to it.
      </p>
      <div className={styles['round']}>
        <SmallDrive
          settled={settled}
          letters={0.05}
          pulleyMark={({ id }) => (route.some(({ pulley }) => pulley === id) ? 'chosen' : 'plain')}
          onPulley={({ id }) => press(id)}
          label="The drive from the front"
        />
        <ol className={styles['order']}>
          {round.pulleys
            .toSorted((a, b) => placeOf(route, a.id) - placeOf(route, b.id))
            .map(({ id, name, turns }) => {
              const at = route.findIndex(({ pulley }) => pulley === id)
              return (
                <li key={id}>
                  <Button block onClick={() => press(id)} aria-pressed={at >= 0}>
                    {at < 0 ? name : `${at + 1}. ${name}, ${route[at]?.contact === 'back' ? 'back' : 'ribs'}`}
                  </Button>
                  <span>has to turn {TURN_WORDS[turns]}</span>
                </li>
              )
            })}
        </ol>
      </div>
      <div className={styles['ways']}>
        <Button type="primary" onClick={() => onJudged(judgeRoute(round, route))}>
          Is it right?
        </Button>
        <Button disabled={route.length === 0} onClick={() => change(route.slice(0, -1))}>
          Take the last one off
        </Button>
      </div>
    </>
  )
}

function placeOf(route: readonly RouteEntry[], id: string): number {
  const at = route.findIndex(({ pulley }) => pulley === id)
  return at < 0 ? route.length : at
}
