import { Button, Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { PLAN_PHASES, type PlanPhase } from '@emery/core/belt-change'
import { stampNow } from '../../ui/preferences.ts'
import { PHASE_WORDS } from '../phase-words.ts'
import { PanelSection } from '../../ui/panel.tsx'
import { ReasonForm } from './reason-form.tsx'
import type { JobEdit } from '../../job-edits/use-job.ts'

const PHASES = PLAN_PHASES.map((value) => ({ value, label: PHASE_WORDS[value] }))

/** Adds a step that the plan does not know to one part of the work. */
export function AddStep({ onEdit }: { readonly onEdit: (how: JobEdit) => void }) {
  const [open, setOpen] = useState(false)
  const [phase, setPhase] = useState<PlanPhase>('while off')
  if (!open)
    return (
      <PanelSection>
        <Button onClick={() => setOpen(true)}>Add a step …</Button>
      </PanelSection>
    )
  return (
    <PanelSection label="Add your own step">
      <Select aria-label="Phase" value={phase} options={PHASES} onChange={setPhase} style={{ width: '100%' }} />
      <ReasonForm
        label="Actions"
        placeholder="Actions"
        action="Add step"
        onCancel={() => setOpen(false)}
        onGive={(title) => {
          onEdit((of) => ({
            ...of,
            added: [...of.added, { id: `own-${newId().slice(0, 8)}`, phase, title, ...stampNow() }],
          }))
          setOpen(false)
        }}
      />
    </PanelSection>
  )
}
