import { FullscreenOutlined, MinusOutlined, PlusOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { lazy, Suspense, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { isSprung } from '@emery/core/adjusters'
import type { Point } from '@emery/core/numerics'
import type { SettledDrive } from '@emery/core/path'
import { innerSide } from '../../ui/face-words.ts'
import { PHONE_UPRIGHT, useMedia } from '../../ui/use-media.ts'
import { stampNow } from '../../ui/preferences.ts'
import { useBench, useBenchState } from '../bench-context.ts'
import { PhotoUnderlay } from './photo-underlay.tsx'
import type { StepId } from '../panels/steps.ts'
import type { ThreadingBelt } from '../store/bench-store.ts'
import { doubtOf } from '../store/threading.ts'
import { AdjusterLayer } from './adjuster-layer.tsx'
import { BeltLayer } from './belt-layer.tsx'
import { boundsOf, driveBounds } from '../../ui/drive-shapes/drive-bounds.ts'
import { chainTo, type ChainLink } from './chain.ts'
import styles from './drawing.module.css'
import { LabelLayer } from './label-layer.tsx'
import { PulleyLayer } from './pulley-layer.tsx'
import { ScaleBar } from './scale-bar.tsx'
import { useCamera, type Camera } from './use-camera.ts'
import { movedBy, useDraggingPulley } from './use-dragging-pulley.ts'

const AdjusterHandles = lazy(async () => ({ default: (await import('./adjuster-handles.tsx')).AdjusterHandles }))
const RimHandle = lazy(async () => ({ default: (await import('./rim-handle.tsx')).RimHandle }))
const ChainLayer = lazy(async () => ({ default: (await import('./chain-layer.tsx')).ChainLayer }))
const SettingLayer = lazy(async () => ({ default: (await import('./setting-layer.tsx')).SettingLayer }))
const TensionLayer = lazy(async () => ({ default: (await import('./tension-layer.tsx')).TensionLayer }))
const AlignmentLayer = lazy(async () => ({ default: (await import('./alignment-layer.tsx')).AlignmentLayer }))
const SurveyLayer = lazy(async () => ({ default: (await import('./survey-layer.tsx')).SurveyLayer }))

/** Millimetres an arrow key moves the pulley in hand. */
const NUDGE_MM = 1

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** The engine's front: pulleys to scale, belts with their rib side, adjusters with their range, and the numbers where the things are. */
export function Drawing({ step }: { readonly step: StepId }) {
  const { store, settled, shown, sketch, solution, belt: inHand } = useBench()
  const selected = useBenchState((state) => state.selected)
  const measuring = useBenchState((state) => (step === 'measure' ? state.measuring : null))
  const threading = useBenchState((state) => state.threading)
  const svg = useRef<SVGSVGElement>(null)
  const phone = useMedia(PHONE_UPRIGHT)
  const drawn = sketch === null ? settled : shown
  const [lookedFor, setLookedFor] = useState<string | null>(null)
  const bounds = useMemo(() => boundsOf(drawn, lookedFor) ?? driveBounds(drawn), [drawn, lookedFor])
  const { camera, size, fit, fitIfUntouched, zoomBy } = useCamera(svg, bounds)
  const dragging = useDraggingPulley(camera.k)
  const setByHand =
    useBenchState(({ tension }) => tension.view) === 'set' &&
    !(inHand?.adjuster != null && isSprung(inHand.adjuster.adjuster))
  const chain = useChain(step, camera)
  const chips = useMemo(() => chain.map(({ chip }) => chip), [chain])

  // Parts that come into place otherwise than by hand may come outside of what is seen.
  const found = foundPlaces(settled)
  useEffect(fitIfUntouched, [found, lookedFor, fitIfUntouched])
  // On a phone the drawing is a swipe away from the pad: it comes with the pulley that is asked for. In sight, what is under the finger stays.
  useEffect(() => {
    const isAside = (svg.current?.getBoundingClientRect().right ?? 1) <= 0
    if (selected === null || !phone) setLookedFor(null)
    else if (isAside) setLookedFor(selected)
  }, [selected, phone])

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, [role="dialog"]') !== null
      if (typing || event.ctrlKey || event.metaKey) return
      if (event.key === '+' || event.key === '=') zoomBy(1.25)
      if (event.key === '-') zoomBy(0.8)
      if (event.key === '0') fit()
      const { threading: hand, endThreading, unthread, select } = store.getState()
      if (hand !== null && event.key === 'Backspace') unthread()
      if (hand !== null && event.key === 'Enter' && event.target === document.body) endThreading(true)
      if (event.key === 'Escape') {
        dragging.callOff()
        endThreading(false)
        select(null)
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [store, fit, zoomBy, dragging])

  const nudge = (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key]
    const pulley = settled.drive.pulleys.find(({ id }) => id === selected)
    if (arrow === undefined || pulley === undefined) return
    event.preventDefault()
    const from = sketch?.shafts.has(pulley.shaft) === true ? (shown.places.get(pulley.shaft) ?? null) : null
    const by = NUDGE_MM * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1)
    store
      .getState()
      .edit('move a pulley', movedBy(pulley.shaft, from, { x: arrow[0] * by, y: arrow[1] * by }, stampNow()))
  }

  const placeOf = ({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }): Point => {
    const box = svg.current?.getBoundingClientRect()
    return {
      x: (clientX - (box?.left ?? 0) - camera.x) / camera.k,
      y: -(clientY - (box?.top ?? 0) - camera.y) / camera.k,
    }
  }
  const { photo } = settled.drive
  const doubt = threading === null ? null : doubtOf(solution, threading.belt, threading.entries)

  return (
    <div className={styles['drawing']} data-threading={threading !== null} data-photo={photo?.onto !== undefined}>
      {photo !== undefined && <PhotoUnderlay photo={photo} camera={camera} />}
      <svg
        ref={svg}
        className={styles['ground']}
        // One to one on the screen; on paper the same picture at the paper's size.
        viewBox={size.width > 0 ? `0 0 ${size.width} ${size.height}` : undefined}
        role="group"
        aria-label="The drive, seen from the front"
        onKeyDown={nudge}
        onClick={() => store.getState().select(null)}
      >
        <defs>
          <pattern id="dots" width={28} height={28} patternUnits="userSpaceOnUse">
            <circle cx={1} cy={1} r={0.8} fill="var(--line)" />
          </pattern>
        </defs>
        <rect width="100%" height="100%" fill="url(#dots)" />
        <g transform={`translate(${camera.x} ${camera.y}) scale(${camera.k})`}>
          <AdjusterLayer scale={camera.k} part="ghosts" />
          <PulleyLayer scale={camera.k} dragging={dragging} />
          <BeltLayer scale={camera.k} />
          <AdjusterLayer scale={camera.k} part="arm" />
          {measuring === 'places' && (
            <Suspense fallback={null}>
              <SurveyLayer scale={camera.k} />
            </Suspense>
          )}
          {step === 'speeds' && (
            <Suspense fallback={null}>
              <RimHandle scale={camera.k} placeOf={placeOf} />
            </Suspense>
          )}
          {measuring === 'adjusters' && (
            <Suspense fallback={null}>
              <AdjusterHandles scale={camera.k} placeOf={placeOf} />
            </Suspense>
          )}
        </g>
        {step === 'tension' && !setByHand && (
          <Suspense fallback={null}>
            <TensionLayer camera={camera} />
          </Suspense>
        )}
        {step === 'alignment' && (
          <Suspense fallback={null}>
            <AlignmentLayer camera={camera} />
          </Suspense>
        )}
        {chain.length > 0 && (
          <Suspense fallback={null}>
            <ChainLayer links={chain} />
          </Suspense>
        )}
        <LabelLayer camera={camera} size={size} keepClear={chips} withEnds={step !== 'tension'} />
        {/* Over the labels: what a hand looks for at this moment comes first. */}
        {step === 'tension' && setByHand && (
          <Suspense fallback={null}>
            <SettingLayer camera={camera} />
          </Suspense>
        )}
        <ScaleBar scale={camera.k} height={size.height} />
      </svg>
      <p
        className={styles['hint']}
        data-refused={threading?.refusal != null || doubt !== null}
        role={threading === null ? undefined : 'status'}
      >
        {threading === null
          ? sketch === null
            ? `Seen from the front. The notched edge of a belt is its ${inHand === undefined ? 'inner side' : innerSide(inHand.belt.section)}.`
            : 'Dashed: a guess, not read yet. Drag each part to where it sits, tap it to measure it.'
          : threadingWords(threading, doubt)}
      </p>
      <div className={styles['zoom']} role="group" aria-label="View">
        <Button aria-label="Zoom in" icon={<PlusOutlined aria-hidden />} onClick={() => zoomBy(1.25)} />
        <Button aria-label="Zoom out" icon={<MinusOutlined aria-hidden />} onClick={() => zoomBy(0.8)} />
        <Button aria-label="Fit to view" icon={<FullscreenOutlined aria-hidden />} onClick={fit} />
      </div>
    </div>
  )
}

function threadingWords({ entries, refusal }: ThreadingBelt, doubt: string | null): string {
  if (refusal !== null) return refusal
  if (doubt !== null) return `${doubt} Undo it, or check the sizes and positions.`
  if (entries.length === 0)
    return 'Tap the pulleys in belt order, in the direction the crank turns. Start at the crank.'
  if (entries.length === 1) return 'Now tap the next pulley.'
  return 'Continue. Tap the first pulley again to close the belt. Backspace removes the last one, Esc cancels.'
}

/** Changes when parts get or lose a place, or when tape or photo move them. */
function foundPlaces({ drive, places }: SettledDrive): string {
  return drive.shafts
    .map(({ id, x, y, placed }) =>
      placed?.how === 'distances' || placed?.how === 'photo' ? `${id} ${x} ${y}` : places.has(id) ? id : '',
    )
    .join()
}

/** In Speeds the way from the crank to the shaft asked about stands on the drawing. */
function useChain(step: StepId, camera: Camera): readonly ChainLink[] {
  const { settled, shown: drawn, sketch } = useBench()
  // Figures never come from a guess.
  const shown = sketch === null ? drawn : settled
  const asked = useBenchState(({ speeds, selected }) =>
    step !== 'speeds' ? undefined : (speeds.shaft ?? shown.drive.pulleys.find(({ id }) => id === selected)?.shaft),
  )
  return useMemo(() => (asked === undefined ? [] : chainTo(shown, asked, camera)), [shown, asked, camera])
}
