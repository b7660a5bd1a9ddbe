import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react'
import { useStore } from 'zustand'
import { STEPS, type StepId } from '../bench/panels/steps.ts'
import type { BenchParts } from '../bench/bench-context.ts'
import { PHONE_UPRIGHT, useMedia } from '../ui/use-media.ts'
import { pulleyName } from '../ui/pulley-name.ts'
import styles from './panes.module.css'

type Pane = 'drawing' | 'panel'

interface PanesProps {
  readonly step: StepId
  readonly parts: BenchParts
  readonly children: ReactNode
}

/**
 * The drawing over the tape, and the panel: side by side where there is room, one swipe or tap apart on a phone. There it is one strip
 * that scrolls from pane to pane, so that whatever takes the keyboard's focus comes into sight by itself.
 */
export function Panes({ step, parts, children }: PanesProps) {
  const phone = useMedia(PHONE_UPRIGHT)
  const strip = useRef<HTMLDivElement>(null)
  const [pane, setPane] = useState<Pane>('panel')
  const show = (next: Pane) => {
    const { current } = strip
    current?.scrollTo({ left: next === 'panel' ? current.clientWidth : 0 })
    setPane(next)
  }
  useLayoutEffect(() => {
    // What a drive is opened for is said in words; the drawing is where they are looked up.
    if (phone && strip.current !== null) strip.current.scrollLeft = strip.current.clientWidth
  }, [phone])
  // Threading and marking a photo are done with a finger on the drawing.
  const onDrawing = useStore(
    parts.store,
    ({ threading, measuring, drive }) => threading !== null || (measuring === 'photo' && drive.photo !== undefined),
  )
  const wanted = phone && onDrawing && (step === 'measure' || step === 'route')
  useEffect(() => {
    if (wanted) show('drawing')
  }, [wanted])
  return (
    <>
      <div
        ref={strip}
        className={styles['panes']}
        data-scrolls
        onScroll={({ currentTarget: { scrollLeft, clientWidth } }) =>
          phone && setPane(scrollLeft > clientWidth / 2 ? 'panel' : 'drawing')
        }
      >
        {children}
        {phone && pane === 'drawing' && <InHand parts={parts} onOpen={() => show('panel')} />}
      </div>
      {phone && (
        <div className={styles['switch']} role="group" aria-label="Shown">
          <button type="button" aria-pressed={pane === 'drawing'} onClick={() => show('drawing')}>
            Drawing
          </button>
          <button type="button" aria-pressed={pane === 'panel'} onClick={() => show('panel')}>
            {STEPS.find(({ id }) => id === step)?.label}
          </button>
        </div>
      )}
    </>
  )
}

/** The pulley that was pressed on the drawing, and the way to what is known of it. */
function InHand({ parts, onOpen }: { readonly parts: BenchParts; readonly onOpen: () => void }) {
  const selected = useStore(parts.store, (state) => state.selected)
  const { drive } = parts.settled
  const pulley = drive.pulleys.find(({ id }) => id === selected)
  if (pulley === undefined) return null
  return (
    <button type="button" className={styles['inHand']} onClick={onOpen}>
      {pulleyName(drive, pulley.id)}: open
    </button>
  )
}
