import { CloseOutlined, PlusOutlined } from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Tooltip } from 'antd'
import dayjs from 'dayjs'
import { lazy, Suspense, useState } from 'react'
import type { Fitting } from '@emery/core/api'
import type { Belt } from '@emery/core/drive'
import { fittingsKey, fittingsQuery, removeFitting, restoreFitting } from './fittings-api.ts'
import { useUndoToast } from '../ui/use-undo-toast.tsx'
import { PanelSection } from '../ui/panel.tsx'
import styles from './length.module.css'
import { useUnits, type Units } from '../ui/use-units.ts'

// The calendar is large, and few visits need it.
const AddFitting = lazy(async () => ({ default: (await import('./add-fitting.tsx')).AddFitting }))

/** Belts fitted here over time, so that nobody has to remember what fitted last. */
export function FittedBefore({ belt, driveId }: { readonly belt: Belt; readonly driveId: string }) {
  const units = useUnits()
  const { data, error, refetch } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const [adding, setAdding] = useState(false)
  const strikeOut = useStrikeOut(driveId)
  const own = data?.filter((fitting) => fitting.belt === belt.id) ?? []
  return (
    <PanelSection label="Belts fitted">
      <div className={styles['head']}>
        <h2 className="heading">Belts fitted</h2>
        <Button icon={<PlusOutlined aria-hidden />} onClick={() => setAdding(true)}>
          Belt fitted
        </Button>
      </div>
      {error !== null && (
        <p>
          Fitted belts could not be loaded: {error.message} <Button onClick={() => void refetch()}>Try again</Button>
        </p>
      )}
      {data !== undefined && own.length === 0 && <p className="soft">No belt is recorded here yet.</p>}
      <ul className={styles['fittings']}>
        {own.map((fitting, i) => (
          <li key={fitting.id}>
            <span>
              <b className="figures">{fitting.mark}</b> {dayjs(fitting.fittedOn).format('D MMM YYYY')}
              <small>
                {[distanceWords(fitting, own[i + 1], units), fitting.reason, fitting.by]
                  .filter((words) => words !== '')
                  .join(' · ')}
              </small>
            </span>
            <Tooltip title="Delete">
              <Button
                type="text"
                icon={<CloseOutlined aria-hidden />}
                aria-label={`Delete ${fitting.mark}, ${fitting.fittedOn}`}
                onClick={() => void strikeOut(fitting)}
              />
            </Tooltip>
          </li>
        ))}
      </ul>
      {adding && (
        <Suspense fallback={null}>
          <AddFitting belt={belt} driveId={driveId} onClose={() => setAdding(false)} />
        </Suspense>
      )}
    </PanelSection>
  )
}

/** At which distance, and how far the one before it had run. */
function distanceWords({ distance }: Fitting, before: Fitting | undefined, units: Units): string {
  if (distance === null) return ''
  const at = `at ${units.distance.text(distance)}`
  const ran = before?.distance == null ? null : distance - before.distance
  return ran === null || ran <= 0 ? at : `${at}, the previous one ran ${units.distance.text(ran)}`
}

function useStrikeOut(driveId: string): (fitting: Fitting) => Promise<boolean> {
  const queries = useQueryClient()
  const takeAway = useUndoToast()
  return ({ id, mark }) =>
    takeAway({
      key: `fitting-${id}`,
      said: `${mark} is deleted.`,
      remove: () => removeFitting(driveId, id),
      bringBack: () => restoreFitting(driveId, id),
      refresh: () => queries.invalidateQueries({ queryKey: fittingsKey(driveId) }),
    })
}
