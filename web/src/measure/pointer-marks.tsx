import { Checkbox, InputNumber } from 'antd'
import { useState } from 'react'
import { movedShaft, type AdjusterOf } from '@emery/core/adjusters'
import { putAdjuster, setShaftFact, type Shaft } from '@emery/core/drive'
import { useBench } from '../bench/bench-context.ts'
import fields from '../ui/fields.module.css'
import { PanelSection } from '../ui/panel.tsx'

const MARKS = ['min', 'nominal', 'max'] as const
type Mark = (typeof MARKS)[number]
const MARK_NAMES: Readonly<Record<Mark, string>> = { min: 'First mark', nominal: 'New belt', max: 'Last mark' }

/** Where the pointer of a spring arm finds its marks, in percent of its travel; they count once all three are there. */
export function PointerMarks({ adjuster }: { readonly adjuster: AdjusterOf<'spring-arm'> }) {
  const { store } = useBench()
  const [draft, setDraft] = useState<Readonly<Partial<Record<Mark, number | undefined>>>>(adjuster.marks ?? {})
  const [refusal, setRefusal] = useState<string | null>(null)
  const take = (mark: Mark, percent: number | null) => {
    const next = { ...draft, [mark]: percent === null ? undefined : percent / 100 }
    setDraft(next)
    const { min, nominal, max } = next
    const { marks: before, ...bare } = adjuster
    const all = min !== undefined && nominal !== undefined && max !== undefined
    if (!all && before === undefined) return
    const result = store
      .getState()
      .edit('read a pointer’s marks', putAdjuster(all ? { ...adjuster, marks: { min, nominal, max } } : bare))
    setRefusal(result.ok ? null : `The marks ${result.message}.`)
  }
  return (
    <>
      <p className="soft">Marks of its pointer, % of travel from the slack end:</p>
      <div className={fields['three']}>
        {MARKS.map((mark) => (
          <label key={mark}>
            {MARK_NAMES[mark]}
            <InputNumber
              aria-label={`${MARK_NAMES[mark]}, % of travel`}
              min={0}
              max={100}
              placeholder="none"
              value={draft[mark] === undefined ? null : Math.round(100 * draft[mark])}
              onChange={(percent) => take(mark, percent)}
            />
          </label>
        ))}
      </div>
      {refusal !== null && <p role="alert">{refusal}</p>}
    </>
  )
}

/** Marks that a tensioner carries, for a drive of which nothing else is known yet: a belt on trial is read against them. */
export function TensionerMarks() {
  const { settled } = useBench()
  const { shafts, adjusters } = settled.drive
  const measured = new Set(adjusters.map(movedShaft))
  const bare = shafts.filter(({ id, kind }) => kind === 'tensioner' && !measured.has(id))
  return bare.map((shaft) => <ShaftMarks key={shaft.id} shaft={shaft} />)
}

function ShaftMarks({ shaft }: { readonly shaft: Shaft }) {
  const { store } = useBench()
  const { marks } = shaft
  const name = shaft.name === '' ? shaft.id : shaft.name
  return (
    <PanelSection title={`Marks on ${name}`}>
      <Checkbox
        checked={marks !== undefined}
        onChange={({ target }) =>
          store
            .getState()
            .edit(
              'say what marks a tensioner has',
              setShaftFact(shaft.id, 'marks', target.checked ? { min: null, nominal: null, max: null } : null),
            )
        }
      >
        It has a pointer and marks: first, new belt, last
      </Checkbox>
      {marks !== undefined && (
        <>
          <p className="soft">If you know where they stand, % of its travel from the slack end:</p>
          <div className={fields['three']}>
            {MARKS.map((mark) => (
              <label key={mark}>
                {MARK_NAMES[mark]}
                <InputNumber
                  aria-label={`${MARK_NAMES[mark]} of ${name}, % of travel`}
                  min={0}
                  max={100}
                  placeholder="not read"
                  value={marks[mark] === null ? null : Math.round(100 * marks[mark])}
                  onChange={(percent) =>
                    store
                      .getState()
                      .edit(
                        'read a tensioner’s marks',
                        setShaftFact(shaft.id, 'marks', { ...marks, [mark]: percent === null ? null : percent / 100 }),
                      )
                  }
                />
              </label>
            ))}
          </div>
        </>
      )}
    </PanelSection>
  )
}
