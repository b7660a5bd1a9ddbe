import dayjs from 'dayjs'
import { CloseOutlined, EyeInvisibleOutlined, EyeOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, Tooltip } from 'antd'
import { useDeferredValue, useMemo } from 'react'
import {
  confirmSeated,
  effectsOf,
  isBlunder,
  leaveOutLengthReading,
  lengthReadingName,
  removeLengthReading,
  sendTrialBelt,
  type Effect,
  type LengthAnswer,
  type LengthSource,
  type NotCounted,
} from '@emery/core/length'
import type { LengthReadingOf } from '@emery/core/drive'
import type { SettledBelt } from '@emery/core/path'
import type { Verdict } from '@emery/core/verdict'
import { stampNow } from '../ui/preferences.ts'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './length.module.css'

interface HowWeKnowProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly onAdd: () => void
}

/** Every way in which the length is known: what was read, how it was corrected, what it says, and what that did to the answer. */
export function HowWeKnow({ belt, answer, onAdd }: HowWeKnowProps) {
  const lengths = useLengths()
  const effects = useEffects(belt, answer)
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
          <Source
            key={source.id}
            source={source}
            lengths={lengths}
            effect={effects.get(source.id)}
            settled={answer.settled?.id === source.id}
          />
        ))}
      </ul>
      {quarrel(answer, lengths).map((sentence) => (
        <p key={sentence} className={styles['finding']} role="alert">
          <VerdictMark verdict="watch" /> <span>{sentence}</span>
        </p>
      ))}
    </PanelSection>
  )
}

/** Each effect asks for an answer of its own, so they wait while something is dragged. */
function useEffects(belt: SettledBelt, answer: LengthAnswer): ReadonlyMap<string, Effect> {
  const { settled } = useBench()
  const asked = useDeferredValue(useMemo(() => ({ settled, belt, answer }), [settled, belt, answer]))
  return useMemo(() => effectsOf(asked.settled, asked.belt, asked.answer), [asked])
}

/** Chance of a mistake from which on a reading is doubted, though none is likelier than not. */
const DOUBTED = 0.2

/** Readings of which one must be wrong although nobody can tell which: none of them is more likely a mistake than not. */
function quarrel({ sources }: LengthAnswer, lengths: Lengths): string[] {
  const doubted = sources.filter(({ blunder, reading }) => reading !== null && blunder > DOUBTED)
  if (doubted.some(isBlunder) || doubted.length < 2) return []
  const names = doubted.flatMap(({ reading }) => (reading === null ? [] : [lengthReadingName(reading, lengths.text)]))
  return [`These cannot all be right: ${names.join('; ')}.`]
}

function Source({
  source,
  lengths,
  effect,
  settled,
}: {
  readonly source: LengthSource
  readonly lengths: Lengths
  readonly effect: Effect | undefined
  readonly settled: boolean
}) {
  const { store } = useBench()
  const { edit, beltInHand } = store.getState()
  const { id, reading, length, sigma, bound, not } = source
  const name = reading === null ? 'Geometry of the drive' : lengthReadingName(reading, lengths.text)
  const wrong = isBlunder(source)
  const why = whyNot(source)
  return (
    <li data-quiet={not !== null || wrong}>
      <VerdictMark verdict={markOf(source)} label={not ?? (wrong ? 'probably a mistake' : 'counts')} />
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
        {why !== null && <small data-why={not ?? (wrong ? 'blunder' : bound)}>{why}</small>}
        {effect !== undefined && not === null && <small>{effectWords(effect, lengths)}</small>}
      </span>
      <span className="figures">
        {length === null ? '–' : `${bound === null ? '' : SIGN[bound]}${lengths.bare(length)}`}
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
      {reading?.how === 'trial' && (
        <span className={styles['went']}>
          {reading.outcome === 'too-short' && reading.seated !== true && (
            <Button onClick={() => edit('confirm that it was seated', confirmSeated(id))}>
              It sat in every groove
            </Button>
          )}
          {!settled && <WhereItWent reading={reading} />}
        </span>
      )}
    </li>
  )
}

/** What a source says of the belt wanted: that long, longer, shorter, or about as long. */
const SIGN = { longer: '> ', shorter: '< ', about: '≈ ' } as const

/** Where a belt went that does not stay on, and who took it. */
function WhereItWent({ reading: { id, wentTo } }: { readonly reading: LengthReadingOf<'trial'> }) {
  const { store } = useBench()
  const { edit } = store.getState()
  if (wentTo === undefined)
    return (
      <>
        <Button onClick={() => edit('take a belt back', sendTrialBelt(id, 'shop', stampNow()))}>Taken back</Button>
        <Button onClick={() => edit('keep a belt', sendTrialBelt(id, 'shelf', stampNow()))}>Put on the shelf</Button>
      </>
    )
  const by = wentTo.by === '' ? '' : ` by ${wentTo.by}`
  const when = dayjs(wentTo.at).format('D MMM')
  return (
    <small>
      {wentTo.place === 'shop' ? `Taken back to the shop${by}, ${when}. ` : `Kept for the shelf${by}, ${when}. `}
      <Button type="link" size="small" onClick={() => edit('undo where it went', sendTrialBelt(id, null, stampNow()))}>
        Not yet
      </Button>
    </small>
  )
}

function markOf(source: LengthSource): Verdict {
  if (source.not === 'wrong section' || source.not === 'impossible' || isBlunder(source)) return 'act'
  if (source.not !== null) return 'unknown'
  return source.blunder > DOUBTED ? 'watch' : 'fine'
}

/** What it did to the answer: how far it moved it, and how much narrower it made it. */
function effectWords({ moved, widthWithout, width }: Effect, { text, bare }: Lengths): string {
  if (moved === null || widthWithout === null) return 'Without it, the length would not be known.'
  const words =
    Math.abs(moved) < 0.5
      ? 'Hardly moved the answer'
      : `Made the answer ${text(Math.abs(moved))} ${moved > 0 ? 'longer' : 'shorter'}`
  return widthWithout - width < 0.5
    ? `${words}.`
    : `${words}, and 9 in 10 narrower: ${bare(width)} wide, not ${bare(widthWithout)}.`
}

/** How what was read came to a length: `1660.0 − 4.5 corrected + 11.6 to a new belt’s position`. */
function chainOf({ reading, read, correction, travel, length }: LengthSource, { bare }: Lengths): string {
  if (reading === null) return 'at a new belt’s position'
  if (read === null || length === null) return reading.by === '' ? '' : `by ${reading.by}`
  const step = (mm: number, words: string) =>
    Math.abs(mm) < 0.05 ? '' : ` ${mm < 0 ? '−' : '+'} ${bare(Math.abs(mm))}${words}`
  return `${bare(read)}${step(correction, ' corrected')}${step(travel, ' to a new belt’s position')}`
}

const NOT_COUNTED: Readonly<Record<NotCounted, string>> = {
  'left out': 'Excluded by hand.',
  'wrong section': 'Not the section of this belt: not counted.',
  'not seated':
    'Not counted until you confirm that it sat in every groove. A belt on a pulley’s shoulder seems too short.',
  'no place': 'Not counted: the adjuster position cannot be computed on this drive.',
  impossible: 'Not counted: no path round these pulleys is that short. Was it half the route, or in inches?',
}

/** Why a source does not count, or hardly; for a bound, what it says. */
function whyNot(source: LengthSource): string | null {
  const { reading, not, bound, blunder } = source
  if (not !== null) return NOT_COUNTED[not]
  if (isBlunder(source))
    return `${Math.round(100 * blunder)} in 100 that this is a mistake: it hardly counts. Measure it again${reading?.how === 'label' ? ', or was it the right belt?' : '.'}`
  if (bound === 'longer') return 'The right belt is longer.'
  if (bound === 'shorter') return 'The right belt is shorter.'
  return bound === 'about' ? 'It fitted somewhere between the slack end and the tight end.' : null
}
