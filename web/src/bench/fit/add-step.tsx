import { Button, Select } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import { FIT_PHASES, type FitPhase } from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { PHASE_WORDS } from '../../jobs/phase-words.ts'
import panel from '../steps/panel.module.css'
import { ReasonForm } from './reason-form.tsx'
import type { JobEdit } from './use-job.ts'

const PHASES = FIT_PHASES.map((value) => ({ value, label: PHASE_WORDS[value] }))

/** Adds a step that the plan does not know to one part of the work. */
export function AddStep({ onEdit }: { readonly onEdit: (how: JobEdit) => void }) {
  const [open, setOpen] = useState(false)
  const [phase, setPhase] = useState<FitPhase>('while off')
  if (!open)
    return (
      <section className={panel['section']}>
        <Button onClick={() => setOpen(true)}>Add a step …</Button>
      </section>
    )
  return (
    <section className={panel['section']} aria-label="A step of your own">
      <Select
        aria-label="In which part of the work"
        value={phase}
        options={PHASES}
        onChange={setPhase}
        style={{ width: '100%' }}
      />
      <ReasonForm
        label="What is to be done"
        placeholder="What is to be done"
        action="Add the step"
        onCancel={() => setOpen(false)}
        onGive={(title) => {
          onEdit((of) => ({
            ...of,
            added: [...of.added, { id: `own-${newId().slice(0, 8)}`, phase, title, ...stampNow() }],
          }))
          setOpen(false)
        }}
      />
    </section>
  )
}
