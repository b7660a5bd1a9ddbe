import { Checkbox, Input, InputNumber, Select, Slider } from 'antd'
import {
  AID_FIGURES,
  AIDS,
  BELT_LINES,
  measureAlone,
  measureOldBelt,
  measureOnDrive,
  MM_PER_INCH,
  readLabel,
  travelWords,
  type Aid,
  type BeltLine,
  type LabelReading,
  type Mm,
  type Section,
  type SettledBelt,
} from '@emery/core'
import { Caution } from '../../readings/caution.tsx'
import { LabelReadings } from '../../readings/label-readings.tsx'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { LengthField } from './length-field.tsx'
import styles from './length.module.css'
import type { AidDraft, LabelDraft, OldBeltDraft, TrialDraft } from './reading-drafts.ts'

interface FieldsProps<Draft> {
  readonly draft: Draft
  readonly onChange: (draft: Draft) => void
  readonly belt: SettledBelt
  readonly section: Section
  readonly reach: { readonly shortest: Mm; readonly longest: Mm } | null
}

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
  const { aid, thickness, value, half, u, stretch, backTurns } = draft
  const measured = belt.path.ok
  const laid = { aid, thickness, reading: value ?? 0, half, stretch }
  const result = value === null ? null : (measureOnDrive(belt, laid, u) ?? measureAlone(section, laid, backTurns))
  const sinks = aid === 'string' || aid === 'wire'
  return (
    <>
      <ul className={styles['howTo']}>
        <li>Set the adjuster to its released end, or say below where it stands. Lock a pulley that turns freely.</li>
        <li>
          {sinks
            ? 'Lay it in the bottom of one groove all the way, the same one on every pulley.'
            : 'Sit it on the rims, not in a groove.'}{' '}
          Keep off the pulleys’ shoulders.
        </li>
        <li>Pull it as tight as a belt would be, mark where it meets itself, and lay it out straight to read.</li>
      </ul>
      <Caution>Engine off, key out, engine cool. A released arm can trap fingers: hold it until it rests.</Caution>
      <div className={styles['fields']}>
        <label>
          What was laid
          <Select
            aria-label="What was laid"
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
            label={sinks || aid === 'rope' ? 'How thick it is' : 'Thickness of the strap'}
            value={thickness}
            onRead={(read) => {
              if (read === null || read < 0 || read > 30) return { ok: false, message: 'must be from 0 to 30 mm' }
              onChange({ ...draft, thickness: read })
              return { ok: true }
            }}
          />
        )}
        <LengthField
          label={half ? 'It read, half the route' : 'It read'}
          value={value}
          section={section}
          reach={half ? null : reach}
          onRead={(read) => onChange({ ...draft, value: read })}
        />
        <Checkbox checked={half} onChange={(event) => onChange({ ...draft, half: event.target.checked })}>
          Only half the route: count it twice
        </Checkbox>
        <label className={styles['wide']}>
          The adjuster stood {travelWords(u)}
          <Slider
            min={0}
            max={100}
            step={5}
            value={100 * u}
            marks={{ 0: 'released', 50: 'half-way', 100: 'taken up' }}
            ariaLabelForHandle="Where the adjuster stood, percent taken up"
            onChange={(percent) => onChange({ ...draft, u: percent / 100 })}
          />
        </label>
        {AID_FIGURES[aid].stretch > 0 && (
          <label>
            It gave when pulled, %
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
            Turns on the belt’s back
            <InputNumber
              min={0}
              max={4}
              step={0.1}
              value={backTurns}
              onChange={(turns) => onChange({ ...draft, backTurns: turns ?? 0 })}
            />
            <small>A quarter turn on a smooth pulley is 0.25; none if you cannot say.</small>
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
            ± {lengths.text(result.spread)} (nominal), the length the belt wants with the adjuster {travelWords(u)}.
            {measured ? '' : ' The drive is not measured, so the correction is that of one turn on the rims.'} An inch
            added to the reading would be{' '}
            {anInchAdded(half ? 2 * (value ?? 0) : (value ?? 0), result.statedLength, lengths.text)}.
          </small>
        </p>
      )}
    </>
  )
}

/** The mark on the belt that was on the engine. */
export function LabelFields({
  draft,
  onChange,
  section,
  meant,
}: FieldsProps<LabelDraft> & { readonly meant: readonly LabelReading[] }) {
  const { text, picked } = draft
  return (
    <div className={styles['stack']}>
      <label>
        What stands on the belt
        <Input
          className="figures"
          value={text}
          maxLength={60}
          autoFocus
          placeholder="6PK1725, 679K6, 13x1015 …"
          onChange={(event) => onChange({ text: event.target.value, picked: 0 })}
        />
      </label>
      {text.trim() !== '' && meant.length === 0 && (
        <p role="alert">
          “{text.trim()}” is no mark Emery can read. Wipe the belt and look for digits with letters between.
        </p>
      )}
      <LabelReadings
        meant={meant}
        picked={picked}
        section={section}
        onPick={(next) => onChange({ text, picked: next })}
      />
    </div>
  )
}

const LINES: Readonly<Record<BeltLine, { readonly label: string; readonly field: string; readonly how: string }>> = {
  back: {
    label: 'along its back',
    field: 'Round the back',
    how: 'Lay a tape round the outside of the closed belt, ribs in.',
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
export function OldBeltFields({ draft, onChange, section }: FieldsProps<OldBeltDraft>) {
  const lengths = useLengths()
  const { line, value, pin } = draft
  const result = value === null ? null : measureOldBelt(section, line, value, pin)
  return (
    <>
      <div className={styles['fields']}>
        <label>
          Where it was measured
          <Select
            aria-label="Where it was measured"
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
      </div>
      <ul className={styles['howTo']}>
        <li>{LINES[line].how}</li>
        <li>An old belt has grown: up to 1 % at its end, so it reads long rather than short.</li>
      </ul>
      {result !== null && (
        <p className={styles['sum']} role="status">
          <span className="figures">
            {lengths.bare(value ?? 0)} {result.correction < 0 ? '−' : '+'} {lengths.bare(Math.abs(result.correction))} ={' '}
            <b>{lengths.text(result.statedLength)}</b>
          </span>
          <small>as belts are named</small>
        </p>
      )}
    </>
  )
}

const OUTCOMES = [
  { value: 'on', label: 'It went on and was taken up' },
  { value: 'too-short', label: 'It would not go on' },
  { value: 'slack', label: 'It went on and stayed slack' },
] as const

/** A belt that was tried on. */
export function TrialFields({ draft, onChange, belt, section, reach }: FieldsProps<TrialDraft>) {
  const { text, value, outcome, scale, place, seated } = draft
  const unit = belt.adjuster?.motion.unit
  const scales = [
    { value: 'travel' as const, label: 'by eye, along its travel' },
    { value: 'pointer' as const, label: 'by its pointer' },
    ...(unit === undefined
      ? []
      : [
          {
            value: 'reading' as const,
            label: { deg: 'arm angle, degrees', mm: 'slot or rod, mm', shims: 'shims left' }[unit],
          },
        ]),
    { value: 'unread' as const, label: 'not read' },
  ]
  const onText = (next: string) => {
    const [meant] = readLabel(next, { section, ribs: belt.belt.ribs })
    onChange({ ...draft, text: next, value: meant?.length ?? value })
  }
  return (
    <div className={styles['fields']}>
      <label>
        What stands on it
        <Input
          className="figures"
          value={text}
          maxLength={60}
          placeholder="6PK1725"
          onChange={(event) => onText(event.target.value)}
        />
      </label>
      <LengthField
        label="Its length"
        value={value}
        section={section}
        reach={reach}
        onRead={(read) => onChange({ ...draft, value: read })}
      />
      <label className={styles['wide']}>
        How it went
        <Select
          aria-label="How it went"
          value={outcome}
          options={[...OUTCOMES]}
          onChange={(next) => onChange({ ...draft, outcome: next })}
        />
      </label>
      {outcome === 'on' && (
        <>
          <label>
            The adjuster was read
            <Select
              aria-label="How the adjuster was read"
              value={scale}
              options={scales}
              onChange={(next) => onChange({ ...draft, scale: next, place: null })}
            />
          </label>
          {(scale === 'travel' || scale === 'pointer') && (
            <label className={styles['wide']}>
              It sits {place === null ? '… (pull the knob)' : travelWords(place)}
              <Slider
                min={0}
                max={100}
                value={100 * (place ?? 0)}
                marks={{ 0: 'released', 50: 'half-way', 100: 'taken up' }}
                ariaLabelForHandle="Where the adjuster sits, percent taken up"
                onChange={(percent) => onChange({ ...draft, place: percent / 100 })}
              />
            </label>
          )}
          {scale === 'reading' && (
            <label>
              It reads, {unit === 'deg' ? 'degrees from the right, counter-clockwise' : unit}
              <InputNumber value={place} onChange={(read) => onChange({ ...draft, place: read })} />
            </label>
          )}
        </>
      )}
      {outcome === 'too-short' && (
        <div className={styles['wide']}>
          <Caution>
            Before this counts: was the adjuster fully released, and did the belt sit in every groove? A belt riding on
            one pulley’s shoulder reads as too short. Never force it over a rim.
          </Caution>
          <Checkbox checked={seated} onChange={(event) => onChange({ ...draft, seated: event.target.checked })}>
            Looked at every pulley: it sat in every groove
          </Checkbox>
        </div>
      )}
    </div>
  )
}
