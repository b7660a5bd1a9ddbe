import { DeleteOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, InputNumber, Select } from 'antd'
import { addBelt, removeBelt, setBeltKind, type Belt, type Section } from '@emery/core'
import { SECTION_NAMES } from '../../parts/part-names.ts'
import { NameField } from '../../readings/name-field.tsx'
import { useBench } from '../bench-context.ts'
import measure from '../measure/measure.module.css'
import panel from '../steps/panel.module.css'

const SECTIONS = (Object.keys(SECTION_NAMES) as Section[]).map((value) => ({ value, label: SECTION_NAMES[value] }))

/** What the belt in hand is, and belts more or fewer. */
export function BeltFields({ belt }: { readonly belt: Belt }) {
  const { store } = useBench()
  const { edit, takeBelt } = store.getState()
  const now = { name: belt.name, section: belt.section, ribs: belt.ribs, count: belt.count ?? 1 }
  const change = (what: Partial<typeof now>) => edit('say what a belt is', setBeltKind(belt.id, { ...now, ...what }))
  const add = () => {
    edit(
      'add a belt',
      addBelt({ name: `Belt ${store.getState().drive.belts.length + 1}`, section: belt.section, ribs: belt.ribs }),
    )
    takeBelt(store.getState().drive.belts.at(-1)?.id ?? belt.id)
  }
  const remove = () => {
    edit(`take ${belt.name} off`, removeBelt(belt.id))
    const [first] = store.getState().drive.belts
    if (first !== undefined) takeBelt(first.id)
  }
  return (
    <section className={panel['section']} aria-label="The belt">
      <h2 className="heading">The belt</h2>
      <div className={measure['grid']}>
        <NameField name={belt.name} onName={(name) => change({ name })} />
        <label>
          Section
          <Select
            aria-label="Section"
            value={belt.section}
            options={SECTIONS}
            onChange={(section) => change({ section })}
          />
        </label>
        {belt.section === 'PK' ? (
          <label>
            Ribs
            <InputNumber
              min={1}
              max={30}
              precision={0}
              value={belt.ribs}
              onChange={(ribs) => ribs !== null && change({ ribs })}
            />
          </label>
        ) : (
          <label>
            Side by side
            <InputNumber
              min={1}
              max={8}
              precision={0}
              value={now.count}
              onChange={(count) => count !== null && change({ count })}
            />
          </label>
        )}
      </div>
      <div className={measure['row']} style={{ marginTop: 8 }}>
        <Button icon={<PlusOutlined />} onClick={add}>
          Another belt
        </Button>
        <Button icon={<DeleteOutlined />} onClick={remove}>
          Take {belt.name} off
        </Button>
      </div>
    </section>
  )
}
