import { lazy, Suspense } from 'react'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import type { StepId } from '../bench/panels/steps.ts'
import { Drawing } from '../bench/drawing/drawing.tsx'

const PhotoMarking = lazy(async () => ({ default: (await import('../measure/photo/photo-marking.tsx')).PhotoMarking }))

/** The drawing; while a photo is being marked, the photo in its place. */
export function DrawingOrPhoto({ step }: { readonly step: StepId }) {
  const { settled } = useBench()
  const measuring = useBenchState((state) => state.measuring)
  const { photo } = settled.drive
  if (step === 'measure' && measuring === 'photo' && photo !== undefined)
    return (
      <Suspense fallback={<p role="status">Loading the photo …</p>}>
        <PhotoMarking key={photo.id} photo={photo} />
      </Suspense>
    )
  return <Drawing step={step} />
}
