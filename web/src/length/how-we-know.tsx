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
} from '@emery/core/length'
import type { Verdict } from '@emery/core/verdict'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './length.module.css'

/** Every way in which the length is known: what was read, how it was corrected, what it comes to. */
export function HowWeKnow({ answer, onAdd }: { readonly answer: LengthAnswer; readonly onAdd: () => void }) {
  const lengths = useLengths()
  return (
    <PanelSection label="Evidence">
      <div className={styles['head']}>
        <h2 className="heading">Evidence</h2>
        <Button icon={<PlusOutlined aria-hidden />} onClick={onAdd}>
          Add a reading
        </Button>
      </div>
      {answer.sources.length === 0 && (
        <p className="soft">No readings yet. A string, a strap or the old belt is enough for a first answer.</p>
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
    </PanelSection>
  )
}

const MARK: Readonly<Record<NotCounted, Verdict>> = {
  'left out': 'unknown',
  outlier: 'act',
  'one of two': 'watch',
  'wrong section': 'act',
  'not seated': 'unknown',
  'bound only': 'fine',
  'no place': 'unknown',
}

function Source({ source, lengths }: { readonly source: LengthSource; readonly lengths: Lengths }) {
  const { store } = useBench()
  const { edit, beltInHand } = store.getState()
  const { id, reading, length, sigma, not } = source
  const name = reading === null ? 'Combined result' : lengthReadingName(reading, lengths.text)
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
          <Tooltip title={reading.leftOut === true ? 'Include' : 'Skip'}>
            <Button
              type="text"
              icon={reading.leftOut === true ? <EyeInvisibleOutlined /> : <EyeOutlined />}
              aria-label={reading.leftOut === true ? `Include ${name}` : `Exclude ${name}`}
              onClick={() => edit('exclude a reading', leaveOutLengthReading(id, reading.leftOut !== true))}
            />
          </Tooltip>
          <Tooltip title="Delete">
            <Button
              type="text"
              icon={<CloseOutlined aria-hidden />}
              aria-label={`Delete ${name}`}
              onClick={() => edit('delete a reading', removeLengthReading(id))}
            />
          </Tooltip>
        </span>
      )}
    </li>
  )
}

/** How what was read came to a length: `1660.0 − 4.5 + 11.6 to a new belt’s place`. */
function chainOf({ reading, read, correction, travel, length }: LengthSource, { bare }: Lengths): string {
  if (reading === null) return 'geometry, at a new belt’s position'
  if (read === null || length === null) return reading.by === '' ? '' : `by ${reading.by}`
  const step = (mm: number, words: string) =>
    Math.abs(mm) < 0.05 ? '' : ` ${mm < 0 ? '−' : '+'} ${bare(Math.abs(mm))}${words}`
  return `${bare(read)}${step(correction, ' corrected')}${step(travel, ' to a new belt’s position')}`
}

function whyNot(not: NotCounted, { reading, apart }: LengthSource, lengths: Lengths): string {
  const far = lengths.text(Math.abs(apart ?? 0))
  const way = (apart ?? 0) > 0 ? 'longer' : 'shorter'
  switch (not) {
    case 'left out':
      return 'Excluded by hand.'
    case 'outlier':
      return `${far} ${way} than the other readings. Not counted: measure it again${reading?.how === 'label' ? ', or was it the right belt?' : '.'}`
    case 'one of two':
      return `${far} ${way} than the other, and it is not clear which is wrong. Not counted: take a third reading.`
    case 'wrong section':
      return 'Not the section of this belt: not counted.'
    case 'not seated':
      return 'Not counted until you confirm that it sat in every groove. A belt on a pulley’s shoulder seems too short.'
    case 'bound only':
      return reading?.how === 'trial' && reading.outcome === 'too-short'
        ? 'The right belt is longer.'
        : reading?.how === 'trial' && reading.outcome === 'slack'
          ? 'The right belt is shorter.'
          : 'Somewhere between the slack end and the tight end.'
    case 'no place':
      return 'Not counted: the adjuster position cannot be computed on this drive.'
  }
}

function findingSentence({ kind, trials: [one, other], apart }: TrialFinding, lengths: Lengths): string {
  const mark = ({ written, value }: TrialFinding['trials'][0]) => (written === '' ? lengths.text(value) : written)
  if (kind === 'different mark, same fit')
    return `${mark(one)} and ${mark(other)} sat in the same position, although labelled ${lengths.text(apart)} apart. One label is wrong.`
  return apart === 0
    ? `Of two belts labelled ${mark(one)}, one went on and one did not. One label is wrong.`
    : `Two belts labelled ${mark(one)} sat ${lengths.text(apart)} apart. One label is wrong, or one belt was worn.`
}
