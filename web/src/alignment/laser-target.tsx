import { Button, Modal } from 'antd'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { simulatedLaser, type LaserMarks } from '@emery/core/alignment'
import type { Mm } from '@emery/core/units'
import { EDIT_TAKEN, type EditResult } from '../ui/edit-result.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import { useBench } from '../bench/bench-context.ts'
import styles from './alignment.module.css'

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
    // Every look scatters again, as a hand does.
    setMarks(
      simulatedLaser(
        settled.drive,
        beltId,
        pulley,
        settled.drive.pulleys.findIndex(({ id }) => id === pulley) + 100 * (settled.drive.alignment?.length ?? 0),
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
      <Button type="text" onClick={open} aria-label={`Simulated laser on ${name}`}>
        Simulated laser
      </Button>
      <Modal
        open={marks !== null}
        title={`The target on ${name}`}
        okText="Save this reading"
        okButtonProps={{ disabled: near === null || far === null }}
        onOk={keep}
        onCancel={() => setMarks(null)}
        destroyOnHidden
      >
        {marks !== null && <Target marks={marks} />}
        <p className="soft">
          No real laser needed: this shows what a laser would show on this drive, with a line’s width of scatter. Zero
          is the first rib, the scale is in millimetres. Read where the line crosses each edge.
        </p>
        <div className={styles['marks']}>
          <ReadingField label="Near edge" scale="mm" value={near} live onRead={(mm) => taken(setNear, mm)} />
          <ReadingField label="Far edge" scale="mm" value={far} live onRead={(mm) => taken(setFar, mm)} />
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
