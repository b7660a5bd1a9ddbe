import { useDraggable } from '@dnd-kit/core'
import { HolderOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { useMemo } from 'react'
import { setBeltLength } from '@emery/core/drive'
import {
  shelfBeltsFor,
  shelfMarkSigma,
  END_OF_LIFE_SHARE,
  SEATED_SHARE,
  SURE_ENOUGH,
  standardLengths,
  type BringHome,
  type Fit,
  type LengthAnswer,
  fitOf,
} from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import { shelfQuery } from '../shelf/shelf-api.ts'
import { FIT_MARK } from '../ui/fit-mark.ts'
import { useLengths } from '../ui/use-lengths.ts'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { LifeBar } from './life-bar.tsx'
import styles from './length.module.css'
import { useBeltName } from '../ui/use-belt-name.ts'
import { useUnits } from '../ui/use-units.ts'

/** Sizes shown beside those to bring. */
const SHOWN = 4

interface BringHomeListProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly home: BringHome | null
}

/** Which belts to buy and in which order to try them, with how each would sit new, seated and at its end. */
export function BringHomeList({ belt, answer, home }: BringHomeListProps) {
  const { section } = belt.belt
  const nameOf = useBeltName()
  const { window } = answer
  if (answer.settled !== null) return null
  if (window === null || home === null) {
    return answer.wanted === null ? null : (
      <PanelSection title="Belts to buy">
        <p>No size goes on and still leaves travel for wear. Check the adjuster’s travel in Measure.</p>
      </PanelSection>
    )
  }
  const middle = (window.from + window.to) / 2
  const [few, many] = [middle - 40, middle + 40]
  const bring = home.belts.map(({ length }) => length)
  const near = standardLengths(section, few, many)
    .filter((length) => goesOn(fitOf(answer, belt, length)))
    .toSorted((a, b) => Math.abs(a - middle) - Math.abs(b - middle))
  const rows = [...new Set([...bring, ...near])].slice(0, Math.max(SHOWN, bring.length)).toSorted((a, b) => a - b)
  return (
    <PanelSection label="Belts to buy">
      <div className={styles['head']}>
        <h2 className="heading">Belts to buy</h2>
        <span className="soft">new → seated → end of life</span>
      </div>
      <p className={styles['advice']}>{adviceOf(home, (length) => nameOf(belt.belt, length))}</p>
      <ul className={styles['belts']}>
        {rows.map((length) => {
          const fit = fitOf(answer, belt, length)
          return (
            fit !== null && (
              <BeltRow
                key={length}
                belt={belt}
                fit={fit}
                answer={answer}
                order={bring.indexOf(length)}
                of={bring.length}
                chance={home.belts.find((each) => each.length === length)?.alone ?? null}
              />
            )
          )
        })}
      </ul>
      <p className="soft">
        Seating and stretch are nominal ({(100 * SEATED_SHARE).toFixed(2)} %, {(100 * END_OF_LIFE_SHARE).toFixed(1)} %).
      </p>
      <OnShelf belt={belt} answer={answer} />
    </PanelSection>
  )
}

/** Sizes that would not go on, or not be taken up, are not worth a row. */
function goesOn(fit: Fit | null): boolean {
  return fit !== null && fit.verdict !== 'too short' && fit.verdict !== 'too long'
}

/** Chance below which nothing is worth buying. */
const HARDLY = 0.3

/** What to buy, how sure that is, and what goes back. */
function adviceOf({ belts, together }: BringHome, label: (length: number) => string): string {
  const chance = Math.min(99, Math.round(100 * together))
  const [first, ...others] = belts.map(({ length }) => label(length))
  if (first === undefined) return 'No standard size covers this length.'
  if (together < HARDLY) return `No standard size is likely to fit. ${first} comes nearest: ${chance} in 100.`
  const before = together < SURE_ENOUGH ? 'Take another reading before you buy. If that cannot be: ' : ''
  if (others.length === 0) return `${before}Buy ${first}: ${chance} in 100 that it fits.`
  const all = [first, ...others]
  const list = `${all.slice(0, -1).join(', ')} and ${all.at(-1) ?? ''}`
  return `${before}Buy ${list}: ${chance} in 100 that one fits. Try ${first} first, keep the one that fits, and return the ${others.length === 1 ? 'other' : 'others'} clean.`
}

interface BeltRowProps {
  readonly belt: SettledBelt
  readonly fit: Fit
  readonly answer: LengthAnswer
  /** Place in the order of trying; −1 for a size that is only shown. */
  readonly order: number
  readonly of: number
  /** That it fits; null for a size that is only shown. */
  readonly chance: number | null
}

function BeltRow({ belt, fit, answer, order, of, chance }: BeltRowProps) {
  const units = useUnits()
  const { store } = useBench()
  const lengths = useLengths()
  const { id, length: on } = belt.belt
  const { length } = fit
  const { tryLength, edit } = store.getState()
  const nameOf = useBeltName()
  const label = nameOf(belt.belt, length)
  const isOn = on !== null && Math.abs(on - length) < 0.05
  const show = () => tryLength(length)
  const hide = () => tryLength(null)
  const { setNodeRef, listeners } = useDraggable({ id: `belt-${length}`, data: { length } })
  return (
    <li
      ref={setNodeRef}
      className={styles['belt']}
      data-bring={order >= 0}
      data-on={isOn}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
    >
      {/* For a pointer only; the button beside does the same from the keyboard. */}
      <span className={styles['grip']} {...listeners} title="Drag it onto the tape">
        <HolderOutlined />
      </span>
      <strong className="figures">{label}</strong>
      <span className={styles['verdict']}>
        {chance !== null && of > 1 ? (
          <>
            try {['first', 'second', 'third', 'fourth'][order]}
            <small>fits {Math.round(100 * chance)} in 100</small>
          </>
        ) : (
          <>
            <VerdictMark verdict={FIT_MARK[fit.verdict]} label="" /> {fit.verdict}
          </>
        )}
        {fit.lifeReserve !== null && fit.lifeReserve < 0.995 && (
          <small>travel for {Math.round(100 * fit.lifeReserve)} % of its life</small>
        )}
      </span>
      {isOn ? (
        <span className={styles['onIt']}>on it</span>
      ) : (
        <Button
          aria-label={`Fit this belt: ${label}`}
          onClick={() => {
            hide()
            edit('fit a belt', setBeltLength(id, length))
          }}
        >
          Fit this belt
        </Button>
      )}
      {fit.tension === null ? (
        <LifeBar fit={fit} limits={answer.situation?.limits ?? null} />
      ) : (
        <small className={styles['tension']}>
          tension from its own stretch: {units.force.text(fit.tension.new)} new,{' '}
          {units.force.text(Math.max(0, fit.tension.seated))} seated; {lengths.text(Math.abs(fit.slackToFit))}{' '}
          {fit.slackToFit < 0 ? 'shorter' : 'longer'} than the path
        </small>
      )}
    </li>
  )
}

/** How likely it is to fit, its maker's class counted in. */
function chanceWords(chance: number | null): string {
  return chance === null ? '' : `, fits ${Math.round(100 * chance)} in 100`
}

/** Belts on the shelf that go on here, best first. */
function OnShelf({ belt, answer }: Pick<BringHomeListProps, 'belt' | 'answer'>) {
  const { data: shelf } = useQuery(shelfQuery())
  const lengths = useLengths()
  const found = useMemo(
    () => (shelf === undefined ? [] : shelfBeltsFor(belt, shelf, answer.situation).slice(0, 3)),
    [shelf, belt, answer],
  )
  if (found.length === 0) return null
  return (
    <div className={styles['shelf']}>
      <h3>On your shelf</h3>
      <ul aria-label="On your shelf">
        {found.map(({ belt: { id, mark, length, place, count, section, ribs, makerClass }, fit, ribsMore }) => (
          <li key={id}>
            <VerdictMark verdict={ribsMore < 0 ? 'watch' : FIT_MARK[fit.verdict]} label="" />
            <span>
              <b className="figures">{mark === '' ? beltLabel(section, ribs, length) : mark}</b> {fit.verdict}
              {chanceWords(answer.chanceOf(length, shelfMarkSigma(section, length, makerClass)))}
              {ribsMore < 0 && ', one rib fewer: carries less, the outer groove stays empty'}
            </span>
            <small>
              {count === 0 ? 'known, none in stock' : `${count}${place === '' ? '' : `, ${place}`}`}
              {mark !== '' && ` · ${lengths.text(length)}`}
            </small>
          </li>
        ))}
      </ul>
    </div>
  )
}
