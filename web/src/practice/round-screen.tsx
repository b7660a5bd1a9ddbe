import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useMemo, useState, type ReactNode } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Judged, RoundKind } from '@emery/core/practice'
import { examplesQuery } from '../drives/drives-api.ts'
import { useTopBar } from '../ui/top-bar.ts'
import { LineIt } from './line-it.tsx'
import styles from './practice.module.css'
import type { RoundProps } from './round-props.ts'
import { roundAddress } from './exercise-address.ts'
import { RouteIt } from './route-it.tsx'
import { SizeIt } from './size-it.tsx'
import { TensionIt } from './tension-it.tsx'

export const ROUND_WORDS: Readonly<Record<RoundKind, { readonly name: string; readonly what: string }>> = {
  route: { name: 'Route it', what: 'String the belt so that every part turns the right way.' },
  size: { name: 'Size it', what: 'From a strap laid round to the belt to buy.' },
  line: { name: 'Line it up', what: 'Find what stands out of line, and move it.' },
  tension: { name: 'Tension it', what: 'Press, turn, press again, until it is right.' },
}

const ROUNDS: Readonly<Record<RoundKind, (props: RoundProps) => ReactNode>> = {
  route: (props) => <RouteIt {...props} />,
  size: (props) => <SizeIt {...props} />,
  line: (props) => <LineIt {...props} />,
  tension: (props) => <TensionIt {...props} />,
}

/** One short round; another one is a press away. */
export function RoundScreen({ kind, seed }: { readonly kind: RoundKind; readonly seed: number }) {
  const { data: examples } = useQuery(examplesQuery())
  const navigate = useNavigate()
  const [judged, setJudged] = useState<Judged | null>(null)
  const { name, what } = ROUND_WORDS[kind]
  const drives = useMemo(() => examples?.map(({ document }) => document), [examples])
  useTopBar(useMemo(() => ({ title: <strong>{name}</strong>, commands: [] }), [name]))
  if (drives === undefined) return <p role="status">Loading …</p>
  if (drives.length === 0)
    return <p className={styles['list']}>No example drives came with this Emery, so there is nothing to practise on.</p>
  return (
    <div className={styles['list']}>
      <h1 className="unseen">{name}</h1>
      <p className={styles['lead']}>{what}</p>
      {ROUNDS[kind]({ seed, drives, judged, onJudged: setJudged })}
      {judged !== null && (
        <section role="status" aria-label="How it is">
          <h2 className={styles['verdict']}>{judged.isRight ? 'Right.' : 'Not yet.'}</h2>
          <ul>
            {judged.words.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </section>
      )}
      <div className={styles['ways']}>
        <Button onClick={() => void navigate(`/practice/${roundAddress(kind)}`)}>Another one</Button>
        <Link to="/practice">All of practice</Link>
      </div>
    </div>
  )
}
