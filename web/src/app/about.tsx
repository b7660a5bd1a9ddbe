import barlowCondensed from '@fontsource/barlow-condensed/LICENSE?raw'
import barlow from '@fontsource/barlow/LICENSE?raw'
import plexMono from '@fontsource/ibm-plex-mono/LICENSE?raw'
import { Collapse, Modal } from 'antd'
import { useQuery } from '@tanstack/react-query'
import dayjs from 'dayjs'
import { useEffect, useState } from 'react'
import { COPY_LATE_H, type HealthRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'
import licence from '../../../LICENSE?raw'

interface AboutProps {
  readonly onClose: () => void
}

const NOTICES = [
  { key: 'emery', label: 'Emery: MIT License', text: licence },
  { key: 'barlow', label: 'Font Barlow: SIL Open Font License', text: barlow },
  { key: 'condensed', label: 'Font Barlow Condensed: SIL Open Font License', text: barlowCondensed },
  { key: 'mono', label: 'Font IBM Plex Mono: SIL Open Font License', text: plexMono },
]

const ROOMY = { display: 'grid', gap: 12 } as const

/** What Emery is, and the licences of what ships with it. */
export function About({ onClose }: AboutProps) {
  return (
    <Modal open onCancel={onClose} footer={null} title="About Emery" width={640} styles={{ body: ROOMY }}>
      <p>Emery sizes, routes, tensions and aligns accessory drives. Figures marked nominal are averages of practice.</p>
      <LastCopy />
      <KeptHere />
      <Collapse
        items={NOTICES.map(({ key, label, text }) => ({
          key,
          label,
          children: <p style={{ whiteSpace: 'pre-wrap' }}>{text}</p>,
        }))}
      />
    </Modal>
  )
}

/** When everything the workshop keeps was last copied; nothing where the server was not told where copies are. */
function LastCopy() {
  const { data } = useQuery({ queryKey: ['health'], queryFn: () => ask<HealthRecord>('/health'), staleTime: 0 })
  const copies = data?.copies
  if (copies == null) return null
  const { lastGood, failed } = copies
  if (lastGood === null)
    return <p role="alert">No proved copy is on record. Whoever runs Emery makes one with npm run copies.</p>
  const isLate = dayjs().diff(lastGood, 'hour') > COPY_LATE_H
  const isFailing = failed !== null && dayjs(failed).isAfter(lastGood)
  return (
    <p role={isLate || isFailing ? 'alert' : undefined}>
      Last proved copy: {dayjs(lastGood).format('D MMM YYYY, HH:mm')}.
      {isFailing && ` The one of ${dayjs(failed).format('D MMM, HH:mm')} did not succeed.`}
      {isLate && !isFailing && ' That is longer ago than two nights.'}
    </p>
  )
}

const MB = 1e6

/** How much of this browser's room Emery takes; nothing where the browser does not say. */
function KeptHere() {
  const [kept, setKept] = useState<StorageEstimate | null>(null)
  useEffect(() => {
    // Only a page served over TLS, or from this machine, is told.
    if (!('storage' in navigator)) return
    navigator.storage.estimate().then(setKept, () => undefined)
  }, [])
  if (kept?.usage === undefined || kept.quota === undefined) return null
  return (
    <p>
      In this browser Emery keeps {(kept.usage / MB).toFixed(1)} MB of the {(kept.quota / MB).toFixed(0)} MB it may: the
      application, what was opened in the last seven days, and what waits to be sent.
    </p>
  )
}
