import type { ReactNode } from 'react'
import type { SettledBelt } from '@emery/core/path'
import { useBench } from '../bench-context.ts'
import { BeltTabs } from './belt-tabs.tsx'
import { PanelSection } from '../../ui/panel.tsx'

interface BeltOrWhyProps {
  /** What follows once the belt has a path: the subject of a sentence. */
  readonly what: string
  readonly children: (belt: SettledBelt) => ReactNode
}

/** What a step says of the belt in hand, once it has a path; until then, what is missing. */
export function BeltOrWhy({ what, children }: BeltOrWhyProps) {
  const { belt } = useBench()
  if (belt?.path.ok === true) return children(belt)
  return (
    <>
      <BeltTabs />
      <PanelSection>
        <p role="status">
          {belt === undefined
            ? 'This drive has no belt yet.'
            : `${what} is shown once its pulleys are measured and it is routed.`}
        </p>
      </PanelSection>
    </>
  )
}
