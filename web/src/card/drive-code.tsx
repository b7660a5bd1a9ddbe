import { useQuery } from '@tanstack/react-query'
import { QRCode } from 'antd'
import { useMemo } from 'react'
import type { DriveRecord } from '@emery/core/api'
import { cardCodeOf } from '@emery/core/card-code'
import { addressesQuery } from '../people/hand-over-api.ts'
import styles from './drive-code.module.css'

/** Pixels of the code as it is drawn; on paper its size is in millimetres. */
const DRAWN_PX = 256

/**
 * A code on paper that opens this drive in its own workshop, and out of which any other Emery reads the drive itself. Nothing of it is an owner's: no
 * plate, no name.
 */
export function DriveCode({ record: { id, document } }: { readonly record: DriveRecord }) {
  const { data: addresses } = useQuery(addressesQuery())
  const code = useMemo(() => cardCodeOf(document), [document])
  const link = `${addresses?.[0] ?? location.origin}/card/${id}`
  return (
    <figure className={styles['code']}>
      <div role="img" aria-label="Code of this drive" data-link={`${link}#${code?.text ?? ''}`}>
        <div aria-hidden>
          {/* In two parts: the second is of symbols that are packed more densely. */}
          <QRCode
            value={code === null ? `${link}#` : [`${link}#`, code.text]}
            size={DRAWN_PX}
            type="svg"
            errorLevel="L"
            color="#000000"
            bgColor="#ffffff"
            bordered={false}
            style={{ width: '100%', height: '100%', padding: 0 }}
          />
        </div>
      </div>
      <figcaption>
        {code === null
          ? 'Opens the drive in its workshop.'
          : code.holds === 'whole'
            ? 'Opens the drive; any Emery reads it from here.'
            : 'Opens the drive; any Emery reads route, belts and adjusters from here.'}
      </figcaption>
    </figure>
  )
}
