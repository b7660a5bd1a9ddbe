import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useEffect, useRef, useState, type RefObject } from 'react'
import { Link } from 'react-router'
import type { BoardRow as Row } from '@emery/core/api'
import { boardDriveQuery } from '../../drives/drives-api.ts'
import { DriveMiniature } from '../../drives/drive-miniature.tsx'
import { STAGE_STEP, STAGE_WORDS } from '../stage-words.ts'
import styles from './board.module.css'
import { useUnits } from '../../ui/use-units.ts'

/** One job: its drive in miniature, what is complained of, what it waits for and how far it is. */
export function BoardRow({ row }: { readonly row: Row }) {
  const { id, number, complaint, stage, stepsDone, stepsAll, reviewsWaiting, drive, vehicle, openedAt, closedAt } = row
  const place = useRef<HTMLLIElement>(null)
  return (
    <li ref={place}>
      <Link to={`/drives/${drive.id}/${STAGE_STEP[stage]}?job=${id}`} className={styles['row']}>
        <Miniature place={place} drive={drive} />
        <span className={styles['what']}>
          <strong>
            <span>{vehicle === null ? drive.name : vehicle.name}</span>
            {vehicle !== null && vehicle.plate !== '' && <span>{` · ${vehicle.plate}`}</span>}
          </strong>
          <span>{complaint === '' ? 'no complaint recorded' : complaint}</span>
          <small>
            Job {number}, opened {dayjs(openedAt).format('D MMM YYYY')}
            {vehicle === null ? '' : ` · ${drive.name}`}
          </small>
        </span>
        <span className={styles['stage']}>
          <b>{STAGE_WORDS[stage]}</b>
          {closedAt === null ? (
            <>
              <meter min={0} max={Math.max(1, stepsAll)} value={stepsDone} aria-label="Steps done" />
              <small className="figures">
                {stepsDone} of {stepsAll} steps
              </small>
            </>
          ) : (
            <small>signed off {dayjs(closedAt).format('D MMM YYYY')}</small>
          )}
        </span>
        <span className={styles['due']}>
          {reviewsWaiting > 0 && (
            <b>{reviewsWaiting === 1 ? 'needs a lead’s check' : `${reviewsWaiting} checks for a lead`}</b>
          )}
          <Promised row={row} />
          <Due row={row} />
          {row.hands.length > 0 && <small>{row.hands.join(', ')}</small>}
        </span>
      </Link>
    </li>
  )
}

/** When it is promised for; late once that has passed and it is still open. */
function Promised({ row: { promisedFor, priority, closedAt } }: { readonly row: Row }) {
  if (closedAt !== null) return null
  if (promisedFor === '') return priority === 'urgent' ? <b>urgent</b> : null
  const late = dayjs().isAfter(dayjs(promisedFor))
  return (
    <span data-late={late}>
      {late ? 'late: promised ' : 'promised '}
      {dayjs(promisedFor).format('ddd D MMM HH:mm')}
      {priority === 'urgent' && ', urgent'}
    </span>
  )
}

function Due({ row: { dueOn, dueKm, vehicle } }: { readonly row: Row }) {
  const units = useUnits()
  if (dueOn === null && dueKm === null) return null
  const distance = vehicle?.distance ?? null
  const late =
    (dueOn !== null && dayjs().isAfter(dayjs(dueOn), 'day')) ||
    (dueKm !== null && distance !== null && distance >= dueKm)
  return (
    <span data-late={late}>
      {late ? 'overdue: ' : 'due '}
      {dueOn === null ? '' : dayjs(dueOn).format('D MMM')}
      {dueKm !== null && ` or at ${units.distance.text(dueKm)}`}
    </span>
  )
}

/** The drive, fetched when its row comes into sight: of ten thousand jobs nobody waits for the drives of those they do not look at. */
function Miniature({
  place,
  drive: { id, version },
}: {
  readonly place: RefObject<HTMLLIElement | null>
  readonly drive: Row['drive']
}) {
  const seen = useSeen(place)
  const { data } = useQuery({ ...boardDriveQuery(id, version), enabled: seen })
  return <span className={styles['mini']}>{data !== undefined && <DriveMiniature drive={data.document} />}</span>
}

/** Whether an element has ever been in sight. */
function useSeen(place: RefObject<HTMLElement | null>): boolean {
  const [seen, setSeen] = useState(false)
  useEffect(() => {
    const element = place.current
    if (element === null || seen) return undefined
    const observer = new IntersectionObserver((entries) => {
      if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true)
    })
    observer.observe(element)
    return () => observer.disconnect()
  }, [place, seen])
  return seen
}
