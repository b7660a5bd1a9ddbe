import type { ReactNode } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import { useBench } from '../bench-context.ts'
import { pulleyName } from '../../ui/pulley-name.ts'
import { BeltTabs } from './belt-tabs.tsx'
import { PanelSection } from '../../ui/panel.tsx'

interface BeltOrWhyProps {
  /** What follows once the belt has a path: the subject of a sentence. */
  readonly what: string
  readonly children: (belt: SettledBelt) => ReactNode
  /** What can be had without a path; the belt is one of which it is known at least which pulleys it runs on. */
  readonly instead?: (belt: SettledBelt) => ReactNode
}

/** What a step says of the belt in hand, once it has a path; until then, what is missing. */
export function BeltOrWhy({ what, children, instead }: BeltOrWhyProps) {
  const { belt, settled } = useBench()
  const { drive } = settled
  if (belt?.path.ok === true) return children(belt)
  return (
    <>
      <BeltTabs />
      <PanelSection>
        <p role="status">
          {belt === undefined
            ? 'This drive has no belt yet.'
            : `${what} is not known yet. ${missingWords(belt, drive)}`}
        </p>
      </PanelSection>
      {belt !== undefined && belt.pulleys.length >= 2 && instead?.(belt)}
    </>
  )
}

/** What has to be read before a belt has a path, the nearest first. */
function missingWords({ path }: SettledBelt, drive: CheckedDrive): string {
  if (path.ok) return ''
  const nameOf = (id: string) => pulleyName(drive, id)
  switch (path.why) {
    case 'unrouted':
      return 'Say in Route how the belt runs.'
    case 'unmeasured': {
      const sizes = path.sizes.length === 0 ? [] : [`the size of ${path.sizes.map(nameOf).join(', ')}`]
      const places = path.places.length === 0 ? [] : [`the position of ${path.places.map(nameOf).join(', ')}`]
      return `Missing in Measure: ${[...sizes, ...places].join('; ')}.`
    }
    case 'overlap':
      return 'As measured, the pulleys overlap: check sizes and positions in Measure.'
  }
}
