import { IdcardOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { beltLabel, setBeltLength, type BeltSolution, type SettledBelt } from '@emery/core'
import { useLengths } from '../../readings/use-lengths.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import { AdjusterCaution, AdjusterWords } from '../steps/adjuster-words.tsx'
import { BeltTabs } from '../steps/belt-tabs.tsx'
import styles from '../steps/panel.module.css'
import { TravelBar } from '../steps/travel-bar.tsx'
import type { ReadingKind } from './add-reading.tsx'
import { BringHomeList } from './bring-home-list.tsx'
import { FittedBefore } from './fitted-before.tsx'
import { GoingOn } from './going-on.tsx'
import { HowWeKnow } from './how-we-know.tsx'
import { LengthField } from './length-field.tsx'
import own from './length.module.css'
import { Pair } from './pair.tsx'
import { answerOf, useBringHome } from './use-length-answer.ts'
import { Wanted } from './wanted.tsx'

const AddReading = lazy(async () => ({ default: (await import('./add-reading.tsx')).AddReading }))

/** Which belt the drive wants and how that is known, which to bring home, the belt on it, and how it goes on. */
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
      <LengthOf key={belt.belt.id} belt={belt} solved={answer} />
    </>
  )
}

function LengthOf({ belt, solved }: { readonly belt: SettledBelt; readonly solved: BeltSolution }) {
  const { settled } = useBench()
  const answer = answerOf(settled, belt)
  const home = useBringHome(answer, belt)
  const [adding, setAdding] = useState<ReadingKind | null>(null)
  const navigate = useNavigate()
  const { driveId = '' } = useParams()
  return (
    <>
      <Wanted belt={belt} answer={answer} home={home} />
      <HowWeKnow answer={answer} onAdd={() => setAdding('aid')} />
      <BringHomeList belt={belt} answer={answer} home={home} />
      <div className={own['actions']}>
        <Button type="primary" size="large" onClick={() => setAdding('trial')}>
          Tried one on
        </Button>
        <Button
          size="large"
          icon={<IdcardOutlined />}
          onClick={() => void navigate(`/drives/${driveId}/card/${belt.belt.id}`)}
        >
          Belt card
        </Button>
      </div>
      <OnTheEngine belt={belt} answer={solved} />
      <GoingOn belt={belt} answer={answer} />
      <Pair belt={belt} />
      <FittedBefore belt={belt.belt} driveId={driveId} />
      {adding !== null && (
        <Suspense fallback={null}>
          <AddReading belt={belt} answer={answer} kind={adding} onKind={setAdding} onClose={() => setAdding(null)} />
        </Suspense>
      )}
    </>
  )
}

function OnTheEngine({ belt, answer }: { readonly belt: SettledBelt; readonly answer: BeltSolution }) {
  const { store } = useBench()
  const lengths = useLengths()
  // What is put on from a list of sizes stands in the field at once.
  const length = useBenchState(({ drive }) => drive.belts.find(({ id: each }) => each === belt.belt.id)?.length ?? null)
  const { id, section, ribs } = belt.belt
  const { shortest, longest } = answer.reach
  const reachText = (mm: number | null) => (mm === null ? '–' : lengths.text(mm))
  return (
    <section className={styles['section']} aria-label="On the engine">
      <h2 className="heading">On the engine</h2>
      <div className={styles['onEngine']}>
        <LengthField
          key={id}
          label={length === null ? 'Length of the belt' : `Belt ${beltLabel(section, ribs, length)}`}
          value={length}
          section={section}
          reach={shortest === null || longest === null ? null : { shortest, longest }}
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
