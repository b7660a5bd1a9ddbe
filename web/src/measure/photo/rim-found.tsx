import { Button } from 'antd'
import { useState } from 'react'
import { addPart, setFace, SHAFT_KIND_NAMES, type PulleyFace, type ShaftKind } from '@emery/core/drive'
import { wordingFor } from '@emery/core/solution'
import { newPart } from '../../parts/part-form.tsx'
import { useBench, useBenchState } from '../../bench/bench-context.ts'
import styles from './rim-found.module.css'
import type { RimInHand, RimSearch } from './use-rim-search.ts'

/** What is commonly met besides the crank, in the order in which it is met. */
const KINDS: readonly ShaftKind[] = [
  'alternator',
  'water-pump',
  'tensioner',
  'idler',
  'power-steering',
  'ac-compressor',
  'fan',
]

interface RimFoundProps {
  readonly search: RimSearch
  readonly found: RimInHand
  /** Where it does not cover the rim. */
  readonly side: 'top' | 'bottom'
  /** The pulley whose rim it is; null while nobody has said. */
  readonly of: string | null
  readonly onName: (pulley: string) => void
  readonly onStep: (by: 1 | -1) => void
  /** It is the rim of another one than was in hand. */
  readonly onOther: () => void
}

/** What was found by a press: which pulley it is, its other edges, its face, each by one tap. */
export function RimFound({ search, found, side, of, onName, onStep, onOther }: RimFoundProps) {
  return (
    <div className={styles['found']} data-side={side} role="group" aria-label="The rim found">
      {found.doubtful && (
        <p role="status" className={styles['doubt']}>
          Doubtful: look whether the line runs along the outer edge.
        </p>
      )}
      {of === null ? <WhichPulley onName={onName} /> : <Face of={of} />}
      <div className={styles['row']}>
        <Button disabled={found.rims[found.at - 1] === undefined} onClick={() => onStep(-1)}>
          Inner edge
        </Button>
        <Button disabled={found.rims[found.at + 1] === undefined} onClick={() => onStep(1)}>
          Outer edge
        </Button>
        {of === null ? (
          <Button type="text" onClick={search.forget}>
            Leave it
          </Button>
        ) : (
          <Button type="text" onClick={onOther}>
            Another pulley …
          </Button>
        )}
      </div>
    </div>
  )
}

/** The pulleys that have no rim yet, and parts that the drive has not got yet. */
function WhichPulley({ onName }: { readonly onName: (pulley: string) => void }) {
  const { store, settled } = useBench()
  const marked = useBenchState(({ drive }) => drive.photo?.rims ?? [])
  const belt = useBenchState(({ drive, beltInHand }) => drive.belts.find(({ id }) => id === beltInHand))
  const { drive } = settled
  const open = drive.pulleys.filter(({ id }) => !marked.some((rim) => rim.pulley === id && rim.points.length > 0))
  const [others, setOthers] = useState(open.length === 0)
  const words = wordingFor(drive)
  const add = (kind: ShaftKind) => {
    const part = newPart(kind, belt?.section ?? 'PK', belt?.ribs ?? 6)
    const there = new Set(drive.shafts.map(({ name }) => name))
    let name = part.name
    for (let n = 2; there.has(name); n++) name = `${part.name} ${n}`
    store.getState().edit(`add ${name}`, addPart({ ...part, name, mustTurn: undefined }))
    const made = store.getState().drive.pulleys.at(-1)
    if (made !== undefined) onName(made.id)
  }
  return (
    <div className={styles['row']} role="group" aria-label="Which pulley is this?">
      <b>Which pulley is this?</b>
      {open.map((pulley) => (
        <Button key={pulley.id} onClick={() => onName(pulley.id)}>
          {words.pulley(pulley)}
        </Button>
      ))}
      {others ? (
        KINDS.map((kind) => (
          <Button key={kind} type="dashed" onClick={() => add(kind)}>
            + {SHAFT_KIND_NAMES[kind]}
          </Button>
        ))
      ) : (
        <Button type="dashed" onClick={() => setOthers(true)}>
          Another part …
        </Button>
      )}
    </div>
  )
}

/** Grooved or smooth: what a belt meets there. */
function Face({ of }: { readonly of: string }) {
  const { store } = useBench()
  const face = useBenchState(({ drive }) => drive.pulleys.find(({ id }) => id === of)?.face)
  const belt = useBenchState(({ drive, beltInHand }) => drive.belts.find(({ id }) => id === beltInHand))
  const name = useBenchState(({ drive }) => {
    const shaft = drive.pulleys.find(({ id }) => id === of)?.shaft
    return drive.shafts.find(({ id }) => id === shaft)?.name
  })
  if (face === undefined) return null
  const cut = newPart('alternator', belt?.section ?? 'PK', belt?.ribs ?? 6)
  const take = (to: PulleyFace) => store.getState().edit('change a face', setFace(of, { ...cut, face: to }))
  return (
    <div className={styles['row']} role="group" aria-label={`Face of ${name ?? ''}`}>
      <b>{name}</b>
      <Button
        type={face === 'smooth' ? 'default' : 'primary'}
        aria-pressed={face !== 'smooth'}
        onClick={() => take(cut.face)}
      >
        grooved
      </Button>
      <Button
        type={face === 'smooth' ? 'primary' : 'default'}
        aria-pressed={face === 'smooth'}
        onClick={() => take('smooth')}
      >
        smooth
      </Button>
    </div>
  )
}
