import { DeleteOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, Select } from 'antd'
import {
  addBelt,
  CONSTRUCTIONS,
  removeBelt,
  setBeltKind,
  setConstruction,
  setMaterial,
  type Belt,
} from '@emery/core/drive'
import { familyOf } from '@emery/core/sections'
import { sectionOptions } from '../ui/section-options.ts'
import { NameField } from '../ui/name-field.tsx'
import { useBench } from '../bench/bench-context.ts'
import form from '../ui/form-grid.module.css'
import { PanelSection } from '../ui/panel.tsx'
import { CountInput } from '../ui/count-input.tsx'

const CONSTRUCTION_NAMES = { single: 'ribs on one side', 'double-sided': 'double-sided', elastic: 'elastic' } as const

const MATERIALS: { readonly value: NonNullable<Belt['material']>; readonly label: string }[] = [
  { value: 'unknown', label: 'not known' },
  { value: 'epdm', label: 'EPDM' },
  { value: 'neoprene', label: 'neoprene' },
]

/** What the belt in hand is, and belts more or fewer. */
export function BeltFields({ belt }: { readonly belt: Belt }) {
  const { store } = useBench()
  const { edit, takeBelt } = store.getState()
  const now = { name: belt.name, section: belt.section, ribs: belt.ribs, count: belt.count ?? 1 }
  const change = (what: Partial<typeof now>) => edit('set a belt’s section', setBeltKind(belt.id, { ...now, ...what }))
  const add = () => {
    edit(
      'add a belt',
      addBelt({ name: `Belt ${store.getState().drive.belts.length + 1}`, section: belt.section, ribs: belt.ribs }),
    )
    takeBelt(store.getState().drive.belts.at(-1)?.id ?? belt.id)
  }
  const remove = () => {
    edit(`remove ${belt.name}`, removeBelt(belt.id))
    const [first] = store.getState().drive.belts
    if (first !== undefined) takeBelt(first.id)
  }
  return (
    <PanelSection title="The belt">
      <div className={form['grid']}>
        <NameField name={belt.name} onName={(name) => change({ name })} />
        <label>
          Section
          <Select
            aria-label="Section"
            value={belt.section}
            options={sectionOptions()}
            onChange={(section) => change({ section })}
          />
        </label>
        {familyOf(belt.section).hasRibs ? (
          <CountInput label="Ribs" max={30} value={belt.ribs} onRead={(ribs) => change({ ribs })} />
        ) : (
          <CountInput label="Side by side" max={8} value={now.count} onRead={(count) => change({ count })} />
        )}
        {familyOf(belt.section).hasRibs && (
          <label>
            Construction
            <Select
              aria-label="Construction"
              value={belt.construction ?? 'single'}
              options={CONSTRUCTIONS.map((value) => ({ value, label: CONSTRUCTION_NAMES[value] }))}
              onChange={(construction) => edit('say how a belt is built', setConstruction(belt.id, construction))}
            />
          </label>
        )}
        <label>
          Material
          <Select
            aria-label="Material"
            value={belt.material ?? 'unknown'}
            options={MATERIALS}
            onChange={(material) =>
              edit('say what a belt is made of', setMaterial(belt.id, material === 'unknown' ? null : material))
            }
          />
        </label>
      </div>
      <div className={form['row']} style={{ marginTop: 8 }}>
        <Button icon={<PlusOutlined aria-hidden />} onClick={add}>
          Add a belt
        </Button>
        <Button icon={<DeleteOutlined aria-hidden />} onClick={remove}>
          Remove {belt.name}
        </Button>
      </div>
    </PanelSection>
  )
}
