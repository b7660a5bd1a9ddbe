import { Select } from 'antd'
import { BELT_LINES, type BeltLine } from '@emery/core/drive'
import { measureOldBelt } from '@emery/core/length'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { LengthField } from './length-field.tsx'
import type { OldBeltDraft } from './reading-drafts.ts'
import type { FieldsProps } from './fields-props.ts'
import { Stood } from './stood.tsx'
import styles from './reading-fields.module.css'
import { Term } from '../ui/term.tsx'

const LINES: Readonly<Record<BeltLine, { readonly label: string; readonly field: string; readonly how: string }>> = {
  back: {
    label: 'along its back',
    field: 'Round the back',
    how: 'Lay a tape round the outside of the closed belt, ribs inward.',
  },
  ribs: {
    label: 'inside, over the ribs',
    field: 'Round the inside',
    how: 'Turn the belt inside out, or lay a strap inside over the rib tips.',
  },
  flat: {
    label: 'cut and laid flat',
    field: 'End to end',
    how: 'Cut it square, lay it flat without pulling, and measure end to end.',
  },
  pins: {
    label: 'on two plain pins',
    field: 'Between the pins’ centres',
    how: 'Pull the belt straight over two plain round pins inside it, and measure between their centres.',
  },
}

/** The old belt itself, off the engine. */
export function OldBeltFields({ draft, onChange, section, belt, unhung }: FieldsProps<OldBeltDraft>) {
  const lengths = useLengths()
  const { line, value, pin, standing } = draft
  const result = value === null ? null : measureOldBelt(section, line, value, pin)
  return (
    <>
      <div className={styles['fields']}>
        <label>
          How it was measured
          <Select
            aria-label="How it was measured"
            value={line}
            options={BELT_LINES.map((each) => ({ value: each, label: LINES[each].label }))}
            onChange={(next) => onChange({ ...draft, line: next })}
          />
        </label>
        <LengthField
          label={LINES[line].field}
          value={value}
          section={section}
          reach={null}
          onRead={(read) => onChange({ ...draft, value: read })}
        />
        {line === 'pins' && (
          <ReadingField
            label="Diameter of each pin"
            value={pin}
            onRead={(read) => {
              if (read === null || read < 1 || read > 500) return { ok: false, message: 'must be from 1 to 500 mm' }
              onChange({ ...draft, pin: read })
              return { ok: true }
            }}
          />
        )}
        <Stood
          belt={belt}
          unhung={unhung}
          standing={standing}
          onChange={(next) => onChange({ ...draft, standing: next })}
        />
      </div>
      <ul className={styles['howTo']}>
        <li>{LINES[line].how}</li>
        <li>An old belt has stretched by up to 1 %, so it reads long.</li>
      </ul>
      {result !== null && (
        <p className={styles['sum']} role="status">
          <span className="figures">
            {lengths.bare(value ?? 0)} {result.correction < 0 ? '−' : '+'} {lengths.bare(Math.abs(result.correction))} ={' '}
            <b>{lengths.text(result.statedLength)}</b>
          </span>
          <small>
            <Term of="statedLength">stated length</Term> of a new belt (<Term of="nominal">nominal</Term>)
          </small>
        </p>
      )}
    </>
  )
}
