import barlowCondensed from '@fontsource/barlow-condensed/LICENSE?raw'
import barlow from '@fontsource/barlow/LICENSE?raw'
import plexMono from '@fontsource/ibm-plex-mono/LICENSE?raw'
import { Collapse, Modal } from 'antd'
import { useEffect, useState } from 'react'
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

/** What Emery is, and the licences of what ships with it. */
export function About({ onClose }: AboutProps) {
  return (
    <Modal open onCancel={onClose} footer={null} title="About Emery" width={640}>
      <p>Emery sizes, routes, tensions and aligns accessory drives. Figures marked nominal are averages of practice.</p>
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
