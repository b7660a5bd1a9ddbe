import { useQuery } from '@tanstack/react-query'
import { Button, Checkbox, Segmented } from 'antd'
import { useCallback, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import type { DriveRecord, Fitting, Inspection } from '@emery/core/api'
import { fileName } from '@emery/core/exchange'
import { settleDrive } from '@emery/core/path'
import { checkOf, type CheckId, type PartJudged } from '@emery/core/wear'
import { driveQuery } from '../drives/drives-api.ts'
import { fittingsQuery } from '../length/fittings-api.ts'
import { inspectionsQuery } from './inspections-api.ts'
import { Notice } from '../ui/notice.tsx'
import { PickDrive } from '../drives/pick-drive.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { Caution } from '../ui/caution.tsx'
import { CheckCard } from './check-card.tsx'
import { DueList } from './due-list.tsx'
import { Outcome } from './outcome.tsx'
import { canBeSeen, PartList } from './part-list.tsx'
import { PastInspections } from './past-inspections.tsx'
import { useInspectionJudged } from './use-inspection-judged.ts'
import { seenKey, useWalk, useWalks, type Walk } from './inspection-store.ts'
import { kmText } from './inspection-words.ts'
import { InspectionDrawing } from './inspection-drawing.tsx'
import styles from './inspection.module.css'
import { Odometer } from '../ui/odometer.tsx'

/** An inspection of a drive, part by part: what is worn, what to replace now, what to watch and until when. */
export function InspectionScreen() {
  const { driveId = '' } = useParams()
  const { data: record, error } = useQuery({ ...driveQuery(driveId), enabled: driveId !== '' })
  const { data: fittings, error: noFittings } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const { data: inspections, error: noWalks } = useQuery({ ...inspectionsQuery(driveId), enabled: driveId !== '' })
  const failure = error ?? noFittings ?? noWalks
  if (driveId === '') return <NoDrive />
  if (record !== undefined && fittings !== undefined && inspections !== undefined)
    // Another drive begins with its own first part.
    return <Walking key={driveId} record={record} fittings={fittings} inspections={inspections} />
  if (failure !== null)
    return (
      <Notice title="The inspection cannot start" detail={failure.message}>
        <Link to="/inspection">Another drive</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Loading the drive …
    </p>
  )
}

function NoDrive() {
  useTopBar(useMemo(() => ({ title: <strong>Inspection</strong>, commands: [] }), []))
  return (
    <div className={styles['none']}>
      <h1>Inspect a drive</h1>
      <p>
        Part by part: what is worn, what to replace now, and what to watch and until when. Belt first, then pulleys,
        then adjusters, then brackets.
      </p>
      <PickDrive driveId="" under="/inspection" none="choose one" />
      <p className="soft">
        A drive that is not recorded yet must be <Link to="/drives/new">created</Link> first, because its parts are what
        you inspect.
      </p>
    </div>
  )
}

interface WalkingProps {
  readonly record: DriveRecord
  readonly fittings: readonly Fitting[]
  readonly inspections: readonly Inspection[]
}

interface InHand {
  readonly part: string
  readonly check: CheckId
}

function Walking({ record, fittings, inspections }: WalkingProps) {
  const { id: driveId, document, vehicle } = record
  const walk = useWalk(driveId)
  const { change, undo, begin } = useWalks()
  const settled = useMemo(() => settleDrive(document), [document])
  const past = useMemo(() => ({ inspections, fittings }), [inspections, fittings])
  const judged = useInspectionJudged(document, walk, past)
  const { parts, trends } = judged
  const [chosen, setChosen] = useState<InHand | null>(null)
  const inHand = chosen ?? nextOpen(parts, walk, null) ?? firstOf(parts)
  const takePart = useCallback(
    (part: string) => {
      const of = parts.find((each) => each.part.id === part)
      if (of !== undefined) setChosen(openIn(of, walk) ?? { part, check: of.part.checks[0] ?? 'damage' })
    },
    [parts, walk],
  )
  const step = useCallback(
    (by: number) => {
      const at = parts.findIndex(({ part }) => part.id === inHand?.part)
      const next = parts[(at + by + parts.length) % parts.length]
      if (next !== undefined) takePart(next.part.id)
    },
    [parts, inHand, takePart],
  )
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Inspection of {vehicle?.name ?? document.name}</strong>,
        commands: [
          { id: 'undo', label: 'Undo the last answer', keys: 'Ctrl Z', run: () => undo(driveId) },
          { id: 'next-part', label: 'Next part', keys: 'ArrowDown', run: () => step(1) },
          { id: 'last-part', label: 'Part before', keys: 'ArrowUp', run: () => step(-1) },
          { id: 'begin', label: 'Start the inspection again', run: () => begin(driveId) },
        ],
      }),
      [vehicle, document, driveId, undo, begin, step],
    ),
  )
  const current = parts.find(({ part }) => part.id === inHand?.part)
  if (inHand === null || current === undefined)
    return (
      <Notice title="Nothing to inspect yet" detail="No belt of this drive has a route.">
        <Link to={`/drives/${driveId}/route`}>Route the belt</Link>
      </Notice>
    )
  const later = inspections.find(({ distance }) => distance !== null)?.distance ?? null
  return (
    <div className={styles['page']}>
      <h1 className="unseen">Inspection of {record.vehicle?.name ?? record.document.name}</h1>
      <aside className={styles['list']}>
        <PickDrive driveId={driveId} under="/inspection" none="choose one" />
        <PartList parts={parts} inHand={inHand.part} beltOff={walk.beltOff} onTake={takePart} />
      </aside>
      <div className={styles['work']}>
        <div className={styles['terms']}>
          <Segmented
            aria-label="Whether the belt is on"
            value={walk.beltOff ? 'off' : 'on'}
            options={[
              { value: 'on', label: 'Belt on' },
              { value: 'off', label: 'Belt off' },
            ]}
            onChange={(belt) => change(driveId, (before) => ({ ...before, beltOff: belt === 'off' }))}
          />
          <Odometer
            value={walk.distance}
            placeholder={later === null ? 'not read' : `${kmText(later)} last time`}
            onRead={(distance) => change(driveId, (before) => ({ ...before, distance }))}
          />
          {walk.distance !== null && later !== null && walk.distance < later && (
            <p role="alert">Less than the {kmText(later)} of last time. Is it correct?</p>
          )}
          {walk.beltOff && (
            <Caution>Hold a spring-loaded arm until it stops. Engine off, key out, while the belt is off.</Caution>
          )}
          <Checkbox
            checked={walk.renewed.includes(inHand.part)}
            onChange={({ target }) =>
              change(driveId, (before) => ({
                ...before,
                renewed: [
                  ...before.renewed.filter((id) => id !== inHand.part),
                  ...(target.checked ? [inHand.part] : []),
                ],
              }))
            }
          >
            {current.part.name} is new since last time
          </Checkbox>
        </div>
        <CheckCard
          key={inHand.part}
          {...{ driveId, settled, walk, judged: current, check: inHand.check, trends, inspections }}
          picture={
            <InspectionDrawing
              settled={settled}
              parts={parts}
              inHand={inHand.part}
              beltOff={walk.beltOff}
              onTake={takePart}
            />
          }
          onTake={(check) => setChosen({ part: inHand.part, check })}
          onNext={() => setChosen(nextOpen(parts, useWalks.getState().walks[driveId] ?? walk, inHand) ?? inHand)}
        />
        <Waiting parts={parts} walk={walk} onTurn={() => change(driveId, (b) => ({ ...b, beltOff: !b.beltOff }))} />
        <PastInspections driveId={driveId} fileName={fileName(document.name)} inspections={inspections} />
      </div>
      <aside className={styles['side']} aria-label="Summary">
        <Outcome driveId={driveId} walk={walk} judged={judged} onTake={takePart} />
        <DueList driveId={driveId} due={judged.due} distance={judged.lastDistance} />
      </aside>
    </div>
  )
}

function firstOf(parts: readonly PartJudged[]): InHand | null {
  const part = parts[0]?.part
  return part?.checks[0] === undefined ? null : { part: part.id, check: part.checks[0] }
}

const isOpen = (walk: Walk, part: string, check: CheckId) =>
  check !== 'age' && canBeSeen(checkOf(check).belt, walk.beltOff) && walk.seen[seenKey(part, check)]?.answered !== true

/** The first check of a part that can be done now and was not. */
function openIn({ part }: PartJudged, walk: Walk): InHand | null {
  const check = part.checks.find((each) => isOpen(walk, part.id, each))
  return check === undefined ? null : { part: part.id, check }
}

/** The next check after one that can be done now and was not, round to the beginning. */
function nextOpen(parts: readonly PartJudged[], walk: Walk, after: InHand | null): InHand | null {
  const all = parts.flatMap(({ part }) => part.checks.map((check) => ({ part: part.id, check })))
  const at = after === null ? -1 : all.findIndex(({ part, check }) => part === after.part && check === after.check)
  return [...all.slice(at + 1), ...all.slice(0, at + 1)].find(({ part, check }) => isOpen(walk, part, check)) ?? null
}

interface WaitingProps {
  readonly parts: readonly PartJudged[]
  readonly walk: Walk
  readonly onTurn: () => void
}

/** Once everything was seen that can be seen with the belt as it is: what waits for it to be otherwise. */
function Waiting({ parts, walk, onTurn }: WaitingProps) {
  if (nextOpen(parts, walk, null) !== null) return null
  const other: Walk = { ...walk, beltOff: !walk.beltOff }
  const waiting = parts.flatMap(({ part }) => part.checks.filter((check) => isOpen(other, part.id, check))).length
  return (
    <p className={styles['waiting']} role="status">
      {waiting === 0 ? (
        'Everything is checked.'
      ) : (
        <>
          Everything is checked that can be with the belt {walk.beltOff ? 'off' : 'on'}.{' '}
          <Button onClick={onTurn}>
            {waiting} more with the belt {walk.beltOff ? 'on again' : 'off'}
          </Button>
        </>
      )}
    </p>
  )
}
