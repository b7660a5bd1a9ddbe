import { Button } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import {
  depthQuestion,
  depthsRead,
  ENTRY_LIMITS,
  groovesOff,
  lineUp,
  sectionFigures,
  strikeDepths,
  takeDepth,
  type DepthRead,
  type LineUpMove,
  type SettledBelt,
} from '@emery/core'
import { stampNow } from '../../app/preferences.ts'
import { Caution } from '../../readings/caution.tsx'
import { ReadingField } from '../../readings/reading-field.tsx'
import { useLengths } from '../../readings/use-lengths.ts'
import { VerdictMark } from '../../readings/verdict-mark.tsx'
import { useBench, useBenchState, useRestingDrive } from '../bench-context.ts'
import { pulleyName } from '../pulley-name.ts'
import { BeltOrWhy } from '../steps/belt-or-why.tsx'
import { BeltTabs } from '../steps/belt-tabs.tsx'
import panel from '../steps/panel.module.css'
import { LINE_UP_DOES, LINE_UP_MARK, MOVE_HOW, moveWords } from './line-up-words.ts'
import styles from './lineup.module.css'
import { useFixPlan } from './use-fix-plan.ts'

/** What is out of line, by how much, and the fewest moves that mend it. */
export function LineUpStep() {
  return (
    <BeltOrWhy what="How its pulleys line up">
      {(belt) => (
        <>
          <BeltTabs />
          <Result belt={belt} />
          <Depths key={belt.belt.id} belt={belt} />
          <Plan />
        </>
      )}
    </BeltOrWhy>
  )
}

/** The pulley that is most out of line, and what that does. */
function Result({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const lengths = useLengths()
  const spans = lineUp(belt)
  const reads = depthsRead(settled.drive, belt.belt.id)
  const angle = (span: (typeof spans)[number]) => Math.max(Math.abs(span.leaveAngle), Math.abs(span.enterAngle))
  const rank = { quiet: 0, watch: 1, act: 2 }
  const worst = spans.reduce<(typeof spans)[number] | undefined>(
    (most, each) =>
      most === undefined ||
      rank[each.verdict] > rank[most.verdict] ||
      (each.verdict === most.verdict && angle(each) > angle(most))
        ? each
        : most,
    undefined,
  )
  const furthest = reads.reduce<DepthRead | undefined>(
    (most, each) => (Math.abs(each.offset ?? 0) > Math.abs(most?.offset ?? 0) ? each : most),
    undefined,
  )
  if (worst === undefined) return null
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const { quiet, watch } = ENTRY_LIMITS[sectionFigures(belt.belt.section).family]
  return (
    <section className={panel['section']} aria-label="Line-up">
      <h2 className="heading">Line-up</h2>
      <p className={styles['result']}>
        <VerdictMark verdict={LINE_UP_MARK[worst.verdict]} size={18} />
        <b>
          {worst.verdict === 'quiet'
            ? 'In line'
            : furthest?.offset == null || furthest.offset === 0
              ? `Out of line between ${nameOf(worst.from)} and ${nameOf(worst.to)}`
              : `${nameOf(furthest.pulley)} sits ${lengths.fine(Math.abs(furthest.offset))} ${furthest.offset > 0 ? 'back' : 'forward'}`}
        </b>
      </p>
      <p>
        At its worst, between {nameOf(worst.from)} and {nameOf(worst.to)}, the belt meets its grooves at{' '}
        <b className="figures">{angle(worst).toFixed(2)}°</b>: it {LINE_UP_DOES[worst.verdict]}
      </p>
      <p className={panel['soft']}>
        Up to {quiet}° quiet, to {watch}° worth a look, beyond that it chirps (nominal); on a smooth face half counts.
      </p>
    </section>
  )
}

/** Caliper depths from a straightedge on the crank pulley, pulley by pulley. */
function Depths({ belt }: { readonly belt: SettledBelt }) {
  const { settled } = useBench()
  const { id } = belt.belt
  const reads = depthsRead(settled.drive, id)
  const [counted, setCounted] = useState<readonly string[]>([])
  const off = reads.find((read) => groovesOff(settled.drive, id, read) !== 0 && !counted.includes(read.pulley))
  return (
    <>
      <section className={panel['section']} aria-label="Depths">
        <h2 className="heading">Straightedge and caliper</h2>
        <Caution>Engine off, key out, and cool: the straightedge reaches across everything that is hot.</Caution>
        <p className={panel['soft']}>
          Hold a straightedge against two points of the crank pulley’s face, far apart. Read the depth from it to the
          belt’s first rib on every pulley, the crank’s own first: it is the reference. Read again as often as you like;
          readings are averaged.
        </p>
        <ul className={styles['depths']} aria-label="Depths read">
          {reads.map((read, i) => (
            <Depth key={read.pulley} beltId={id} read={read} reference={i === 0} />
          ))}
        </ul>
        {reads[0]?.depth == null && reads.some(({ depth }) => depth !== null) && (
          <p role="alert">The crank has not been read: without it the others say nothing.</p>
        )}
      </section>
      {off !== undefined && <GrooveOff beltId={id} read={off} onCounted={() => setCounted([...counted, off.pulley])} />}
    </>
  )
}

interface DepthProps {
  readonly beltId: string
  readonly read: DepthRead
  readonly reference: boolean
}

function Depth({ beltId, read: { pulley, depth, scatter, readings, offset }, reference }: DepthProps) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const [doubted, setDoubted] = useState<{ readonly value: number; readonly question: string } | null>(null)
  const take = (value: number) => {
    setDoubted(null)
    return store
      .getState()
      .edit('read a depth', takeDepth(beltId, { id: newId(), how: 'depth', pulley, value, ...stampNow() }))
  }
  return (
    <li>
      <ReadingField
        label={`${pulleyName(settled.drive, pulley)}${reference ? ', the reference' : ''}`}
        value={depth}
        onRead={(mm) => {
          if (mm === null) return { ok: true }
          const question = depthQuestion(settled.drive, beltId, pulley, mm, lengths.text)
          if (question === undefined) return take(mm)
          setDoubted({ value: mm, question })
          return { ok: true }
        }}
      />
      <span className={styles['offset']}>
        {offset === null || reference ? (
          ''
        ) : (
          <b className="figures">
            {offset > 0 ? '−' : '+'}
            {lengths.fine(Math.abs(offset))}
          </b>
        )}
        {readings > 1 && (
          <small>
            {readings} readings, ± {lengths.fine(scatter)}
          </small>
        )}
        {readings > 0 && (
          <Button
            type="text"
            onClick={() => store.getState().edit('strike depths out', strikeDepths(beltId, pulley))}
            aria-label={`Strike out what was read on ${pulleyName(settled.drive, pulley)}`}
          >
            Strike out
          </Button>
        )}
      </span>
      {doubted !== null && (
        <div className={styles['doubt']} role="alert">
          <p>{doubted.question}</p>
          <Button onClick={() => take(doubted.value)}>It is right</Button>
          <Button onClick={() => setDoubted(null)}>Read it again</Button>
        </div>
      )}
    </li>
  )
}

interface GrooveOffProps {
  readonly beltId: string
  readonly read: DepthRead
  readonly onCounted: () => void
}

/** Asked before anything is pressed: a belt in the wrong groove looks like a pulley out of line. */
function GrooveOff({ beltId, read, onCounted }: GrooveOffProps) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const name = pulleyName(settled.drive, read.pulley)
  const much = Math.abs(groovesOff(settled.drive, beltId, read))
  const { pitch } = sectionFigures(settled.drive.belts.find(({ id }) => id === beltId)?.section ?? 'PK')
  const grooves = much === 1 ? 'one groove' : `${much} grooves`
  return (
    <section className={panel['section']} aria-label="Ask first">
      <h2 className="heading">Ask first</h2>
      <p>
        <b>
          Is the belt {grooves} off on {name}?
        </b>{' '}
        {lengths.fine(Math.abs(read.offset ?? 0))} is close to {grooves} ({lengths.fine(much * pitch)}). Count the
        grooves from the front, there and on the crank.
      </p>
      <div className={styles['buttons']}>
        <Button onClick={() => store.getState().edit('move a belt by a groove', strikeDepths(beltId, read.pulley))}>
          Yes: moved, and to be read again
        </Button>
        <Button onClick={onCounted}>No, counted</Button>
      </div>
    </section>
  )
}

/** The fewest moves, in the order of the route, and the drive as it would be after them. */
function Plan() {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const planning = useFixPlan(useRestingDrive())
  const mended = useBenchState((state) => state.lineUp.mended)
  const nameOf = (id: string) => pulleyName(settled.drive, id)
  const shaftName = (id: string) => settled.drive.shafts.find((shaft) => shaft.id === id)?.name ?? id
  if (planning.is === 'working')
    return (
      <section className={panel['section']} aria-label="Fewest moves">
        <p role="status">Looking for the fewest moves …</p>
      </section>
    )
  const plan = planning.is === 'done' ? planning.plan : null
  if (plan?.moves.length === 0) return null
  return (
    <section className={panel['section']} aria-label="Fewest moves">
      <h2 className="heading">Fewest moves</h2>
      {plan === null ? (
        <p role="status">
          {planning.is === 'failed'
            ? 'The moves could not be worked out. Read something again.'
            : 'No pulley pressed by up to 6 mm, and nothing else that may be done here, brings it into line: look for a wrong part, a missing spacer or a bent bracket.'}
        </p>
      ) : (
        <>
          <ol className={styles['moves']}>
            {plan.moves.map((move) => (
              <li key={`${move.kind} ${move.shaft}`}>
                <b>{moveWords(move, shaftName(move.shaft), lengths.fine)}.</b>
                <span className={panel['soft']}>{MOVE_HOW[move.kind]}</span>
              </li>
            ))}
          </ol>
          <p>
            {plan.within === 'quiet'
              ? 'Then every span of every belt runs quietly. Nothing else need move.'
              : `Then nothing chirps, but ${plan.stayOut.map(({ from, to }) => `${nameOf(from)} to ${nameOf(to)}`).join(' and ')} stays worth a look.`}
          </p>
          <div className={styles['buttons']}>
            <Button type="primary" onClick={() => store.getState().setLineUp({ mended: !mended })}>
              {mended ? 'Show it as it is' : 'Show it mended'}
            </Button>
            <Button
              onClick={() => store.getState().edit('read again after line-up', readAgain(settled.belts, plan.moves))}
            >
              Done: read those again
            </Button>
          </div>
          <p className={panel['soft']}>
            An accessory of which nobody has said what may be done to it is taken to let its pulley be pressed by up to
            6 mm (nominal).
          </p>
        </>
      )}
    </section>
  )
}

/** Strikes out what was read on everything that has been moved. */
function readAgain(belts: readonly SettledBelt[], moves: readonly LineUpMove[]) {
  const edits = belts.flatMap(({ belt, pulleys }) =>
    pulleys
      .filter(({ shaft }) => moves.some((move) => move.shaft === shaft))
      .map(({ id }) => strikeDepths(belt.id, id)),
  )
  return (draft: Parameters<ReturnType<typeof strikeDepths>>[0]) => {
    for (const edit of edits) edit(draft)
  }
}
