import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import type { BoardRow, PersonRecord } from '@emery/core/api'
import { daysFrom, minutesLeft, movedInPlan, weekPlan, type PlannedJob, type PlanPlace } from '@emery/core/jobs'
import { useSetJob } from '../../job-edits/use-set-job.ts'
import { peopleQuery } from '../../people/people-api.ts'
import { useMay } from '../../people/use-may.ts'
import { Notice } from '../../ui/notice.tsx'
import { useNow } from '../../ui/use-now.ts'
import { hoursText } from '../hours-text.ts'
import { boardWeekQuery } from '../jobs-api.ts'
import styles from './week.module.css'

const DAYS = 7
const NOBODY: readonly PersonRecord[] = []
/** How often what is late is looked at again, ms. */
const LOOK_MS = 60_000
/** px that a card is drawn before it is dragged: a press opens it. */
const DRAG_FROM = 8

/** The week from today on, a row for each person: a job is dragged to another day or to someone else, or moved there by its own choice of days. */
export function Week() {
  const now = dayjs(useNow(LOOK_MS))
  const days = daysFrom(now.format('YYYY-MM-DD'), DAYS)
  const { data, error } = useQuery(boardWeekQuery(daysFrom(days[0] ?? '', DAYS + 1).at(-1) ?? ''))
  const { data: people = NOBODY } = useQuery({ ...peopleQuery(), enabled: useMay('lead') })
  const { set, error: refused } = useSetJob()
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }),
    useSensor(KeyboardSensor),
  )
  if (data === undefined)
    return error === null ? (
      <p role="status" className="soft">
        Loading the week …
      </p>
    ) : (
      <Notice inPage title="The week could not be loaded" detail={error.message} />
    )
  const plan = weekPlan(data.rows, { days, now: now.format('YYYY-MM-DDTHH:mm') })
  // Whoever plans sees everyone, also those who have nothing yet.
  const hands = [...new Set([...plan.map(({ hand }) => hand), ...people.map(({ name }) => name)])].toSorted(
    (a, b) => Number(a === '') - Number(b === '') || a.localeCompare(b),
  )
  const move = ({ row }: PlannedJob, to: PlanPlace) => {
    const { promisedFor, hands: after } = movedInPlan(row, to)
    set({ driveId: row.drive.id, jobId: row.id, set: { promisedFor }, hands: { before: row.hands, after } })
  }
  const columns = [...days, '']
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragEnd={({ active, over }) => {
        const planned = plan.find(({ row }) => row.id === active.id)
        const to = over?.data.current as PlanPlace | undefined
        if (planned !== undefined && to !== undefined && (to.day !== planned.day || to.hand !== planned.hand))
          move(planned, to)
      }}
    >
      {refused !== null && <p role="alert">{refused.message}</p>}
      <table className={styles['week']}>
        <thead>
          <tr>
            <th scope="col">Who</th>
            {columns.map((day, i) => (
              <th key={day} scope="col" data-today={i === 0}>
                {day === '' ? 'No day' : i === 0 ? 'Today' : dayjs(day).format('ddd D MMM')}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(hands.length === 0 ? [''] : hands).map((hand) => (
            <tr key={hand}>
              <th scope="row">
                {hand === '' ? 'Nobody yet' : hand}
                <small>{leftWords(plan.filter((each) => each.hand === hand && each.day !== ''))}</small>
              </th>
              {columns.map((day) => (
                <Cell key={day} place={{ day, hand }}>
                  {plan
                    .filter((each) => each.day === day && each.hand === hand)
                    .map((each) => (
                      <Card
                        key={each.row.id}
                        planned={each}
                        days={days}
                        onMove={(to) => move(each, { day: to, hand })}
                      />
                    ))}
                </Cell>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {plan.length === 0 && (
        <Notice
          inPage
          title="Nothing is planned"
          detail="A job stands here once it is promised for a day, or is open at all."
        />
      )}
      {data.more && <p className="soft">and more, promised later</p>}
    </DndContext>
  )
}

/** Hours left of what somebody has this week; said to be not known where one job has no estimate. */
function leftWords(jobs: readonly PlannedJob[]): string {
  if (jobs.length === 0) return ''
  const left = minutesLeft(jobs.map(({ row }) => row))
  return left === null ? 'not all estimated' : `${hoursText(left)} left`
}

function Cell({ place, children }: { readonly place: PlanPlace; readonly children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: `${place.day} ${place.hand}`, data: { ...place } })
  return (
    <td ref={setNodeRef} data-over={isOver}>
      {children}
    </td>
  )
}

interface CardProps {
  readonly planned: PlannedJob
  readonly days: readonly string[]
  readonly onMove: (day: string) => void
}

function Card({ planned: { row, day, late }, days, onMove }: CardProps) {
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id: row.id })
  const name = nameOf(row)
  return (
    <div
      ref={setNodeRef}
      className={styles['card']}
      data-late={late}
      data-urgent={row.priority === 'urgent'}
      style={transform === null ? undefined : { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 2 }}
    >
      <div {...attributes} {...listeners} className={styles['grip']} aria-label={`Move job ${row.number}, ${name}`}>
        <b>{name}</b>
        <span>{row.complaint}</span>
        <small>
          {late ? 'late: ' : ''}
          {row.promisedFor === ''
            ? ''
            : row.promisedFor.slice(0, 10) === day
              ? row.promisedFor.slice(11)
              : dayjs(row.promisedFor).format('D MMM HH:mm')}
          {row.estimate === null ? '' : ` · ${hoursText(row.estimate)}`}
          {row.priority === 'urgent' ? ' · urgent' : ''}
        </small>
      </div>
      <div className={styles['foot']}>
        <Link to={`/drives/${row.drive.id}/belt-change?job=${row.id}`}>Job {row.number}</Link>
        <select aria-label={`Day of job ${row.number}`} value={day} onChange={({ target }) => onMove(target.value)}>
          <option value="">no day</option>
          {days.map((each) => (
            <option key={each} value={each}>
              {dayjs(each).format('ddd D')}
            </option>
          ))}
        </select>
      </div>
    </div>
  )
}

function nameOf({ vehicle, drive }: BoardRow): string {
  return vehicle === null ? drive.name : vehicle.plate === '' ? vehicle.name : vehicle.plate
}
