import { Button, InputNumber, Progress } from 'antd'
import { useMemo, useState } from 'react'
import type { Pulley } from '@emery/core/drive'
import {
  bestSizesRefusal,
  changeable,
  driveVersion,
  sizeLimits,
  sizeOf,
  type DriveVersion,
  type FreePulley,
} from '@emery/core/resize'
import { timeWords } from '@emery/core/speeds'
import fields from '../../ui/fields.module.css'
import { ReadingField } from '../../ui/reading-field.tsx'
import { useLengths } from '../../ui/use-lengths.ts'
import { useBench } from '../../bench/bench-context.ts'
import { PanelSection } from '../../ui/panel.tsx'
import { USE_NAMES } from '../engine-speeds.tsx'
import { useSpeeds } from '../use-speeds.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import { sizeText } from './size-text.ts'
import { useBestSizes } from './use-best-sizes.ts'
import { VersionCard } from './version-card.tsx'
import { Choices } from '../../ui/choices.tsx'

/** Share by which a pulley may be smaller or larger until someone says otherwise. */
const GIVE = 0.25

/** Pulleys that may be another size, between bounds; the best set for how the vehicle is used is looked for in a worker. */
export function BestSet() {
  const { settled, rules } = useBench()
  const { use, focus } = useSpeeds()
  const lengths = useLengths()
  const { drive } = settled
  const { state, search, stop } = useBestSizes()
  const could = changeable(drive).filter(({ face }) => face !== 'smooth')
  const [chosen, setChosen] = useState<readonly string[] | null>(null)
  const [bounds, setBounds] = useState<Readonly<Record<string, Partial<Pick<FreePulley, 'from' | 'to'>>>>>({})
  const [refusal, setRefusal] = useState<string | null>(null)
  const usual = could.filter(({ shaft }) => shaft === focus?.shaft || isCrank(shaft)).map(({ id }) => id)
  const picked = could.filter(({ id }) => (chosen ?? usual).includes(id))
  const free = picked.map((pulley) => ({ ...usualBounds(pulley), ...bounds[pulley.id] }))
  const toggle = (id: string) => {
    const now = picked.map((pulley) => pulley.id)
    setChosen(now.includes(id) ? now.filter((each) => each !== id) : [...now, id])
  }
  const start = () => {
    const why = bestSizesRefusal(settled, free, rules)
    setRefusal(why ?? null)
    if (why === undefined)
      search(drive, { free, step: lengths.style === 'mm' ? 'mm' : 'sixteenth', rules, style: lengths.style })
  }
  return (
    <PanelSection label="Best sizes" title="Or search for the best sizes">
      <p className="soft">
        For this use ({USE_NAMES[use.of].toLowerCase()}): least time out of range over all parts, with the smallest
        change of belt. These pulleys may change size:
      </p>
      <Choices label="Pulleys that may change size">
        {could.map(({ id }) => (
          <button
            key={id}
            type="button"
            aria-pressed={picked.some((pulley) => pulley.id === id)}
            onClick={() => toggle(id)}
          >
            {pulleyName(drive, id)}
          </button>
        ))}
      </Choices>
      {free.map(({ pulley, from, to }) => (
        <Bounds
          key={pulley}
          name={pulleyName(drive, pulley)}
          toothed={drive.pulleys.some(({ id, face }) => id === pulley && face === 'toothed')}
          from={from}
          to={to}
          onChange={(change) => setBounds({ ...bounds, [pulley]: { ...bounds[pulley], ...change } })}
        />
      ))}
      {refusal !== null && <p role="alert">{refusal}</p>}
      {state.is === 'running' ? (
        <div role="status">
          <Progress percent={Math.round(100 * state.progress.done)} />
          <Button onClick={stop}>Stop</Button>
        </div>
      ) : (
        <Button size="large" block onClick={start}>
          {state.is === 'done' ? 'Search again' : 'Find the best sizes'}
        </Button>
      )}
      {state.is === 'failed' && <p role="alert">The search stopped unexpectedly. Search again.</p>}
      {state.is === 'done' && state.result.of !== drive && <p className="soft">The drive has changed. Search again.</p>}
      {state.is === 'done' && state.result.of === drive && <Found {...state.result} />}
    </PanelSection>
  )

  function isCrank(shaft: string): boolean {
    return drive.shafts.some(({ id, kind }) => id === shaft && kind === 'crank')
  }

  function usualBounds(pulley: Pulley): FreePulley {
    const now = sizeOf(pulley) ?? 0
    const { min: least } = sizeLimits(pulley, rules)
    return {
      pulley: pulley.id,
      from: Math.max(Math.min(least, now), Math.round(now * (1 - GIVE))),
      to: Math.round(now * (1 + GIVE)),
    }
  }
}

interface FoundProps {
  readonly sets: readonly Pick<DriveVersion, 'sizes'>[]
  readonly all: number
  readonly complete: boolean
}

/** The sets that were found, best first, each as a version of the drive. */
function Found({ sets, all, complete }: FoundProps) {
  const { settled, rules } = useBench()
  const lengths = useLengths()
  const versions = useMemo(
    () => sets.map(({ sizes }) => driveVersion(settled, sizes, { rules, lengthText: lengths.text })),
    [settled, sets, rules, lengths],
  )
  return (
    <>
      <p role="status" className="soft">
        {versions.length === 0
          ? 'No sizes within these limits are better than the present ones.'
          : `${complete ? 'The best' : 'The best so far'} of ${all.toLocaleString('en')} sets.`}
        {!complete && ' There are too many combinations. Narrow the limits, or let fewer pulleys change.'}
      </p>
      <ul>
        {versions.map((version) => (
          <VersionCard
            key={version.sizes.map(({ pulley, size }) => `${pulley}${size}`).join()}
            version={version}
            title={version.sizes
              .map((each) => `${pulleyName(settled.drive, each.pulley)} ${sizeText(settled.drive, each, lengths)}`)
              .join(', ')}
            speed={outWords(version)}
          />
        ))}
      </ul>
    </>
  )
}

function outWords({ shafts }: DriveVersion): string {
  const out = shafts.reduce((sum, { time }) => sum + time.below + time.above, 0)
  return out === 0 ? 'always in range' : `out of range ${timeWords(out)}`
}

interface BoundsProps {
  readonly name: string
  readonly toothed: boolean
  readonly from: number
  readonly to: number
  readonly onChange: (change: { readonly from?: number; readonly to?: number }) => void
}

function Bounds({ name, toothed, from, to, onChange }: BoundsProps) {
  return (
    <div className={fields['two']}>
      {(['from', 'to'] as const).map((end) => {
        const value = end === 'from' ? from : to
        const label = `${name}, ${end === 'from' ? 'smallest' : 'largest'}`
        return toothed ? (
          <label key={end}>
            {label}
            <InputNumber
              suffix="teeth"
              precision={0}
              value={value}
              onChange={(teeth) => {
                if (teeth !== null) onChange({ [end]: teeth })
              }}
            />
          </label>
        ) : (
          <ReadingField
            key={end}
            label={label}
            value={value}
            onRead={(next) => {
              if (next !== null) onChange({ [end]: next })
              return { ok: true }
            }}
          />
        )
      })}
    </div>
  )
}
