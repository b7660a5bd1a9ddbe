import { CloseOutlined, PlusOutlined } from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Tooltip } from 'antd'
import dayjs from 'dayjs'
import { lazy, Suspense, useState } from 'react'
import type { Belt, Fitting } from '@emery/core'
import { fittingsKey, fittingsQuery, removeFitting, restoreFitting } from '../../api/fittings.ts'
import { useSecondThoughts } from '../../app/use-second-thoughts.tsx'
import panel from '../steps/panel.module.css'
import styles from './length.module.css'

// The calendar is large, and few visits need it.
const AddFitting = lazy(async () => ({ default: (await import('./add-fitting.tsx')).AddFitting }))

/** Belts fitted here over time, so that nobody has to remember what fitted last. */
export function FittedBefore({ belt, driveId }: { readonly belt: Belt; readonly driveId: string }) {
  const { data, error, refetch } = useQuery({ ...fittingsQuery(driveId), enabled: driveId !== '' })
  const [adding, setAdding] = useState(false)
  const strikeOut = useStrikeOut(driveId)
  const own = data?.filter((fitting) => fitting.belt === belt.id) ?? []
  return (
    <section className={panel['section']} aria-label="Fitted here">
      <div className={styles['head']}>
        <h2 className="heading">Fitted here</h2>
        <Button icon={<PlusOutlined />} onClick={() => setAdding(true)}>
          Belt fitted
        </Button>
      </div>
      {error !== null && (
        <p>
          What was fitted cannot be shown: {error.message} <Button onClick={() => void refetch()}>Try again</Button>
        </p>
      )}
      {data !== undefined && own.length === 0 && <p className={panel['soft']}>No belt is on record for this place.</p>}
      <ul className={styles['fittings']}>
        {own.map((fitting, i) => (
          <li key={fitting.id}>
            <span>
              <b className="figures">{fitting.mark}</b> {dayjs(fitting.fittedOn).format('D MMM YYYY')}
              <small>
                {[distanceWords(fitting, own[i + 1]), fitting.reason, fitting.by]
                  .filter((words) => words !== '')
                  .join(' · ')}
              </small>
            </span>
            <Tooltip title="Strike out">
              <Button
                type="text"
                icon={<CloseOutlined />}
                aria-label={`Strike out ${fitting.mark}, ${fitting.fittedOn}`}
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
    </section>
  )
}

/** At which distance, and how far the one before it had run. */
function distanceWords({ distance }: Fitting, before: Fitting | undefined): string {
  if (distance === null) return ''
  const at = `at ${distance.toLocaleString('en')} km`
  const ran = before?.distance == null ? null : distance - before.distance
  return ran === null || ran <= 0 ? at : `${at}, the one before it ran ${ran.toLocaleString('en')} km`
}

function useStrikeOut(driveId: string): (fitting: Fitting) => Promise<boolean> {
  const queries = useQueryClient()
  const takeAway = useSecondThoughts()
  return ({ id, mark }) =>
    takeAway({
      key: `fitting-${id}`,
      said: `${mark} is struck out.`,
      remove: () => removeFitting(driveId, id),
      bringBack: () => restoreFitting(driveId, id),
      refresh: () => queries.invalidateQueries({ queryKey: fittingsKey(driveId) }),
    })
}
