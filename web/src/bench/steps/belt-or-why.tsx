import type { ReactNode } from 'react'
import type { SettledBelt } from '@emery/core'
import { useBench } from '../bench-context.ts'
import { BeltTabs } from './belt-tabs.tsx'
import panel from './panel.module.css'

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
      <section className={panel['section']}>
        <p role="status">
          {belt === undefined
            ? 'This drive has no belt yet.'
            : `${what} follows once its pulleys are measured and it is threaded.`}
        </p>
      </section>
    </>
  )
}
