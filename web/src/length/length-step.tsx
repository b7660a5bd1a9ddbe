import { IdcardOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { setBeltLength } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import type { BeltSolution } from '@emery/core/solution'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { AdjusterCaution, AdjusterWords } from '../bench/panels/adjuster-words.tsx'
import { BeltTabs } from '../bench/panels/belt-tabs.tsx'
import { PanelSection } from '../ui/panel.tsx'
import { TravelBar } from '../bench/panels/travel-bar.tsx'
import type { ReadingKind } from './add-reading.tsx'
import { BringHomeList } from './bring-home-list.tsx'
import { FittedBefore } from './fitted-before.tsx'
import { Installing } from './installing.tsx'
import { HowWeKnow } from './how-we-know.tsx'
import { LengthField } from './length-field.tsx'
import styles from './length.module.css'
import { NextStep } from './next-step.tsx'
import { Together } from './together.tsx'
import { TriedOn } from './tried-on.tsx'
import { answerOf, useBringHome } from '../bench/use-length-answer.ts'
import { Wanted } from './wanted.tsx'

const AddReading = lazy(async () => ({ default: (await import('./add-reading.tsx')).AddReading }))

/** Which belt the drive wants and how that is known, which to buy, the belt on it, and how it goes on. */
export function LengthStep() {
  const { belt, solution } = useBench()
  const answer = solution.belts.find(({ id }) => id === belt?.belt.id)
  if (belt === undefined || answer === undefined) {
    return (
      <PanelSection>
        <p>This drive has no belt yet.</p>
      </PanelSection>
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
  const [laidAt, setLaidAt] = useState(0)
  const navigate = useNavigate()
  const { driveId = '' } = useParams()
  return (
    <>
      <Wanted belt={belt} answer={answer} home={home} />
      <NextStep
        belt={belt}
        answer={answer}
        onLay={(u) => {
          setLaidAt(u)
          setAdding('aid')
        }}
      />
      <BringHomeList belt={belt} answer={answer} home={home} />
      <TriedOn belt={belt} answer={answer} home={home} />
      <HowWeKnow belt={belt} answer={answer} onAdd={() => setAdding('aid')} />
      <div className={styles['actions']}>
        <Button
          size="large"
          icon={<IdcardOutlined aria-hidden />}
          onClick={() => void navigate(`/drives/${driveId}/card/${belt.belt.id}`)}
        >
          Belt card
        </Button>
      </div>
      <OnTheEngine belt={belt} answer={solved} />
      <Installing belt={belt} answer={answer} />
      <Together belt={belt} />
      <FittedBefore belt={belt.belt} driveId={driveId} />
      {adding !== null && (
        <Suspense fallback={null}>
          <AddReading
            belt={belt}
            answer={answer}
            kind={adding}
            laidAt={laidAt}
            onKind={setAdding}
            onClose={() => {
              setAdding(null)
              setLaidAt(0)
            }}
          />
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
  const { id, section, ribs, construction } = belt.belt
  const { shortest, longest } = answer.reach
  const reachText = (mm: number | null) => (mm === null ? '–' : lengths.text(mm))
  return (
    <PanelSection title="Fitted belt">
      <div className={styles['onEngine']}>
        <LengthField
          key={id}
          label={length === null ? 'Belt length' : `Belt ${beltLabel(section, ribs, length, construction)}`}
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
      <AdjusterCaution adjuster={belt.adjuster?.adjuster ?? null} />
    </PanelSection>
  )
}
