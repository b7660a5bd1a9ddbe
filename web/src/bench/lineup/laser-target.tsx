import { Button, Modal } from 'antd'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { madeUpLaser, type LaserMarks, type Mm } from '@emery/core'
import { EDIT_TAKEN, type EditResult } from '../../readings/edit-result.ts'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './lineup.module.css'

interface LaserTargetProps {
  readonly beltId: string
  readonly pulley: string
  readonly name: string
  readonly onRead: (near: Mm, far: Mm) => EditResult
}

/** A made-up laser on a made-up target, to be read like a real one: for the demo, and for practice. */
export function LaserTarget({ beltId, pulley, name, onRead }: LaserTargetProps) {
  const { settled } = useBench()
  const [marks, setMarks] = useState<LaserMarks | null>(null)
  const [near, setNear] = useState<Mm | null>(null)
  const [far, setFar] = useState<Mm | null>(null)
  const [refusal, setRefusal] = useState<string | null>(null)
  const open = () => {
    // Every look scatters anew, as a hand does.
    setMarks(
      madeUpLaser(
        settled.drive,
        beltId,
        pulley,
        settled.drive.pulleys.findIndex(({ id }) => id === pulley) + 100 * (settled.drive.lineUp?.length ?? 0),
      ),
    )
    setNear(null)
    setFar(null)
    setRefusal(null)
  }
  const keep = () => {
    if (near === null || far === null) return
    const result = onRead(near, far)
    if (result.ok) setMarks(null)
    else setRefusal(result.message)
  }
  return (
    <>
      <Button type="text" onClick={open} aria-label={`Made-up laser on ${name}`}>
        Made-up laser
      </Button>
      <Modal
        open={marks !== null}
        title={`The target on ${name}`}
        okText="Keep what I read"
        okButtonProps={{ disabled: near === null || far === null }}
        onOk={keep}
        onCancel={() => setMarks(null)}
        destroyOnHidden
      >
        {marks !== null && <Target marks={marks} />}
        <p className={panel['soft']}>
          No laser is needed for this one: it shows what one would on this drive as it stands, with a line’s width of
          scatter. Zero is the first rib, its scale is in millimetres; read where the line crosses each edge.
        </p>
        <div className={styles['marks']}>
          <ReadingField label="Near edge" scale="mm" value={near} onRead={(mm) => taken(setNear, mm)} />
          <ReadingField label="Far edge" scale="mm" value={far} onRead={(mm) => taken(setFar, mm)} />
        </div>
        {refusal !== null && <p role="alert">{refusal}</p>}
      </Modal>
    </>
  )
}

function taken(set: (mm: Mm | null) => void, mm: Mm | null): EditResult {
  set(mm)
  return EDIT_TAKEN
}

const PLATE = { width: 440, height: 300, left: 70, right: 370, top: 22, bottom: 278 } as const
/** mm that the plate’s scale shows on either side of the line. */
const ROUND_THE_LINE = 7

/** The plate from in front of it: an edge at the near rim, one at the far, each a scale in millimetres, and the line across. */
function Target({ marks: { near, far } }: { readonly marks: LaserMarks }) {
  const middle = Math.round((near + far) / 2)
  const y = scaleLinear([middle - ROUND_THE_LINE, middle + ROUND_THE_LINE], [PLATE.bottom, PLATE.top])
  const ticks = Array.from({ length: 4 * ROUND_THE_LINE + 1 }, (_, i) => middle - ROUND_THE_LINE + i / 2)
  return (
    <svg
      className={styles['target']}
      viewBox={`0 0 ${PLATE.width} ${PLATE.height}`}
      role="img"
      aria-label={`The line crosses the near edge at ${near.toFixed(1)} mm and the far edge at ${far.toFixed(1)} mm.`}
    >
      <rect x={PLATE.left} y={PLATE.top - 14} width={PLATE.right - PLATE.left} height={PLATE.bottom - PLATE.top + 28} />
      {ticks.map((mm) => {
        const whole = Number.isInteger(mm)
        const reach = !whole ? 8 : mm % 5 === 0 ? 24 : 16
        return (
          <g key={mm}>
            <line x1={PLATE.left} x2={PLATE.left + reach} y1={y(mm)} y2={y(mm)} />
            <line x1={PLATE.right - reach} x2={PLATE.right} y1={y(mm)} y2={y(mm)} />
            {whole && (
              <>
                <text x={PLATE.left - 10} y={y(mm) + 5} textAnchor="end">
                  {mm}
                </text>
                <text x={PLATE.right + 10} y={y(mm) + 5}>
                  {mm}
                </text>
              </>
            )}
          </g>
        )
      })}
      <text x={PLATE.left + 34} y={PLATE.bottom + 8}>
        near the crank
      </text>
      <text x={PLATE.right - 34} y={PLATE.bottom + 8} textAnchor="end">
        far
      </text>
      <line className={styles['beam']} x1={PLATE.left} x2={PLATE.right} y1={y(near)} y2={y(far)} />
    </svg>
  )
}
