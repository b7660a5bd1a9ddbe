import { Button } from 'antd'
import {
  beltLabel,
  beltsInReach,
  beltToAskFor,
  beltWanted,
  setBeltLength,
  type BeltInReach,
  type BeltSolution,
  type SettledBelt,
} from '@emery/core'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench } from '../bench-context.ts'
import { AdjusterCaution, AdjusterWords } from './adjuster-words.tsx'
import { BeltTabs } from './belt-tabs.tsx'
import styles from './panel.module.css'
import { TravelBar } from './travel-bar.tsx'

/** Standard belts shown round the one to ask for. */
const NEIGHBOURS = 3

/** Which belt the drive wants, the belt on it, and where its adjuster sits. */
export function LengthStep() {
  const { belt, solution } = useBench()
  const answer = solution.belts.find(({ id }) => id === belt?.belt.id)
  if (belt === undefined || answer === undefined) {
    return (
      <section className={styles['section']}>
        <p>This drive has no belt yet.</p>
      </section>
    )
  }
  return (
    <>
      <BeltTabs />
      <Wanted belt={belt} />
      <OnTheEngine belt={belt} answer={answer} />
      {hasPath(belt) && <Neighbours belt={belt} />}
    </>
  )
}

const RESTS_ON = {
  marks: 'Puts the arm between its first and nominal marks.',
  nominal: 'Leaves the adjuster a quarter taken up (nominal).',
  fixed: 'Fixed centres: the path’s own length.',
} as const

/** Why there is no length to want. */
const NO_LENGTH = {
  unrouted: 'Not known: the belt has no route yet. Thread it, or take one in the Route step.',
  unmeasured: 'Not known: first measure what is missing, in the Measure step.',
  overlap: 'Not known: no belt can run round the pulleys as they stand.',
} as const

/** Whether the belt's pulleys are all measured and it has a route, so that its lengths can be spoken of. */
function hasPath({ path }: SettledBelt): boolean {
  return path.ok || path.why === 'overlap'
}

function Wanted({ belt }: { readonly belt: SettledBelt }) {
  const { store } = useBench()
  const lengths = useLengths()
  const wanted = beltWanted(belt)
  const ask = beltToAskFor(belt)
  const { id, section, ribs } = belt.belt
  if (wanted === undefined) {
    return (
      <section className={styles['section']}>
        <h2 className="heading">Belt wanted</h2>
        <p>{NO_LENGTH[belt.path.ok ? 'overlap' : belt.path.why]}</p>
      </section>
    )
  }
  return (
    <section className={styles['section']} aria-label="Belt wanted">
      <h2 className="heading">Belt wanted</h2>
      <div className={styles['answer']}>
        <button
          type="button"
          className={styles['large']}
          title="Show the working (W)"
          onClick={() => store.getState().showWorking({ of: 'length', belt: id })}
        >
          <span className="figures">{lengths.whole(wanted.length)}</span> {lengths.unit}
        </button>
        <p>
          <span className="figures">{lengths.other(wanted.length)}</span>
          {ask !== undefined && (
            <strong>
              ask for <span className="figures">{beltLabel(section, ribs, ask)}</span>
            </strong>
          )}
        </p>
      </div>
      <p className={styles['soft']}>{RESTS_ON[wanted.restsOn]}</p>
    </section>
  )
}

function OnTheEngine({ belt, answer }: { readonly belt: SettledBelt; readonly answer: BeltSolution }) {
  const { store } = useBench()
  const lengths = useLengths()
  const { id, section, ribs, length } = belt.belt
  const { shortest, longest } = answer.reach
  const reachText = (mm: number | null) => (mm === null ? '–' : lengths.text(mm))
  return (
    <section className={styles['section']} aria-label="On the engine">
      <h2 className="heading">On the engine</h2>
      <div className={styles['onEngine']}>
        <ReadingField
          key={id}
          label={length === null ? 'Length of the belt' : `Belt ${beltLabel(section, ribs, length)}`}
          value={length}
          mayBeEmpty
          placeholder="not known"
          onRead={(value) => store.getState().edit('change the belt', setBeltLength(id, value))}
        />
        <AdjusterWords belt={belt} answer={answer} />
      </div>
      {belt.adjuster !== null && (
        <TravelBar adjuster={belt.adjuster} u={belt.adjuster.u} ends={[reachText(shortest), reachText(longest)]} />
      )}
      <AdjusterCaution kind={belt.adjuster?.adjuster.kind ?? 'fixed'} />
    </section>
  )
}

/** The standard belts nearest to the wanted one, with where the adjuster would sit; looked at, each shows in the drawing. */
function Neighbours({ belt }: { readonly belt: SettledBelt }) {
  const wanted = beltWanted(belt)
  const inReach = beltsInReach(belt)
  const near = inReach
    .toSorted((a, b) => Math.abs(a.length - (wanted?.length ?? 0)) - Math.abs(b.length - (wanted?.length ?? 0)))
    .slice(0, NEIGHBOURS)
    .toSorted((a, b) => a.length - b.length)
  if (belt.adjuster === null) return null
  return (
    <section className={styles['section']} aria-label="Belts made near it">
      <h2 className="heading">Made near it (nominal sizes)</h2>
      {near.length === 0 ? (
        <p>No standard length lies within the adjuster’s travel.</p>
      ) : (
        <ul>
          {near.map((candidate) => (
            <NeighbourLine key={candidate.length} belt={belt} candidate={candidate} />
          ))}
        </ul>
      )}
    </section>
  )
}

function NeighbourLine({ belt, candidate }: { readonly belt: SettledBelt; readonly candidate: BeltInReach }) {
  const { store } = useBench()
  const { id, section, ribs, length } = belt.belt
  const on = length !== null && Math.abs(length - candidate.length) < 0.05
  const { tryLength, edit } = store.getState()
  const show = () => tryLength(candidate.length)
  const hide = () => tryLength(null)
  const label = beltLabel(section, ribs, candidate.length)
  return (
    <li
      className={styles['neighbour']}
      data-on={on}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
    >
      <strong className="figures">{label}</strong>
      {belt.adjuster !== null && <TravelBar adjuster={belt.adjuster} u={candidate.u} />}
      <span className="figures">{Math.round(100 * candidate.u)} %</span>
      {on ? (
        <span className={styles['onIt']}>on it</span>
      ) : (
        <Button
          aria-label={`Put on ${label}`}
          onClick={() => {
            hide()
            edit('put on a belt', setBeltLength(id, candidate.length))
          }}
        >
          Put on
        </Button>
      )}
    </li>
  )
}
