import { Input, Select } from 'antd'
import type { AdjusterKind } from '@emery/core/adjusters'
import { SHAFT_KIND_NAMES, type PulleyFace, type Shaft, type ShaftKind, type Turn } from '@emery/core/drive'
import { familyOf, ribsOf, type Section, sectionsForFace } from '@emery/core/sections'
import styles from './parts.module.css'
import { CountInput } from '../ui/count-input.tsx'
import { sectionOptions } from '../ui/section-options.ts'

/** A part as it is being described, before it is in a drive. */
export interface PartDraft {
  readonly kind: ShaftKind
  readonly name: string
  readonly face: PulleyFace
  readonly section: Section
  readonly grooves: number
  readonly mustTurn: Turn | null
  /** A shaft that gets one pulley more; null for a part of its own. */
  readonly onShaft: string | null
  /** The belts that run on it, by their place in the list, where a whole drive is described. */
  readonly belts: readonly number[]
  /** How it is moved to take up the slack of its belts; null for a part that is not, as far as anybody said. */
  readonly takesUp: AdjusterKind | null
}

/** A part as parts of its kind commonly are: idlers and tensioners smooth, the rest cut for the belt. */
export function newPart(kind: ShaftKind, section: Section, ribs: number): PartDraft {
  const smooth = kind === 'idler' || kind === 'tensioner'
  return {
    kind,
    name: SHAFT_KIND_NAMES[kind],
    face: smooth ? 'smooth' : familyOf(section).face,
    section,
    grooves: ribsOf(section, ribs),
    mustTurn: null,
    onShaft: null,
    belts: [],
    takesUp: null,
  }
}

const FACES: readonly { readonly value: PulleyFace; readonly label: string }[] = [
  { value: 'ribbed', label: 'ribbed' },
  { value: 'vee', label: 'V groove' },
  { value: 'toothed', label: 'toothed' },
  { value: 'smooth', label: 'smooth' },
]

interface PartFormProps {
  readonly part: PartDraft
  readonly onChange: (part: PartDraft) => void
  /** Shafts that could get one pulley more. */
  readonly shafts: readonly Shaft[]
}

export function PartForm({ part, onChange, shafts }: PartFormProps) {
  const change = (what: Partial<PartDraft>) => onChange({ ...part, ...what })
  const changeFace = (face: PulleyFace) => {
    const section = sectionsForFace(face)[0] ?? part.section
    change({ face, section, grooves: face === 'smooth' ? 1 : ribsOf(section, 6) })
  }
  return (
    <div className={styles['form']}>
      <label>
        Type
        <Select
          aria-label="Type"
          value={part.onShaft === null ? part.kind : `on ${part.onShaft}`}
          options={[
            ...(Object.keys(SHAFT_KIND_NAMES) as ShaftKind[])
              .filter((kind) => kind !== 'crank')
              .map((kind) => ({ value: kind, label: SHAFT_KIND_NAMES[kind] })),
            ...shafts.map(({ id, name }) => ({ value: `on ${id}`, label: `another pulley on ${name}` })),
          ]}
          onChange={(value) =>
            value.startsWith('on ')
              ? change({ onShaft: value.slice(3) })
              : onChange({
                  ...newPart(value as ShaftKind, part.section, part.grooves),
                  section: part.section,
                  belts: part.belts,
                  takesUp: part.takesUp,
                })
          }
        />
      </label>
      {part.onShaft === null && (
        <label>
          Name
          <Input value={part.name} maxLength={80} onChange={(event) => change({ name: event.target.value })} />
        </label>
      )}
      <label>
        Face
        <Select aria-label="Face" value={part.face} options={[...FACES]} onChange={changeFace} />
      </label>
      {(part.face === 'vee' || part.face === 'toothed') && (
        <label>
          Belt section
          <Select
            aria-label="Belt section"
            value={part.section}
            options={sectionOptions(sectionsForFace(part.face))}
            onChange={(section) => change({ section })}
          />
        </label>
      )}
      {(part.face === 'vee' || part.face === 'ribbed') && (
        <CountInput label="Grooves" max={30} value={part.grooves} onRead={(grooves) => change({ grooves })} />
      )}
      {part.onShaft === null && (
        <label>
          Must turn
          <Select
            aria-label="Must turn"
            value={part.mustTurn ?? 'any'}
            options={[
              { value: 'any', label: 'either way, or not known' },
              { value: 'cw', label: 'clockwise' },
              { value: 'ccw', label: 'counter-clockwise' },
            ]}
            onChange={(turn) => change({ mustTurn: turn === 'any' ? null : (turn as Turn) })}
          />
        </label>
      )}
    </div>
  )
}
