import { PrinterOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import dayjs from 'dayjs'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import type { DriveRecord, Fitting } from '@emery/core/api'
import type { Belt } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { beltLabel, writeLabel } from '@emery/core/sections'
import { inchDecimalText, millimetres } from '@emery/core/units'
import { DriveCode } from './drive-code.tsx'
import { driveQuery } from '../drives/drives-api.ts'
import { fittingsQuery } from '../length/fittings-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { SmallDrive } from '../ui/drive-shapes/small-drive.tsx'
import styles from './belt-card.module.css'
import { useUnits } from '../ui/use-units.ts'

/** A card for the glove box: the belt's number, how it runs, when it was fitted and where a spare is. */
export function BeltCardScreen() {
  const { driveId = '', beltId = '' } = useParams()
  const { data: record, error } = useQuery(driveQuery(driveId))
  const { data: fittings } = useQuery(fittingsQuery(driveId))
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Belt card</strong>,
        commands: [{ id: 'print', label: 'Print the card', keys: 'Ctrl P', run: () => window.print() }],
      }),
      [],
    ),
  )
  const belt = record?.document.belts.find(({ id }) => id === beltId)
  if (error !== null && record === undefined) {
    return (
      <Notice title="The belt card could not be loaded" detail={error.message}>
        <Link to="/drives">All drives</Link>
      </Notice>
    )
  }
  if (record === undefined)
    return (
      <p role="status" style={{ padding: 32 }}>
        Loading the drive …
      </p>
    )
  if (belt === undefined) {
    return (
      <Notice title="Belt not found" detail="This drive has no belt of that name any more.">
        <Link to={`/drives/${driveId}/length`}>Back to the drive</Link>
      </Notice>
    )
  }
  const fitting = fittings?.find((each) => each.belt === belt.id)
  return (
    <div className={styles['page']}>
      <div className={styles['bar']}>
        <Link to={`/drives/${driveId}/length`}>Back to the drive</Link>
        <span>One card, 148 × 105 mm. Empty lines are for handwriting.</span>
        <Button type="primary" size="large" icon={<PrinterOutlined aria-hidden />} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <Card record={record} belt={belt} fitting={fitting} />
    </div>
  )
}

interface CardProps {
  readonly record: DriveRecord
  readonly belt: Belt
  readonly fitting: Fitting | undefined
}

function Card({ record, belt, fitting }: CardProps) {
  const { vehicle, document } = record
  const units = useUnits()
  const settled = useMemo(() => settleDrive(document), [document])
  const { section, ribs, count = 1 } = belt
  const length = belt.length ?? fitting?.length ?? null
  const mark = length === null ? null : beltLabel(section, ribs, length, belt.construction)
  const others =
    length === null
      ? []
      : [`${millimetres(length)} mm`, inchDecimalText(length), writeLabel({ section, ribs, length }, 'inch-rib')]
  const runs = settled.belts.some((each) => each.belt.id === belt.id && each.path.ok)
  return (
    <article className={styles['card']} aria-label="Belt card">
      <header>
        <strong>{vehicle === null ? document.name : vehicle.name}</strong>
        <span>{vehicle === null ? '' : `${vehicle.plate} · ${document.name}`}</span>
        <em>Emery</em>
      </header>
      <section>
        <h1>{belt.name === '' ? 'Belt' : belt.name}</h1>
        <p className={`${styles['mark'] ?? ''} figures`}>{mark ?? '________'}</p>
        <p className="figures">{others.filter((text) => text !== null).join(' · ')}</p>
        {count > 1 && <p>{count} belts, one matched set</p>}
        <dl>
          {fitting !== undefined && fitting.mark !== mark && <Line name="Number">{fitting.mark}</Line>}
          <Line name="Fitted">{fitting === undefined ? '' : dayjs(fitting.fittedOn).format('D MMM YYYY')}</Line>
          <Line name="At">{fitting?.distance == null ? '' : units.distance.text(fitting.distance)}</Line>
          <Line name="Why">{fitting?.reason ?? ''}</Line>
          {(fitting?.warrantyUntil ?? '') !== '' && (
            <Line name="Warranty">{`until ${dayjs(fitting?.warrantyUntil).format('D MMM YYYY')}`}</Line>
          )}
          <Line name="Spare">{fitting?.spare ?? ''}</Line>
        </dl>
      </section>
      <figure>
        {runs ? (
          <SmallDrive
            settled={settled}
            letters={0.06}
            beltMark={({ belt: { id } }) => (id === belt.id ? 'plain' : 'unmet')}
            pulleyMark={({ id }) => (belt.route.some(({ pulley }) => pulley === id) ? 'plain' : 'unmet')}
            label="Belt route"
          />
        ) : (
          <p>This belt has no route yet.</p>
        )}
        <figcaption>Seen from the front.</figcaption>
      </figure>
      <DriveCode record={record} />
      <footer>
        Engine off, key out. Hold a spring-loaded arm until it stops. Never use the starter to roll a belt on.
      </footer>
    </article>
  )
}

function Line({ name, children }: { readonly name: string; readonly children: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </div>
  )
}
