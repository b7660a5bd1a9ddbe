import { Button, InputNumber, Select } from 'antd'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { CheckedDrive } from '@emery/core/drive'
import { repetitionAnswer, repetitionMatches, type Answer } from '@emery/core/noise'
import { settleDrive } from '@emery/core/path'
import { simulatedNoise, speedOfFiring, type HeardNoise, type Spectrogram } from '@emery/core/sound'
import { ListenWays } from '../sound/listen-ways.tsx'
import { play } from '../sound/play.ts'
import { useListening } from '../sound/use-listening.ts'
import { simulatedSamples } from './simulated-samples.ts'
import styles from './recorded.module.css'

/** Seconds that are listened: a belt at idle passes some twenty times. */
const LISTENED_S = 6

const noiseWorker = () => new Worker(new URL('../workers/noise.worker.ts', import.meta.url), { type: 'module' })

const KIND_WORDS: Readonly<Record<HeardNoise['kind'], string>> = {
  chirp: 'A chirp',
  squeal: 'A squeal',
  whine: 'A whine',
  either: 'A chirp or a squeal',
  other: 'No clear pitch',
}

interface RecordedProps {
  /** The drive it runs on, to tell what keeps time with the noise; null where none is kept here. */
  readonly drive: CheckedDrive | null
  readonly onAnswer: (answer: Answer) => void
}

/** A recording of the noise: what kind it is, how often it comes back, and what keeps time with that. */
export function Recorded({ drive, onAnswer }: RecordedProps) {
  const { listening, listen, load, look, cancel } = useListening<HeardNoise>({
    makeWorker: noiseWorker,
    seconds: LISTENED_S,
  })
  const [rpm, setRpm] = useState<number | null>(null)
  const speed = rpm ?? drive?.engine.idleRpm ?? null
  const samples = useMemo(
    () => simulatedSamples(drive === null ? null : settleDrive(drive), speed ?? 800),
    [drive, speed],
  )
  const [chosen, setChosen] = useState(0)
  const sample = samples[chosen] ?? samples[0]
  const simulated = () => {
    if (sample === undefined) return
    const recording = simulatedNoise({ ...sample.noise, seed: 7 + chosen, seconds: LISTENED_S, signalToNoise: 10 })
    look(recording)
    void play(recording)
  }
  const answer = listening.is === 'answered' ? listening.answer : null
  return (
    <section aria-label="Recorded">
      <h2 className="heading">Recorded</h2>
      {listening.is === 'listening' || listening.is === 'working' ? (
        <p className={styles['listening']} role="status">
          {listening.is === 'working'
            ? 'Analysing pitch and repetition …'
            : `Hold still beside the engine, out of the belt plane: ${Math.max(0, LISTENED_S * (1 - listening.done)).toFixed(1)} s`}
          {listening.is === 'listening' && (
            <meter min={0} max={1} value={Math.min(1, listening.level)} aria-label="How loud it is" />
          )}
          <Button onClick={cancel}>Stop</Button>
        </p>
      ) : (
        <div className={styles['ways']}>
          <label>
            Engine, rpm
            <InputNumber
              min={100}
              max={20_000}
              value={speed}
              onChange={setRpm}
              placeholder="not read"
              aria-label="Engine speed during the recording, rpm"
            />
          </label>
          <ListenWays
            listenLabel={`Record ${LISTENED_S} s`}
            onListen={(microphone) => void listen(microphone)}
            onLoad={(file) => void load(file)}
            simulatedLabel="Simulated noise"
            onSimulated={simulated}
          />
          <Select
            aria-label="Simulated noise to use"
            value={chosen}
            options={samples.map(({ label }, i) => ({ value: i, label }))}
            onChange={setChosen}
          />
        </div>
      )}
      {answer !== null && !answer.found.ok && <p role="alert">{answer.found.message}</p>}
      {answer?.found.ok === true && (
        <Found
          heard={answer.found}
          leftOut={answer.leftOut}
          drive={drive}
          rpm={speed}
          onSpeed={setRpm}
          onAnswer={onAnswer}
        />
      )}
    </section>
  )
}

interface FoundProps {
  readonly heard: HeardNoise
  readonly leftOut: number
  readonly drive: CheckedDrive | null
  readonly rpm: number | null
  readonly onSpeed: (rpm: number) => void
  readonly onAnswer: (answer: Answer) => void
}

function Found({ heard, leftOut, drive, rpm, onSpeed, onAnswer }: FoundProps) {
  const { kind, pitch, repetition, confidence, clipped, picture } = heard
  const matches = useMemo(
    () =>
      drive === null || rpm === null || repetition === null
        ? []
        : repetitionMatches(settleDrive(drive), rpm, repetition),
    [drive, rpm, repetition],
  )
  const [nearest] = matches
  const repeats = repetitionAnswer(repetition, matches, rpm ?? 0)
  return (
    <>
      <Picture picture={picture} />
      <p className={styles['kind']}>
        <b>
          {KIND_WORDS[kind]}
          {pitch === null ? '' : <span className="figures"> at {Math.round(pitch)} Hz</span>}
        </b>
        , {Math.round(100 * confidence)} % sure.{' '}
        {repetition === null ? (
          'It does not repeat regularly.'
        ) : (
          <>
            It repeats <b className="figures">{repetition.toFixed(2)}</b> times a second:{' '}
            {nearest === undefined
              ? drive === null || rpm === null
                ? 'choose a drive and enter the engine speed to find matching parts.'
                : 'nothing on this drive matches that at this engine speed. Is the speed right?'
              : `${nearest.what} ${nearest.of === 'belt' ? 'passes' : 'turns'}${nearest.times === 2 ? ' half as often' : ''}, ${nearest.expected.toFixed(2)} expected.`}
          </>
        )}
      </p>
      {kind === 'either' && (
        <p role="note">
          This recording does not tell which, and what cures them is opposite. Wet the ribs: a chirp goes quiet for a
          while, a squeal gets louder.
        </p>
      )}
      {heard.firing !== null && <EngineSpeed firing={heard.firing} rpm={rpm} onSpeed={onSpeed} />}
      {clipped > 0.001 && <p className="soft">Too loud for the microphone. Hold it further away.</p>}
      {leftOut > 0 && <p className="soft">The last {Math.round(leftOut)} s of the file were not used.</p>}
      <div className={styles['ways']}>
        {kind !== 'other' && kind !== 'either' && (
          <Button
            onClick={() =>
              onAnswer({ test: 'heard', outcome: kind, detail: `${KIND_WORDS[kind].toLowerCase()}, recorded` })
            }
          >
            Use as the sound heard
          </Button>
        )}
        {repeats !== undefined && <Button onClick={() => onAnswer(repeats)}>Use its repetition</Button>}
      </div>
    </>
  )
}

/** Cylinders most engines on a lift have (nominal). */
const CYLINDERS = 4

interface EngineSpeedProps {
  /** Times a second. */
  readonly firing: number
  readonly rpm: number | null
  readonly onSpeed: (rpm: number) => void
}

/** The engine’s speed, found in its own hum, to be taken where it was not read. */
function EngineSpeed({ firing, rpm, onSpeed }: EngineSpeedProps) {
  const [cylinders, setCylinders] = useState(CYLINDERS)
  const found = Math.round(speedOfFiring(firing, cylinders))
  return (
    <div className={styles['ways']}>
      <p>
        In the background the engine fires <b className="figures">{firing.toFixed(1)}</b> times a second. With{' '}
        <InputNumber
          aria-label="Cylinders"
          min={1}
          max={16}
          precision={0}
          value={cylinders}
          onChange={(count) => {
            if (count !== null) setCylinders(count)
          }}
        />{' '}
        cylinders that is <b className="figures">{found}</b> rpm.
      </p>
      {found !== rpm && <Button onClick={() => onSpeed(found)}>Take {found} rpm</Button>}
    </div>
  )
}

/** dB over the floor that are drawn as dark as it gets. */
const DARK_DB = 40

/** Loudness over time and pitch, dark where it is loud. */
function Picture({ picture: { rows, seconds, toHz } }: { readonly picture: Spectrogram }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [columns, lines] = [rows[0]?.length ?? 0, rows.length]
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (context == null || columns === 0) return
    const image = context.createImageData(columns, lines)
    const ink = getComputedStyle(document.documentElement).getPropertyValue('--ink')
    const [red = 0, green = 0, blue = 0] = (ink.match(/[\da-f]{2}/gi) ?? []).map((each) => parseInt(each, 16))
    for (const [r, row] of rows.entries())
      for (const [c, db] of row.entries()) {
        const at = 4 * ((lines - 1 - r) * columns + c)
        image.data.set([red, green, blue, Math.round(255 * Math.min(1, db / DARK_DB))], at)
      }
    context.putImageData(image, 0, 0)
  }, [rows, columns, lines])
  return (
    <figure className={styles['picture']}>
      <canvas
        ref={canvas}
        width={columns}
        height={lines}
        role="img"
        aria-label={`Loudness over ${seconds.toFixed(1)} seconds, up to ${Math.round(toHz / 1000)} kHz.`}
      />
      <figcaption>
        <span>0 s</span>
        <span>up: to {(toHz / 1000).toFixed(0)} kHz</span>
        <span>{seconds.toFixed(1)} s</span>
      </figcaption>
    </figure>
  )
}
