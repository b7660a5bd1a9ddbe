import { Button } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { scaleLinear } from 'd3-scale'
import { SURE_OF_PITCH, type Pluck } from '@emery/core/sound'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { ListenWays } from '../../sound/listen-ways.tsx'
import { hasMicrophone, simulatedMicrophone } from '../../sound/microphone.ts'
import { useListening } from '../../sound/use-listening.ts'
import tension from '../tension.module.css'
import styles from './listen.module.css'

/** Seconds that are listened. */
const LISTENED_S = 3

const pluckWorker = () => new Worker(new URL('../../workers/pluck.worker.ts', import.meta.url), { type: 'module' })

interface ListenProps {
  /** Hz at which the span rings when it is as tight as it should be. */
  readonly wanted: number
  readonly onFound: (pluck: Pluck) => void
}

/** The pitch of a span by ear: recorded, loaded, or from a made-up belt where there is no microphone. */
export function Listen({ wanted, onFound }: ListenProps) {
  const { listening, listen, load, cancel } = useListening<Pluck>({ makeWorker: pluckWorker, seconds: LISTENED_S })
  const [seed, setSeed] = useState(0)
  const answer = listening.is === 'answered' ? listening.answer : null
  const pluck = answer?.found.ok === true ? answer.found : null
  const latest = useRef(onFound)
  latest.current = onFound
  useEffect(() => {
    if (pluck !== null) latest.current(pluck)
  }, [pluck])
  if (listening.is === 'listening' || listening.is === 'working')
    return (
      <div className={styles['listening']} role="status">
        {listening.is === 'working' ? (
          <p>Finding the pitch …</p>
        ) : (
          <>
            <p>
              Pluck the middle of the span now, and let it ring.{' '}
              <b className="figures">{Math.max(0, LISTENED_S * (1 - listening.done)).toFixed(1)} s</b>
            </p>
            <meter min={0} max={1} value={Math.min(1, listening.level)} aria-label="How loud it is" />
          </>
        )}
        <Button onClick={cancel}>Stop</Button>
      </div>
    )
  return (
    <>
      <div className={styles['ways']}>
        <ListenWays
          listenLabel={`Listen ${LISTENED_S} s`}
          onListen={(microphone) => void listen(microphone)}
          onLoad={(file) => void load(file)}
          simulatedLabel="Simulated belt"
          onSimulated={() => {
            setSeed(seed + 1)
            void listen(simulatedMicrophone(wanted, seed))
          }}
        />
      </div>
      {!hasMicrophone() && (
        <p className="soft">No microphone is available here. You can load a recording made elsewhere.</p>
      )}
      {answer !== null && !answer.found.ok && <p role="alert">{answer.found.message}</p>}
      {pluck !== null && <Found pluck={pluck} wanted={wanted} leftOut={answer?.leftOut ?? 0} />}
    </>
  )
}

interface FoundProps {
  readonly pluck: Pluck
  readonly wanted: number
  readonly leftOut: number
}

/** How a pitch was found, and how sure that is. */
function Found({ pluck, wanted, leftOut }: FoundProps) {
  const { frequency, confidence, clipped, plucks } = pluck
  const sure = confidence >= SURE_OF_PITCH
  return (
    <>
      <Picture pluck={pluck} wanted={wanted} />
      <p className={styles['sure']}>
        <VerdictMark verdict={sure ? 'fine' : 'watch'} label="" />
        <span>
          {sure ? 'Heard' : 'Perhaps'} <b className="figures">{frequency.toFixed(1)} Hz</b>,{' '}
          {Math.round(100 * confidence)} % sure, from {plucks === 1 ? 'one pluck' : `${plucks} plucks`}.{' '}
          {!sure && 'Not certain. Pluck again, harder or closer to the microphone.'}
        </span>
      </p>
      {clipped > 0.001 && (
        <p className="soft">
          Too loud for the microphone ({Math.max(1, Math.round(100 * clipped))} % clipped). Hold it further away next
          time.
        </p>
      )}
      {leftOut > 0 && <p className="soft">The last {Math.round(leftOut)} s of the file were not used.</p>}
    </>
  )
}

const SIZE = { width: 376, height: 120, bottom: 20, top: 6 } as const
const HARMONICS = 6

/** What stands out over the noise, with the pitch that was found, its harmonics, and where it should be. */
function Picture({ pluck: { frequency, picture }, wanted }: Pick<FoundProps, 'pluck' | 'wanted'>) {
  const most = Math.min(picture.at(-1)?.frequency ?? 800, Math.max(5 * frequency, 2.5 * wanted))
  const shown = picture.filter((each) => each.frequency <= most)
  const x = scaleLinear([0, most], [0, SIZE.width])
  const y = scaleLinear([0, Math.max(20, ...shown.map(({ db }) => db))], [SIZE.height - SIZE.bottom, SIZE.top])
  const line = shown.map((each) => `${x(each.frequency).toFixed(1)},${y(each.db).toFixed(1)}`).join(' ')
  return (
    <svg
      className={tension['chart']}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      width="100%"
      role="img"
      aria-label={`Loudness over pitch: ${frequency.toFixed(1)} Hz measured, ${wanted.toFixed(0)} Hz needed.`}
    >
      {Array.from({ length: HARMONICS }, (_, i) => (i + 1) * frequency)
        .filter((f) => f <= most)
        .map((f) => (
          <line
            key={f}
            className={styles['harmonic']}
            x1={x(f)}
            x2={x(f)}
            y1={SIZE.top}
            y2={SIZE.height - SIZE.bottom}
          />
        ))}
      <polyline className={styles['loud']} points={line} />
      <path
        className={styles['wanted']}
        d={`M${x(wanted) - 5} ${SIZE.height - SIZE.bottom + 8}h10l-5 -8Z`}
        aria-hidden
      />
      {x.ticks(5).map((f) => (
        <text key={f} x={x(f)} y={SIZE.height - 5} textAnchor={f === 0 ? 'start' : 'middle'}>
          {f === 0 ? '0 Hz' : f}
        </text>
      ))}
    </svg>
  )
}
