import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import type { Box } from '../../ui/drive-shapes/drive-bounds.ts'

/** How the drawing is looked at: pixels = mm · k + (x, y). Never saved with a drive. */
export interface Camera {
  readonly k: number
  readonly x: number
  readonly y: number
}

export interface CameraControls {
  readonly camera: Camera
  readonly size: { readonly width: number; readonly height: number }
  readonly fit: () => void
  /** The same, unless someone has moved the camera. */
  readonly fitIfUntouched: () => void
  readonly zoomBy: (factor: number) => void
}

/** Pixels a millimetre may take: from a lorry's whole front to a single groove. */
const ZOOM_RANGE: [number, number] = [0.15, 12]
/** Pixels kept free round a fitted drive, for labels beside small pulleys. */
const MARGIN: Margin = { side: 96, top: 44, bottom: 52 }
/** On a narrow screen labels have less room beside the drive and more above it. */
const NARROW_PX = 520
const NARROW_MARGIN: Margin = { side: 64, top: 60, bottom: 60 }

interface Margin {
  readonly side: number
  readonly top: number
  readonly bottom: number
}

/** Pan with a drag on the ground, zoom with wheel, pinch or buttons; fits the drive until someone has moved the camera. */
export function useCamera(svg: RefObject<SVGSVGElement | null>, bounds: Box, fixed?: Margin): CameraControls {
  const [camera, setCamera] = useState<Camera>({ k: 1, x: 0, y: 0 })
  const [size, setSize] = useState({ width: 0, height: 0 })
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null)
  const movedByHand = useRef(false)
  const latestBounds = useRef(bounds)
  useEffect(() => {
    latestBounds.current = bounds
  }, [bounds])

  const fit = useCallback(() => {
    const element = svg.current
    if (element === null || behaviour.current === null) return
    const { width, height } = element.getBoundingClientRect()
    if (width === 0 || height === 0) return
    const { left, top, right, bottom } = latestBounds.current
    const margin = fixed ?? (width < NARROW_PX ? NARROW_MARGIN : MARGIN)
    const roomX = Math.max(width - 2 * margin.side, 100)
    const roomY = Math.max(height - margin.top - margin.bottom, 100)
    const k = Math.min(ZOOM_RANGE[1], Math.max(ZOOM_RANGE[0], Math.min(roomX / (right - left), roomY / (bottom - top))))
    const x = width / 2 - (k * (left + right)) / 2
    const y = margin.top + roomY / 2 - (k * (top + bottom)) / 2
    movedByHand.current = false
    behaviour.current.transform(select(element), zoomIdentity.translate(x, y).scale(k))
  }, [svg, fixed])

  useEffect(() => {
    const element = svg.current
    if (element === null) return
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent(ZOOM_RANGE)
      .filter((event: Event) => {
        const onPulley = event.target instanceof Element && event.target.closest('[data-pulley]') !== null
        const otherButton = event instanceof MouseEvent && event.button !== 0
        return !otherButton && (event.type === 'wheel' || !onPulley)
      })
      .on('zoom', (event: { transform: Camera; sourceEvent: Event | null }) => {
        if (event.sourceEvent !== null) movedByHand.current = true
        const { k, x, y } = event.transform
        setCamera({ k, x, y })
      })
    behaviour.current = zooming
    const selection = select(element)
    selection.call(zooming).on('dblclick.zoom', null)
    const observer = new ResizeObserver(() => {
      const { width, height } = element.getBoundingClientRect()
      setSize({ width, height })
      if (!movedByHand.current) fit()
    })
    observer.observe(element)
    return () => {
      observer.disconnect()
      selection.on('.zoom', null)
    }
  }, [svg, fit])

  const zoomBy = useCallback(
    (factor: number) => {
      if (svg.current === null || behaviour.current === null) return
      movedByHand.current = true
      behaviour.current.scaleBy(select(svg.current), factor)
    },
    [svg],
  )
  const fitIfUntouched = useCallback(() => {
    if (!movedByHand.current) fit()
  }, [fit])
  return { camera, size, fit, fitIfUntouched, zoomBy }
}
