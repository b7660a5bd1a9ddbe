import barlowCondensed from '@fontsource/barlow-condensed/LICENSE?raw'
import barlow from '@fontsource/barlow/LICENSE?raw'
import plexMono from '@fontsource/ibm-plex-mono/LICENSE?raw'
import { Collapse, Modal } from 'antd'
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
