import { Button, InputNumber } from 'antd'
import { useMemo, useState } from 'react'
import { judgeLine, lineRound } from '@emery/core/practice'
import styles from './practice.module.css'
import type { RoundProps } from './round-props.ts'

/** Lay the straightedge to one pulley after the other; then say how far each has to come forward or back. */
export function LineIt({ seed, drives, onJudged }: RoundProps) {
  const round = useMemo(() => lineRound(seed, drives), [seed, drives])
  const [read, setRead] = useState<readonly string[]>([])
  const [moves, setMoves] = useState<Readonly<Record<string, number>>>({})
  const pulleys = round.drive.pulleys.filter(({ id }) => id in round.out)
  return (
    <>
      <p className={styles['note']}>
        The straightedge lies on the crank’s pulley. Lay it to the others, and move what stands out. A straightedge
        reads to a few tenths.
      </p>
      <table className={styles['record']}>
        <thead>
          <tr>
            <th scope="col">Pulley</th>
            <th scope="col">straightedge</th>
            <th scope="col">move it forward by, mm (back: −)</th>
          </tr>
        </thead>
        <tbody>
          {pulleys.map(({ id, shaft }) => {
            const name = round.drive.shafts.find((each) => each.id === shaft)?.name ?? id
            const mm = round.read[id] ?? 0
            return (
              <tr key={id}>
                <th scope="row">{name}</th>
                <td>
                  {read.includes(id) ? (
                    <b>
                      {Math.abs(mm) < 0.3 ? 'flush' : `${Math.abs(mm).toFixed(1)} mm ${mm > 0 ? 'in front' : 'behind'}`}
                    </b>
                  ) : (
                    <Button aria-label={`Lay it to ${name}`} onClick={() => setRead([...read, id])}>
                      Lay it on
                    </Button>
                  )}
                </td>
                <td>
                  <InputNumber
                    aria-label={`Move ${name}`}
                    min={-12}
                    max={12}
                    step={0.5}
                    value={moves[id] ?? 0}
                    onChange={(next) => {
                      setMoves({ ...moves, [id]: next ?? 0 })
                      onJudged(null)
                    }}
                  />
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <div className={styles['ways']}>
        <Button type="primary" onClick={() => onJudged(judgeLine(round, moves))}>
          Is it right?
        </Button>
      </div>
    </>
  )
}
