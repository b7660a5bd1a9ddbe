import { Button, Checkbox, Collapse, Input } from 'antd'
import { useState } from 'react'
import { usualMoves } from '@emery/core/alignment'
import { onlyLeads, setMoves, type Shaft } from '@emery/core/drive'
import { parseLength } from '@emery/core/units'
import type { EditResult } from '../ui/edit-result.ts'
import fields from '../ui/fields.module.css'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './alignment.module.css'

type Moves = NonNullable<Shaft['moves']>
type Move = Moves[number]
type Kind = Move['kind']

const KINDS: readonly Kind[] = ['press', 'shim', 'spacer', 'groove', 'straighten']

const KIND_WORDS: Readonly<Record<Kind, string>> = {
  press: 'Press its pulley along the shaft',
  shim: 'Shims behind it',
  spacer: 'One of these spacers behind it',
  groove: 'Use another groove',
  straighten: 'Straighten its bracket',
}

/** What a kind of move begins with. */
const BEGINS: Readonly<Record<Kind, Move>> = {
  press: { kind: 'press', min: -6, max: 6 },
  shim: { kind: 'shim', step: 0.5, min: -2, max: 2 },
  spacer: { kind: 'spacer', thicknesses: [1, 2, 3] },
  groove: { kind: 'groove' },
  straighten: { kind: 'straighten' },
}

/** What may be moved, part by part: the plan keeps to it. */
export function MovesEditor() {
  const { settled } = useBench()
  const lengths = useLengths()
  const shafts = settled.drive.shafts.filter(({ kind }) => kind !== 'crank')
  if (shafts.length === 0) return null
  return (
    <PanelSection title="Allowed moves">
      <p className="soft">
        Unless you set it here, the pulley of a steering pump may be pressed by up to {lengths.whole(6)} {lengths.unit},
        and parts on brackets of their own take shims up to {lengths.whole(3)} {lengths.unit} (nominal). Pumps and fans
        on a flange, idlers and tensioners stay. The crank never moves.
      </p>
      <Collapse
        className={styles['mayMove'] ?? ''}
        items={shafts.map((shaft) => ({
          key: shaft.id,
          label: shaft.name,
          extra: <span className="soft">{movesInShort(shaft, lengths)}</span>,
          children: <OfShaft shaft={shaft} />,
        }))}
      />
    </PanelSection>
  )
}

function movesInShort({ kind, moves }: Shaft, lengths: Lengths): string {
  if (moves === undefined) return onlyLeads(kind) ? 'stays' : 'default'
  if (moves.length === 0) return 'stays'
  return moves
    .map((move) => {
      switch (move.kind) {
        case 'press':
          return `pressed ${lengths.bare(move.min)} to ${lengths.bare(move.max)}`
        case 'shim':
          return 'shims'
        case 'spacer':
          return `${move.thicknesses.length} spacers`
        case 'groove':
          return 'grooves'
        case 'straighten':
          return 'straightened'
      }
    })
    .join(', ')
}

function OfShaft({ shaft }: { readonly shaft: Shaft }) {
  const { store } = useBench()
  const moves: Moves = shaft.moves ?? (onlyLeads(shaft.kind) ? [] : [...usualMoves(shaft)])
  const set = (next: Moves) => store.getState().edit('set allowed moves', setMoves(shaft.id, next))
  return (
    <>
      {KINDS.map((kind) => {
        const move = moves.find((each) => each.kind === kind)
        return (
          <div key={kind}>
            <Checkbox
              checked={move !== undefined}
              onChange={({ target }) =>
                set(target.checked ? [...moves, BEGINS[kind]] : moves.filter((each) => each.kind !== kind))
              }
            >
              {KIND_WORDS[kind]}
            </Checkbox>
            {move !== undefined && (
              <Limits move={move} onChange={(next) => set(moves.map((each) => (each.kind === kind ? next : each)))} />
            )}
          </div>
        )
      })}
      <div className={styles['buttons']}>
        <Button
          disabled={shaft.moves === undefined}
          onClick={() => store.getState().edit('set allowed moves', setMoves(shaft.id, null))}
        >
          Default
        </Button>
      </div>
    </>
  )
}

interface LimitsProps {
  readonly move: Move
  readonly onChange: (move: Move) => EditResult
}

function Limits({ move, onChange }: LimitsProps) {
  if (move.kind === 'groove' || move.kind === 'straighten') return null
  if (move.kind === 'spacer')
    return (
      <Spacers thicknesses={move.thicknesses} onChange={(thicknesses) => onChange({ kind: 'spacer', thicknesses })} />
    )
  const limit = (key: 'min' | 'max') => (mm: number | null) => {
    const next = { ...move, [key]: mm ?? move[key] }
    return next.min > next.max
      ? ({ ok: false, message: 'The inner limit must not be beyond the outer limit.' } as const)
      : onChange(next)
  }
  return (
    <div className={fields['three']}>
      <ReadingField label="Toward the block" value={move.min} onRead={limit('min')} />
      <ReadingField label="Away from it" value={move.max} onRead={limit('max')} />
      {move.kind === 'shim' && (
        <ReadingField
          label="One shim"
          value={move.step}
          onRead={(mm) => onChange({ ...move, step: mm ?? move.step })}
        />
      )}
    </div>
  )
}

interface SpacersProps {
  readonly thicknesses: readonly number[]
  readonly onChange: (thicknesses: number[]) => EditResult
}

/** A list as people write it: `1, 2, 1/8 in`. */
function Spacers({ thicknesses, onChange }: SpacersProps) {
  const lengths = useLengths()
  const shown = thicknesses.map(lengths.bare).join('; ')
  const [draft, setDraft] = useState<string | null>(null)
  const [refusal, setRefusal] = useState<string | null>(null)
  const take = () => {
    if (draft === null) return
    const read = draft
      .split(';')
      .filter((each) => each.trim() !== '')
      .map((each) => parseLength(each, lengths.style))
    const wrong = read.find((each) => !each.ok)
    if (wrong?.ok === false) {
      setRefusal(wrong.message)
      return
    }
    const result = onChange(read.flatMap((each) => (each.ok ? [each.mm] : [])))
    setRefusal(result.ok ? null : `The spacers: ${result.message}.`)
    if (result.ok) setDraft(null)
  }
  return (
    <label className={styles['spacers']}>
      Thicknesses, a semicolon between
      <Input
        className="figures"
        value={draft ?? shown}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={take}
        onPressEnter={take}
      />
      {refusal !== null && <span role="alert">{refusal}</span>}
    </label>
  )
}
