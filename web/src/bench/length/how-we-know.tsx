import { CloseOutlined, EyeInvisibleOutlined, EyeOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, Tooltip } from 'antd'
import {
  leaveOutLengthReading,
  lengthReadingName,
  removeLengthReading,
  type LengthAnswer,
  type LengthSource,
  type NotCounted,
  type TrialFinding,
} from '@emery/core'
import { useLengths, type Lengths } from '../../readings/use-lengths.ts'
import { VerdictMark, type Verdict } from '../../readings/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import panel from '../steps/panel.module.css'
import styles from './length.module.css'

/** Every way in which the length is known: what was read, how it was corrected, what it comes to. */
export function HowWeKnow({ answer, onAdd }: { readonly answer: LengthAnswer; readonly onAdd: () => void }) {
  const lengths = useLengths()
  return (
    <section className={panel['section']} aria-label="How we know">
      <div className={styles['head']}>
        <h2 className="heading">How we know</h2>
        <Button icon={<PlusOutlined />} onClick={onAdd}>
          Add a reading
        </Button>
      </div>
      {answer.sources.length === 0 && (
        <p className={panel['soft']}>Nothing yet. A string, a strap or the old belt is enough for a first answer.</p>
      )}
      <ul className={styles['sources']}>
        {answer.sources.map((source) => (
          <Source key={source.id} source={source} lengths={lengths} />
        ))}
      </ul>
      {answer.findings.map((finding) => (
        <p key={finding.trials.map(({ id }) => id).join()} className={styles['finding']} role="alert">
          <VerdictMark verdict="watch" /> <span>{findingSentence(finding, lengths)}</span>
        </p>
      ))}
    </section>
  )
}

const MARK: Readonly<Record<NotCounted, Verdict>> = {
  'left out': 'none',
  outlier: 'act',
  'one of two': 'watch',
  'wrong section': 'act',
  'not seated': 'none',
  'bound only': 'fine',
  'no place': 'none',
}

function Source({ source, lengths }: { readonly source: LengthSource; readonly lengths: Lengths }) {
  const { store } = useBench()
  const { edit, beltInHand } = store.getState()
  const { id, reading, length, sigma, not } = source
  const name = reading === null ? 'Drawn from the readings' : lengthReadingName(reading, lengths.text)
  const counts = not === null || not === 'bound only'
  return (
    <li data-quiet={!counts}>
      <VerdictMark verdict={not === null ? 'fine' : MARK[not]} label={counts ? 'counts' : not} />
      <span>
        {reading === null ? (
          <button
            type="button"
            className={styles['drawn']}
            title="Show the working"
            onClick={() => beltInHand !== null && store.getState().showWorking({ of: 'length', belt: beltInHand })}
          >
            {name}
          </button>
        ) : (
          name
        )}
        <small>{chainOf(source, lengths)}</small>
        {not !== null && <small data-why={not}>{whyNot(not, source, lengths)}</small>}
      </span>
      <span className="figures">
        {length === null ? '–' : lengths.bare(length)}
        {sigma !== null && <small>± {lengths.bare(sigma)}</small>}
      </span>
      {reading === null ? (
        <span />
      ) : (
        <span className={styles['acts']}>
          <Tooltip title={reading.leftOut === true ? 'Count it again' : 'Leave it out'}>
            <Button
              type="text"
              icon={reading.leftOut === true ? <EyeInvisibleOutlined /> : <EyeOutlined />}
              aria-label={reading.leftOut === true ? `Count ${name}` : `Leave out ${name}`}
              onClick={() => edit('leave a reading out', leaveOutLengthReading(id, reading.leftOut !== true))}
            />
          </Tooltip>
          <Tooltip title="Strike out">
            <Button
              type="text"
              icon={<CloseOutlined />}
              aria-label={`Strike out ${name}`}
              onClick={() => edit('strike a reading out', removeLengthReading(id))}
            />
          </Tooltip>
        </span>
      )}
    </li>
  )
}

/** How what was read came to a length: `1660.0 − 4.5 + 11.6 to a new belt’s place`. */
function chainOf({ reading, read, correction, travel, length }: LengthSource, { bare }: Lengths): string {
  if (reading === null) return 'geometry, at a new belt’s place'
  if (read === null || length === null) return reading.by === '' ? '' : `by ${reading.by}`
  const step = (mm: number, words: string) =>
    Math.abs(mm) < 0.05 ? '' : ` ${mm < 0 ? '−' : '+'} ${bare(Math.abs(mm))}${words}`
  return `${bare(read)}${step(correction, ' corrected')}${step(travel, ' to a new belt’s place')}`
}

function whyNot(not: NotCounted, { reading, apart }: LengthSource, lengths: Lengths): string {
  const far = lengths.text(Math.abs(apart ?? 0))
  const way = (apart ?? 0) > 0 ? 'longer' : 'shorter'
  switch (not) {
    case 'left out':
      return 'Left out by hand.'
    case 'outlier':
      return `${far} ${way} than the rest agree. Not counted: read it again${reading?.how === 'label' ? ', or was it the right belt?' : '.'}`
    case 'one of two':
      return `${far} ${way} than the other, and nothing tells which is wrong. Not counted: take a third reading.`
    case 'wrong section':
      return 'Another section than this belt’s: not counted.'
    case 'not seated':
      return 'Not counted until it was seen to sit in every groove: a belt on a pulley’s shoulder reads as too short.'
    case 'bound only':
      return reading?.how === 'trial' && reading.outcome === 'too-short'
        ? 'The wanted belt is longer.'
        : reading?.how === 'trial' && reading.outcome === 'slack'
          ? 'The wanted belt is shorter.'
          : 'Somewhere between released and taken up.'
    case 'no place':
      return 'Not counted: where the adjuster stood cannot be told on this drive.'
  }
}

function findingSentence({ kind, trials: [one, other], apart }: TrialFinding, lengths: Lengths): string {
  const mark = ({ written, value }: TrialFinding['trials'][0]) => (written === '' ? lengths.text(value) : written)
  if (kind === 'different mark, same fit')
    return `${mark(one)} and ${mark(other)} sat in the same place, though marked ${lengths.text(apart)} apart: one of them is not what it says.`
  return apart === 0
    ? `Of two belts marked ${mark(one)} one went on and one would not: one of them is not what it says.`
    : `Two belts marked ${mark(one)} sat ${lengths.text(apart)} apart: one of them is not what it says, or one was worn.`
}
