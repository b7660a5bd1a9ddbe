import { CameraOutlined } from '@ant-design/icons'
import { Button, InputNumber, Select, Slider } from 'antd'
import { useCallback, useMemo } from 'react'
import { v4 as newId } from 'uuid'
import type { Photo } from '@emery/core/drive'
import { takeReading } from '@emery/core/measure'
import { wordingFor } from '@emery/core/solution'
import { MIN_MARKS, photoRefusal, placeByPhoto, type PhotoResult, type SeenPulley } from '@emery/core/survey'
import { practicePhoto } from '../photos/photos-api.ts'
import { stampNow } from '../ui/preferences.ts'
import { PhotoInputs } from '../photos/photo-inputs.tsx'
import { usePhotoLoad, type LoadedPhoto } from '../photos/use-photo-load.ts'
import { NO_BUBBLE } from '../ui/slider.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import {
  clearRim,
  dropPhoto,
  setAhead,
  setPhoto,
  setPhotoView,
  setSheet,
  setStrength,
  type PhotoView,
} from './photo/photo-edits.ts'
import { usePhotoResult } from '../bench/use-measured.ts'
import { PanelSection } from '../ui/panel.tsx'
import styles from './measure.module.css'

/** A picture of the front: load it, mark the rims, give it a scale, and take the places from it. */
export function PhotoPanel() {
  const { settled } = useBench()
  const { photo } = settled.drive
  return (
    <PanelSection title="Positions from a photo">
      <LoadPhoto has={photo !== undefined} />
      {photo !== undefined && <Marked photo={photo} />}
    </PanelSection>
  )
}

function LoadPhoto({ has }: { readonly has: boolean }) {
  const { store } = useBench()
  const { load, busy, refusal } = usePhotoLoad(
    useCallback(
      ({ id, width, height }: LoadedPhoto) =>
        void store.getState().edit('load a photo', setPhoto({ id, width, height }, stampNow())),
      [store],
    ),
  )
  return (
    <>
      {!has && (
        <p className="soft">
          Stand back and square to the pulleys, with all of them in the photo. Emery corrects a tilted view from the
          rims.
        </p>
      )}
      <div className={styles['row']}>
        <PhotoInputs
          of="the engine’s front"
          fileLabel={has ? 'Another photo' : 'Load a photo'}
          type={has ? 'default' : 'primary'}
          size={has ? 'middle' : 'large'}
          loading={busy}
          onPicture={(picture, name) => void load(() => Promise.resolve(picture), name)}
        />
        <Button
          size={has ? 'middle' : 'large'}
          icon={<CameraOutlined aria-hidden />}
          disabled={busy}
          onClick={() => void load(practicePhoto, 'Practice photo')}
        >
          Practice photo
        </Button>
        {has && <Button onClick={() => store.getState().edit('remove the photo', dropPhoto())}>Remove</Button>}
      </div>
      {refusal !== null && (
        <p className={styles['refusal']} role="alert">
          {refusal}
        </p>
      )}
    </>
  )
}

const VIEWS: readonly { readonly value: PhotoView; readonly label: string }[] = [
  { value: 'square-on', label: 'square on: three marks per rim' },
  { value: 'oblique', label: 'tilted: five marks per rim, corrected' },
  { value: 'sheet', label: 'tilted: corrected by a sheet held flat on the pulleys' },
]

function Marked({ photo }: { readonly photo: Photo }) {
  const { store, settled } = useBench()
  const selected = useBenchState((state) => state.selected)
  const { drive } = settled
  const words = useMemo(() => wordingFor(drive), [drive])
  const result = usePhotoResult()
  const { edit, select } = store.getState()
  const view: PhotoView = photo.sheet === undefined ? photo.view : 'sheet'
  const wanted = view === 'oblique' ? 5 : MIN_MARKS
  const nameOf = (id: string) => {
    const pulley = drive.pulleys.find((each) => each.id === id)
    return pulley === undefined ? id : words.pulley(pulley)
  }
  return (
    <>
      <label className={styles['field']}>
        Camera view
        <Select
          aria-label="Camera view"
          value={view}
          options={[...VIEWS]}
          onChange={(to) => edit('set the camera view', setPhotoView(to))}
        />
      </label>
      {photo.sheet !== undefined && <SheetSize photo={photo} />}
      <label className={styles['field']}>
        Opacity
        <Slider
          tooltip={NO_BUBBLE}
          min={0}
          max={1}
          step={0.05}
          value={photo.strength}
          onChange={(strength) => edit('dim the photo', setStrength(strength))}
        />
      </label>
      <p className={styles['note']}>
        Press in the middle of each pulley in the picture: Emery finds its rim. Or set {wanted} or more marks round it
        by hand; drag a mark to move it.
      </p>
      <Outcome result={result} name={nameOf} />
      <ul className={styles['list']} aria-label="Marks">
        {drive.pulleys.map((pulley) => {
          const marks = photo.rims.find((rim) => rim.pulley === pulley.id)?.points.length ?? 0
          return (
            <li key={pulley.id} data-quiet={marks === 0}>
              <span>
                <Button
                  type={selected === pulley.id ? 'primary' : 'default'}
                  aria-pressed={selected === pulley.id}
                  onClick={() => select(pulley.id)}
                >
                  {words.pulley(pulley)}
                </Button>
              </span>
              <SeenSize
                marks={marks}
                seen={result?.ok === true ? result.pulleys.find((each) => each.pulley === pulley.id) : undefined}
              />
              <Button type="text" disabled={marks === 0} onClick={() => edit('clear marks', clearRim(pulley.id))}>
                Clear
              </Button>
              {selected === pulley.id && marks > 0 && <Ahead photo={photo} pulley={pulley.id} result={result} />}
            </li>
          )
        })}
      </ul>
    </>
  )
}

function SheetSize({ photo }: { readonly photo: Photo }) {
  const { store } = useBench()
  const { sheet } = photo
  if (sheet === undefined) return null
  const set = (size: { width?: number; height?: number }) =>
    store.getState().edit('size of the sheet', setSheet({ ...sheet, ...size }))
  return (
    <>
      <div className={styles['grid']}>
        <label>
          First corner to second, mm
          <InputNumber min={10} max={2000} value={sheet.width} onChange={(width) => width !== null && set({ width })} />
        </label>
        <label>
          Second to third, mm
          <InputNumber
            min={10}
            max={2000}
            value={sheet.height}
            onChange={(height) => height !== null && set({ height })}
          />
        </label>
      </div>
      <p className={styles['note']}>
        {sheet.corners.length < 4
          ? `Mark its corners in order, with no pulley selected: ${sheet.corners.length} of 4.`
          : 'All four corners are marked.'}
      </p>
    </>
  )
}

/** That places hang on depths which nobody has said, before they are taken. */
function DepthsUnsaid({ seen }: { readonly seen: readonly SeenPulley[] }) {
  const lengths = useLengths()
  const unsaid = seen.filter(({ depthError }) => depthError > 0)
  if (unsaid.length === 0) return null
  return (
    <p className={styles['note']}>
      How near {unsaid.length === 1 ? 'one rim stands' : `${unsaid.length} rims stand`} is not known: places may be off
      by <b className="figures">{lengths.fine(Math.max(...unsaid.map(({ depthError }) => depthError)))}</b> or so.
      Choose a pulley to say it.
    </p>
  )
}

interface AheadProps {
  readonly photo: Photo
  readonly pulley: string
  readonly result: PhotoResult | undefined
}

/** How far a rim stands nearer to the camera than that of the crank: where it is not known, by how much the place may be off. */
function Ahead({ photo, pulley, result }: AheadProps) {
  const { store } = useBench()
  const lengths = useLengths()
  const ahead = photo.rims.find((rim) => rim.pulley === pulley)?.ahead ?? null
  const off = result?.ok === true ? (result.pulleys.find((each) => each.pulley === pulley)?.depthError ?? 0) : 0
  return (
    <div className={styles['ahead']}>
      <ReadingField
        label="Nearer to the camera than the crank’s rim"
        value={ahead}
        mayBeEmpty
        onRead={(mm) => store.getState().edit('how near a rim stands', setAhead(pulley, mm))}
      />
      {ahead === null && off > 0 && (
        <p className={styles['note']}>
          Not known. If it stands a few millimetres nearer or farther, its place is off by about{' '}
          <b className="figures">{lengths.fine(off)}</b>. A straightedge on the crank’s face tells.
        </p>
      )}
    </div>
  )
}

/** How many marks a rim has and what they come to: how far the size is from the one that was read, or one to take. */
function SeenSize({ marks, seen }: { readonly marks: number; readonly seen: SeenPulley | undefined }) {
  const { store } = useBench()
  const lengths = useLengths()
  if (seen === undefined) return <span className="figures">{marks} marks</span>
  const { pulley, diameter, diameterError } = seen
  const take = () => {
    const value = Math.round(10 * diameter) / 10
    const reading = { id: newId(), pulley, how: 'outside' as const, value, written: 'from the photo', ...stampNow() }
    store.getState().edit('use a size from the photo', takeReading(reading))
  }
  return (
    <>
      <span className="figures">
        Ø {lengths.bare(diameter)}{' '}
        {diameterError === null ? '' : `(${diameterError > 0 ? '+' : ''}${lengths.bare(diameterError)})`}
      </span>
      {diameterError === null && (
        <Button size="small" aria-label={`Use ${lengths.text(diameter)} as its size`} onClick={take}>
          use it
        </Button>
      )}
    </>
  )
}

/** What the picture says, with what remains, and the button that takes it. */
function Outcome({
  result,
  name,
}: {
  readonly result: PhotoResult | undefined
  readonly name: (pulley: string) => string
}) {
  const { store } = useBench()
  const lengths = useLengths()
  if (result === undefined) return null
  if (!result.ok)
    return (
      <p className={styles['note']} role="status">
        {photoRefusal(result, name)}
      </p>
    )
  return (
    <>
      <p className={styles['note']} role="status">
        {result.pulleys.length} pulleys, tilted {result.tilt.toFixed(0)}°. Marks deviate by{' '}
        <b className="figures">{lengths.fine(result.marksError)}</b>
        {result.sizesError !== null && (
          <>
            , known sizes deviate by <b className="figures">{lengths.fine(result.sizesError)}</b>
          </>
        )}
        .
      </p>
      <DepthsUnsaid seen={result.pulleys} />
      <Button
        type="primary"
        size="large"
        block
        onClick={() => store.getState().edit('use positions from the photo', placeByPhoto(stampNow()))}
      >
        Place {result.pulleys.length} pulleys
      </Button>
    </>
  )
}
