import { Input, Select } from 'antd'
import dayjs from 'dayjs'
import { useId, type ReactNode } from 'react'
import type { Inspection } from '@emery/core/api'
import type { SettledDrive } from '@emery/core/path'
import {
  checkOf,
  figureText,
  readingSpread,
  WEAR_TOOLS,
  type CheckFigure,
  type CheckId,
  type CheckJudged,
  type PartJudged,
  type PartTrend,
  type WearTool,
} from '@emery/core/wear'
import { useNumberKeys } from '../ui/use-number-keys.ts'
import { Caution } from '../ui/caution.tsx'
import { ReadingPad } from '../ui/reading-pad.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { CheckPhotos } from './check-photos.tsx'
import { canBeSeen } from './part-list.tsx'
import { see, seenKey, useWalk, useWalks, type Walk } from './inspection-store.ts'
import { kmText, WORD } from './inspection-words.ts'
import { WearChart } from './wear-chart.tsx'
import styles from './inspection.module.css'

interface CheckCardProps {
  readonly driveId: string
  readonly settled: SettledDrive
  readonly walk: Walk
  readonly judged: PartJudged
  readonly check: CheckId
  readonly trends: readonly PartTrend[]
  /** The newest first. */
  readonly inspections: readonly Inspection[]
  /** The drive, with the part in hand. */
  readonly picture: ReactNode
  readonly onTake: (check: CheckId) => void
  /** Something was answered: on to what comes next. */
  readonly onNext: () => void
}

/** One part: its checks in a row, and the one in hand with how to look, where, what can hurt, and what may be seen. */
export function CheckCard(props: CheckCardProps) {
  const { driveId, walk, judged, check, inspections, picture, onTake, onNext } = props
  const { part, checks } = judged
  const { name, how, where, belt, cautions, figure, states } = checkOf(check)
  const change = useWalks((state) => state.change)
  const key = seenKey(part.id, check)
  const seen = walk.seen[key]
  const can = canBeSeen(belt, walk.beltOff)
  const answer = (value: number | null, state: string | null) => {
    const tool = value === null ? null : (walk.tools?.[check] ?? null)
    change(driveId, see(part.id, check, { value, state, tool, answered: true }))
    onNext()
  }
  // 0 is for what can’t be told, where something can be answered by number at all.
  useNumberKeys((number) => {
    const state = states[number - 1]?.id ?? null
    if (can && states.length > 0 && (number === 0 || state !== null)) answer(null, state)
  })
  const verdict = checks.find((each) => each.check === check)
  return (
    <section className={styles['card']} aria-label={`${part.name}: ${name}`}>
      <CheckTabs checks={checks} inHand={check} beltOff={walk.beltOff} onTake={onTake} />
      <div className={styles['look']}>
        <div>
          <header>
            <h2>{name}</h2>
            <span className="soft">{part.name}</span>
          </header>
          <ol className={styles['how']}>
            {how.map((step) => (
              <li key={step}>{step}</li>
            ))}
            {where !== '' && <li>{where}</li>}
          </ol>
          {cautions.map((caution) => (
            <Caution key={caution}>{caution}</Caution>
          ))}
        </div>
        {picture}
      </div>
      {check === 'age' ? (
        <Said judged={verdict} />
      ) : !can ? (
        <p className={styles['waits']} role="status">
          For this the belt must be {belt}. <span className="soft">Until then: not known.</span>
        </p>
      ) : (
        <Answers key={key} {...props} onAnswer={answer}>
          {figure !== undefined && <ToolChoice driveId={driveId} part={part.id} check={check} figure={figure} />}
          {seen?.answered === true && <Said judged={verdict} />}
          <Before inspections={inspections} part={part.id} check={check} />
        </Answers>
      )}
      {figure !== undefined && <Trend {...props} />}
      <div className={styles['beside']}>
        <Input.TextArea
          aria-label="Note"
          placeholder="Note"
          value={seen?.note ?? ''}
          maxLength={1000}
          autoSize
          onChange={({ target }) => change(driveId, see(part.id, check, { note: target.value }))}
        />
        <CheckPhotos
          photos={seen?.photos ?? []}
          of={`${part.name}, ${name.toLowerCase()}`}
          onChange={(photos) => change(driveId, see(part.id, check, { photos }))}
        />
      </div>
    </section>
  )
}

interface AnswersProps extends CheckCardProps {
  readonly onAnswer: (value: number | null, state: string | null) => void
  /** What it came to, and what it was last time. */
  readonly children: ReactNode
}

function Answers({ settled, walk, judged: { part }, check, onAnswer, children }: AnswersProps) {
  const { figure, states } = checkOf(check)
  const lengths = useLengths()
  const seen = walk.seen[seenKey(part.id, check)]
  const unread = seen?.answered === true && seen.value === null && seen.state === null
  const drawn = figure?.unit === 'share' ? travelAsDrawn(settled, part.of) : null
  return (
    <div className={styles['answers']} data-figure={figure !== undefined}>
      {figure !== undefined && (
        <ReadingPad
          label={padLabel(checkOf(check).name, figure)}
          counts={figure.unit !== 'mm'}
          now={seen?.value == null ? null : figureText(figure.unit, seen.value, lengths.fine)}
          next={null}
          ready
          onSkip={() => onAnswer(null, null)}
          onRead={({ value }) => {
            const read = figure.unit === 'share' ? value / 100 : value
            if (read < 0 || read > figure.max)
              return { ok: false, message: `must be from 0 to ${figureText(figure.unit, figure.max, lengths.fine)}` }
            onAnswer(read, null)
            return { ok: true }
          }}
        />
      )}
      <div>
        {children}
        <ul className={styles['states']} aria-label="Observation">
          {states.map(({ id, name, verdict }, i) => (
            <li key={id}>
              <button type="button" aria-pressed={seen?.state === id} onClick={() => onAnswer(null, id)}>
                <VerdictMark verdict={verdict} label="" size={16} />
                <span>{name}</span>
                <kbd>{i + 1}</kbd>
              </button>
            </li>
          ))}
          {drawn !== null && (
            <li>
              <button type="button" onClick={() => onAnswer(drawn, null)}>
                <span>As on the drawing: {Math.round(100 * drawn)} %</span>
              </button>
            </li>
          )}
          <li>
            <button type="button" aria-pressed={unread} onClick={() => onAnswer(null, null)}>
              <VerdictMark verdict="unknown" label="" size={16} />
              <span>Not possible to say</span>
              <kbd>0</kbd>
            </button>
          </li>
        </ul>
      </div>
    </div>
  )
}

interface ToolChoiceProps {
  readonly driveId: string
  readonly part: string
  readonly check: CheckId
  readonly figure: CheckFigure
}

/** What the figure is read with: it says how far a trend may be trusted. Kept for the rest of the walk. */
function ToolChoice({ driveId, part, check, figure }: ToolChoiceProps) {
  const id = useId()
  const lengths = useLengths()
  const { tools, seen } = useWalk(driveId)
  const change = useWalks((state) => state.change)
  const before = seen[seenKey(part, check)]
  const tool = (before?.answered === true ? before.tool : undefined) ?? tools?.[check] ?? null
  const within = `± ${figureText(figure.unit, readingSpread(figure, tool ?? undefined), lengths.fine)}`
  return (
    <div className={styles['tool']}>
      <label htmlFor={id}>Read with</label>
      <Select
        id={id}
        value={tool}
        placeholder="not said"
        popupMatchSelectWidth={false}
        options={figure.tools.map((each) => ({ value: each.tool, label: WEAR_TOOLS[each.tool] }))}
        onChange={(chosen: WearTool) =>
          change(driveId, (walk) => {
            const next = { ...walk, tools: { ...walk.tools, [check]: chosen } }
            return before?.value == null ? next : see(part, check, { tool: chosen })(next)
          })
        }
      />
      <span className="soft">
        {within}, {tool === null ? `nominal for ${WEAR_TOOLS[figure.tools[0].tool].toLowerCase()}` : 'nominal'}
      </span>
    </div>
  )
}

function padLabel(name: string, { unit, what }: CheckFigure): string {
  return unit === 'mm' ? name : unit === 'share' ? `Per cent ${what}` : `${name} ${what}`
}

/** The share of its travel at which an adjuster stands as the drive is drawn; null where nothing holds it. */
function travelAsDrawn({ belts }: SettledDrive, adjusterId: string): number | null {
  return belts.find(({ adjuster }) => adjuster?.adjuster.id === adjusterId)?.adjuster?.u ?? null
}

interface CheckTabsProps {
  readonly checks: readonly CheckJudged[]
  readonly inHand: CheckId
  readonly beltOff: boolean
  readonly onTake: (check: CheckId) => void
}

function CheckTabs({ checks, inHand, beltOff, onTake }: CheckTabsProps) {
  return (
    <ul className={styles['tabs']} aria-label="Checks">
      {checks.map(({ check, verdict }) => {
        const { name, belt } = checkOf(check)
        return (
          <li key={check}>
            <button
              type="button"
              aria-current={check === inHand}
              data-can={canBeSeen(belt, beltOff)}
              onClick={() => onTake(check)}
            >
              <VerdictMark verdict={verdict} label={WORD[verdict]} />
              {name}
              {!canBeSeen(belt, beltOff) && <small>(belt {belt})</small>}
            </button>
          </li>
        )
      })}
    </ul>
  )
}

function Said({ judged }: { readonly judged: CheckJudged | undefined }) {
  if (judged === undefined) return null
  return (
    <p className={styles['said']} role="status">
      <VerdictMark verdict={judged.verdict} label="" size={20} />
      <b>{WORD[judged.verdict]}</b> {judged.reason}
    </p>
  )
}

interface BeforeProps {
  readonly inspections: readonly Inspection[]
  readonly part: string
  readonly check: CheckId
}

/** What was seen of it the last time. */
function Before({ inspections, part, check }: BeforeProps) {
  for (const { at, distance, checks } of inspections) {
    const found = checks.find((each) => each.part === part && each.check === check)
    if (found === undefined) continue
    return (
      <p className="soft">
        Last time, {dayjs(at).format('D MMM YYYY')}
        {distance === null ? '' : ` at ${kmText(distance)}`}: {found.reason}
        {found.note === '' ? '' : ` “${found.note}”`}
      </p>
    )
  }
  return null
}

function Trend({ judged: { part }, check, trends, walk }: CheckCardProps) {
  const trend = trends.find((each) => each.part.id === part.id && each.check === check)
  return trend === undefined ? null : <WearChart trend={trend} now={walk.distance} />
}
