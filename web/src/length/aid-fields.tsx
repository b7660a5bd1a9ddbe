import { Checkbox, InputNumber, Select, Slider } from 'antd'
import { AIDS, type Aid } from '@emery/core/drive'
import { AID_FIGURES, measureAlone, measureOnDrive, travelWords } from '@emery/core/length'
import { sectionFigures } from '@emery/core/sections'
import { MM_PER_INCH, type Mm } from '@emery/core/units'
import { Caution } from '../ui/caution.tsx'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { LayChoice } from './lay-choice.tsx'
import { LengthField } from './length-field.tsx'
import type { AidDraft } from './reading-drafts.ts'
import type { FieldsProps } from './fields-props.ts'
import { NO_BUBBLE } from '../ui/slider.ts'
import styles from './reading-fields.module.css'

const AID_WORDS: Readonly<Record<Aid, string>> = {
  strap: 'strap on the rims',
  tape: 'flat tape on the rims',
  string: 'string',
  wire: 'wire',
  rope: 'rope on the rims',
  oldbelt: 'the old belt, cut, along its back',
}

/** How far out the usual guess would be: the reading and an inch. */
function anInchAdded(read: Mm, stated: Mm, text: (mm: Mm) => string): string {
  const out = read + MM_PER_INCH - stated
  return `${text(Math.abs(out))} too ${out > 0 ? 'long' : 'short'}`
}

/** Something laid along the route in the belt's place. */
export function AidFields({ draft, onChange, belt, section, reach }: FieldsProps<AidDraft>) {
  const lengths = useLengths()
  const { aid, thickness, value, half, u, stretch, backTurns, lay } = draft
  const measured = belt.path.ok
  const laid = { aid, thickness, reading: value ?? 0, half, stretch, ...(lay === null ? {} : { lay }) }
  const result = value === null ? null : (measureOnDrive(belt, laid, u) ?? measureAlone(section, laid, backTurns))
  const sinks = aid === 'string' || aid === 'wire'
  const isRound = sinks || aid === 'rope'
  return (
    <>
      <ul className={styles['howTo']}>
        <li>Set the adjuster to its slack end, or enter its position below. Lock any pulley that turns freely.</li>
        <li>
          {sinks ? 'Lay it in the bottom of the same groove on every pulley.' : 'Lay it on the rims, not in a groove.'}{' '}
          Keep it off the pulley shoulders.
        </li>
        <li>Pull it as tight as a belt, mark where it meets, and measure it laid out straight.</li>
      </ul>
      <Caution>Engine off, key out, engine cool. A released arm can trap fingers: hold it until it stops.</Caution>
      <div className={styles['fields']}>
        <label>
          What was laid round
          <Select
            aria-label="What was laid round"
            value={aid}
            options={AIDS.map((each) => ({ value: each, label: AID_WORDS[each] }))}
            onChange={(next) =>
              onChange({ ...draft, aid: next, thickness: AID_FIGURES[next].usual, stretch: AID_FIGURES[next].stretch })
            }
          />
        </label>
        {aid === 'oldbelt' ? (
          <span />
        ) : (
          <ReadingField
            label={sinks || aid === 'rope' ? 'Thickness' : 'Thickness of the strap'}
            value={thickness}
            onRead={(read) => {
              if (read === null || read < 0 || read > 30) return { ok: false, message: 'must be from 0 to 30 mm' }
              onChange({ ...draft, thickness: read })
              return { ok: true }
            }}
          />
        )}
        {isRound && sectionFigures(section).family !== 'toothed' && (
          <div className={styles['wide']}>
            <p className="soft">How did it lie in the grooves?</p>
            <LayChoice
              section={section}
              thickness={thickness}
              lay={lay}
              onPick={(next) => onChange({ ...draft, lay: next })}
            />
          </div>
        )}
        <LengthField
          label={half ? 'Reading, half the route' : 'Reading'}
          value={value}
          section={section}
          reach={half ? null : reach}
          onRead={(read) => onChange({ ...draft, value: read })}
        />
        <Checkbox checked={half} onChange={(event) => onChange({ ...draft, half: event.target.checked })}>
          Half the route only: count it twice
        </Checkbox>
        <label className={styles['wide']}>
          Adjuster position {travelWords(u)}
          <Slider
            tooltip={NO_BUBBLE}
            min={0}
            max={100}
            step={5}
            value={100 * u}
            marks={{ 0: 'slack end', 50: 'half-way', 100: 'tight end' }}
            ariaLabelForHandle="Adjuster position, percent of travel"
            onChange={(percent) => onChange({ ...draft, u: percent / 100 })}
          />
        </label>
        {AID_FIGURES[aid].stretch > 0 && (
          <label>
            Stretch when pulled, %
            <InputNumber
              min={0}
              max={20}
              step={0.1}
              value={Math.round(1000 * stretch) / 10}
              onChange={(percent) => onChange({ ...draft, stretch: (percent ?? 0) / 100 })}
            />
          </label>
        )}
        {!measured && aid !== 'oldbelt' && (
          <label>
            Wraps on the back of the belt
            <InputNumber
              min={0}
              max={4}
              step={0.1}
              value={backTurns}
              onChange={(turns) => onChange({ ...draft, backTurns: turns ?? 0 })}
            />
            <small>A quarter turn on a smooth pulley is 0.25. Leave it empty if you do not know.</small>
          </label>
        )}
      </div>
      {result !== null && (
        <p className={styles['sum']} role="status">
          <span className="figures">
            {lengths.bare(result.aidLength)} {result.correction < 0 ? '−' : '+'}{' '}
            {lengths.bare(Math.abs(result.correction))} = <b>{lengths.text(result.statedLength)}</b>
          </span>
          <small>
            ± {lengths.text(result.spread)} (nominal), the length the belt needs with the adjuster {travelWords(u)}.
            {measured ? '' : ' The drive is not measured, so the correction assumes one full wrap on the rims.'} Reading
            plus one inch would be{' '}
            {anInchAdded(half ? 2 * (value ?? 0) : (value ?? 0), result.statedLength, lengths.text)}.
          </small>
        </p>
      )}
    </>
  )
}
