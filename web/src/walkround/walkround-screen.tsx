import { useQuery } from '@tanstack/react-query'
import { Button, Checkbox, InputNumber, Segmented } from 'antd'
import { useCallback, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import {
  checkOf,
  fileName,
  settleDrive,
  type CheckId,
  type DriveRecord,
  type Fitting,
  type PartJudged,
  type Walkround,
} from '@emery/core'
import { driveQuery } from '../api/drives.ts'
import { fittingsQuery } from '../api/fittings.ts'
import { walkroundsQuery } from '../api/walkrounds.ts'
import { Notice } from '../app/notice.tsx'
import { PickDrive } from '../app/pick-drive.tsx'
import { useTopBar } from '../app/top-bar.ts'
import { Caution } from '../readings/caution.tsx'
import { CheckCard } from './check-card.tsx'
import { DueList } from './due-list.tsx'
import { Outcome } from './outcome.tsx'
import { canBeSeen, PartList } from './part-list.tsx'
import { PastWalks } from './past-walks.tsx'
import { useWalkJudged } from './use-walk-judged.ts'
import { seenKey, useWalk, useWalks, type Walk } from './walk-store.ts'
import { kmText } from './walk-words.ts'
import { WalkDrawing } from './walk-drawing.tsx'
import styles from './walkround.module.css'

/** A walk round a drive, part by part: what is worn, what to replace now, what to watch and until when. */
export function WalkroundScreen() {
  const { driveId = '' } = useParams()
  const { data: record, error } = useQuery({ ...driveQuery(driveId), enabled: driveId !== '' })
  const { data: fittings, error: noFittings } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const { data: walkrounds, error: noWalks } = useQuery({ ...walkroundsQuery(driveId), enabled: driveId !== '' })
  const failure = error ?? noFittings ?? noWalks
  if (driveId === '') return <NoDrive />
  if (record !== undefined && fittings !== undefined && walkrounds !== undefined)
    // Another drive begins with its own first part.
    return <Walking key={driveId} record={record} fittings={fittings} walkrounds={walkrounds} />
  if (failure !== null)
    return (
      <Notice title="The walk cannot begin" detail={failure.message}>
        <Link to="/walkround">Another drive</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Fetching the drive …
    </p>
  )
}

function NoDrive() {
  useTopBar(useMemo(() => ({ title: <strong>Walkround</strong>, commands: [] }), []))
  return (
    <div className={styles['none']}>
      <h1>Walk round a drive</h1>
      <p>
        Part by part: what is worn, what has to be replaced now, what can be watched and until when. Belt first, then
        what it runs over, then what takes it up and what holds it all.
      </p>
      <PickDrive driveId="" under="/walkround" none="choose one" />
      <p className={styles['soft']}>
        A drive that is not kept here yet has to be <Link to="/drives/new">put on the bench</Link> first: its parts are
        what one walks round.
      </p>
    </div>
  )
}

interface WalkingProps {
  readonly record: DriveRecord
  readonly fittings: readonly Fitting[]
  readonly walkrounds: readonly Walkround[]
}

interface InHand {
  readonly part: string
  readonly check: CheckId
}

function Walking({ record, fittings, walkrounds }: WalkingProps) {
  const { id: driveId, document, vehicle } = record
  const walk = useWalk(driveId)
  const { change, undo, begin } = useWalks()
  const settled = useMemo(() => settleDrive(document), [document])
  const past = useMemo(() => ({ walkrounds, fittings }), [walkrounds, fittings])
  const judged = useWalkJudged(document, walk, past)
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
        title: <strong>Walkround of {vehicle?.name ?? document.name}</strong>,
        commands: [
          { id: 'undo', label: 'Take the last answer back', keys: 'Ctrl Z', run: () => undo(driveId) },
          { id: 'next-part', label: 'Next part', keys: 'ArrowDown', run: () => step(1) },
          { id: 'last-part', label: 'Part before', keys: 'ArrowUp', run: () => step(-1) },
          { id: 'begin', label: 'Begin the walk anew', run: () => begin(driveId) },
        ],
      }),
      [vehicle, document, driveId, undo, begin, step],
    ),
  )
  const current = parts.find(({ part }) => part.id === inHand?.part)
  if (inHand === null || current === undefined)
    return (
      <Notice title="Nothing to walk round yet" detail="No belt of this drive runs over any pulley.">
        <Link to={`/drives/${driveId}/route`}>Lay the belt in Route</Link>
      </Notice>
    )
  const later = walkrounds.find(({ distance }) => distance !== null)?.distance ?? null
  return (
    <div className={styles['page']}>
      <aside className={styles['list']}>
        <PickDrive driveId={driveId} under="/walkround" none="choose one" />
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
          <label>
            Distance, km
            <InputNumber
              min={0}
              max={5_000_000}
              value={walk.distance}
              placeholder={later === null ? 'not read' : `${Math.round(later)} last time`}
              controls={false}
              onChange={(distance) => change(driveId, (before) => ({ ...before, distance }))}
            />
          </label>
          {walk.distance !== null && later !== null && walk.distance < later && (
            <p role="alert">Less than the {kmText(later)} of last time: is it right?</p>
          )}
          {walk.beltOff && (
            <Caution>Hold a sprung arm until it rests. Engine off, key out, while the belt is off.</Caution>
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
          {...{ driveId, settled, walk, judged: current, check: inHand.check, trends, walkrounds }}
          picture={
            <WalkDrawing
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
        <PastWalks driveId={driveId} fileName={fileName(document.name)} walkrounds={walkrounds} />
      </div>
      <aside className={styles['side']} aria-label="What it comes to">
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
        'Everything was looked at.'
      ) : (
        <>
          Everything was looked at that can be with the belt {walk.beltOff ? 'off' : 'on'}.{' '}
          <Button onClick={onTurn}>
            {waiting} more with the belt {walk.beltOff ? 'on again' : 'off'}
          </Button>
        </>
      )}
    </p>
  )
}
