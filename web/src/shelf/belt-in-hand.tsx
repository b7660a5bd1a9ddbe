import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { Link } from 'react-router'
import type { DriveForBelt, ShelfBelt } from '@emery/core/api'
import { nearSizes, type BeltOnShelf } from '@emery/core/length'
import { beltLabel } from '@emery/core/sections'
import { drivesForBeltQuery } from './shelf-api.ts'
import { FIT_MARK } from '../ui/fit-mark.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import styles from './shelf.module.css'

interface BeltInHandProps {
  readonly belt: BeltOnShelf
  readonly shelf: readonly ShelfBelt[]
  readonly onPick: (belt: ShelfBelt) => void
}

/** What one belt is good for: the sizes on either side of it, and the drives it goes on. */
export function BeltInHand({ belt, shelf, onPick }: BeltInHandProps) {
  const lengths = useLengths()
  const { below, above } = nearSizes(shelf, belt)
  return (
    <section className={styles['inHand']} aria-label="Selected belt">
      <h2 className="figures">{beltLabel(belt.section, belt.ribs, belt.length)}</h2>
      <p>
        <span className="figures">{lengths.text(belt.length)}</span>, {lengths.other(belt.length)}
      </p>
      <h3 className="heading">Similar sizes in stock</h3>
      <div className={styles['near']}>
        {[['shorter', below] as const, ['longer', above] as const].map(([word, near]) =>
          near === null ? (
            <span key={word}>none {word}</span>
          ) : (
            <Button key={word} onClick={() => onPick(near)}>
              <span className="figures">{beltLabel(near.section, near.ribs, near.length)}</span>
              <small>
                {lengths.text(Math.abs(near.length - belt.length))} {word}
              </small>
            </Button>
          ),
        )}
      </div>
      <h3 className="heading">Drives it fits</h3>
      <Drives belt={belt} />
    </section>
  )
}

function Drives({ belt }: { readonly belt: BeltOnShelf }) {
  const { data, error, isPending, refetch } = useQuery(drivesForBeltQuery(belt))
  if (error !== null)
    return (
      <p>
        The drives could not be searched: {error.message} <Button onClick={() => void refetch()}>Try again</Button>
      </p>
    )
  if (isPending) return <p role="status">Searching the drives …</p>
  if (data.length === 0) return <p>None of the recorded drives.</p>
  return (
    <ul className={styles['drives']} aria-label="Drives it fits">
      {data.map((drive) => (
        <li key={drive.driveId}>
          <Link to={`/drives/${drive.driveId}/length`}>{nameOf(drive)}</Link>
          {drive.places.map(({ belt: id, name, fit, ribsMore }) => (
            <span key={id}>
              <VerdictMark verdict={ribsMore < 0 ? 'watch' : FIT_MARK[fit.verdict]} label="" /> {name}: {fit.verdict}
              {fit.u.new !== null && `, ${Math.round(100 * fit.u.new)} % of travel`}
              {ribsMore < 0 && ', one rib fewer'}
            </span>
          ))}
        </li>
      ))}
    </ul>
  )
}

function nameOf({ name, vehicle }: DriveForBelt): string {
  return vehicle === null ? name : `${vehicle.name} · ${name}`
}
