import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core'
import { ArrowDownOutlined, ArrowUpOutlined, HolderOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import styles from './parts.module.css'

interface FrontToBackProps {
  /** As they are taken to stand, the nearest first. */
  readonly belts: readonly { readonly id: string; readonly name: string }[]
  /** Whether somebody has said so. */
  readonly said: boolean
  readonly onSay: (ids: readonly string[]) => void
}

/** The belts of a drive from front to back, to be dragged or moved by arrows into the order in which they stand. */
export function FrontToBack({ belts, said, onSay }: FrontToBackProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }))
  const ids = belts.map(({ id }) => id)
  const move = (from: number, to: number) => {
    const [moved] = ids.slice(from, from + 1)
    const others = ids.filter((id) => id !== moved)
    if (moved !== undefined) onSay([...others.slice(0, to), moved, ...others.slice(to)])
  }
  return (
    <section aria-label="Which belt is nearest to you?">
      <h2 className="heading">Which belt is nearest to you?</h2>
      <p className="soft">
        {said ? 'From the front to the engine.' : 'Nobody has said yet. Look from the side, and drag them into order.'}
      </p>
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          if (over !== null && over.id !== active.id) move(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)))
        }}
      >
        <ol className={styles['order']} data-said={said}>
          {belts.map((belt, i) => (
            <BeltInOrder key={belt.id} {...belt} said={said} at={i} of={belts.length} onMove={(to) => move(i, to)} />
          ))}
        </ol>
      </DndContext>
      {!said && <Button onClick={() => onSay(ids)}>They stand like this</Button>}
    </section>
  )
}

interface BeltInOrderProps {
  readonly id: string
  readonly name: string
  readonly said: boolean
  readonly at: number
  readonly of: number
  readonly onMove: (to: number) => void
}

function BeltInOrder({ id, name, said, at, of, onMove }: BeltInOrderProps) {
  const drag = useDraggable({ id })
  const drop = useDroppable({ id })
  const by = drag.transform?.y ?? 0
  return (
    <li
      ref={(row) => {
        drag.setNodeRef(row)
        drop.setNodeRef(row)
      }}
      data-over={drop.isOver && !drag.isDragging}
      style={by === 0 ? undefined : { transform: `translateY(${by}px)` }}
    >
      <span className={styles['grip']} aria-hidden {...drag.listeners}>
        <HolderOutlined />
      </span>
      <span>
        {name} {said && at === 0 && <small>nearest to you</small>}
        {said && at === of - 1 && <small>at the engine</small>}
      </span>
      <Button
        type="text"
        aria-label={`Nearer: ${name}`}
        icon={<ArrowUpOutlined aria-hidden />}
        disabled={at === 0}
        onClick={() => onMove(at - 1)}
      />
      <Button
        type="text"
        aria-label={`Farther: ${name}`}
        icon={<ArrowDownOutlined aria-hidden />}
        disabled={at === of - 1}
        onClick={() => onMove(at + 1)}
      />
    </li>
  )
}
