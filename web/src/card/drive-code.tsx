import { useQuery } from '@tanstack/react-query'
import { QRCode } from 'antd'
import { useMemo } from 'react'
import type { DriveRecord } from '@emery/core/api'
import { cardCodeOf, type CardCode } from '@emery/core/card-code'
import { addressesQuery, reachedFrom } from '../people/hand-over-api.ts'
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
  // A code that is printed before the address is known would lead nowhere for ever.
  if (addresses === undefined) return null
  const reached = reachedFrom(addresses)[0]
  if (code === null && reached === undefined) return null
  const link = `${reached ?? location.origin}/card/${id}`
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
      <figcaption>{captionOf(code, reached !== undefined)}</figcaption>
    </figure>
  )
}

/** What the code does, and no more: where no phone reaches the server, its link opens nothing. */
function captionOf(code: CardCode | null, isReached: boolean): string {
  const opens = isReached ? 'Opens the drive in its workshop. ' : ''
  if (code === null) return opens
  const what = code.holds === 'whole' ? 'the drive' : 'route, belts and adjusters'
  return `${opens}Any Emery reads ${what} out of a photo of it.`
}
