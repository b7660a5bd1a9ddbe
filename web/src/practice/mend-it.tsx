import { Button, Select } from 'antd'
import { useState } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { beltKindOf, inWordsOf, partsOfDrive } from '@emery/core/noise'
import { REMEDIES, remedyOf } from '@emery/core/practice'
import { useKnowledge } from '../knowledge/knowledge-api.ts'
import { placeName } from '../running/put-faults.tsx'
import { PanelSection } from '../ui/panel.tsx'
import styles from './practice.module.css'

interface MendItProps {
  readonly drive: CheckedDrive
  readonly isMended: boolean
  readonly onRemedy: (remedy: string, at: string) => void
  readonly onFinish: (cause: string) => void
}

/** Mend something, where, at its price; and write down what it is. */
export function MendIt({ drive, isMended, onRemedy, onFinish }: MendItProps) {
  const knowledge = inWordsOf(useKnowledge(), beltKindOf(drive))
  const [remedy, setRemedy] = useState<string | null>(null)
  const [at, setAt] = useState<string | null>(null)
  const [cause, setCause] = useState<string | null>(null)
  const possible = REMEDIES.filter(({ places }) => places(drive).length > 0)
  const places = remedy === null ? [] : remedyOf(remedy).places(drive)
  const where = at !== null && places.includes(at) ? at : places.length === 1 ? (places[0] ?? null) : null
  const has = partsOfDrive(drive)
  const causes = knowledge.causes.filter(({ needs = [] }) => needs.every((need) => has[need] !== false))
  return (
    <>
      <PanelSection title="Mend something">
        <div className={styles['mend']}>
          <Select
            aria-label="What to do"
            value={remedy}
            placeholder="What to do …"
            options={possible.map(({ id, name, minutes, price }) => ({
              value: id,
              label: `${name}: ${minutes} min${price === 0 ? '' : `, costs ${price}`}`,
            }))}
            onChange={(next: string) => {
              setRemedy(next)
              setAt(null)
            }}
          />
          <Select
            aria-label="Where"
            value={where}
            placeholder="Where …"
            disabled={remedy === null}
            options={places.map((id) => ({ value: id, label: placeName(drive, id) }))}
            onChange={setAt}
          />
          <Button
            disabled={remedy === null || where === null}
            onClick={() => remedy !== null && where !== null && onRemedy(remedy, where)}
          >
            Do it
          </Button>
        </div>
      </PanelSection>
      <PanelSection title="Write down what it is">
        <div className={styles['mend']}>
          <Select
            aria-label="What it is"
            value={cause}
            placeholder="It is …"
            showSearch={{ optionFilterProp: 'label' }}
            options={causes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setCause}
          />
          <Button type="primary" disabled={cause === null} onClick={() => cause !== null && onFinish(cause)}>
            Finish
          </Button>
        </div>
        <p className={styles['note']}>
          {isMended
            ? 'Then you are told how it was.'
            : 'You may finish before it is mended; then you are told how it was.'}
        </p>
      </PanelSection>
    </>
  )
}
