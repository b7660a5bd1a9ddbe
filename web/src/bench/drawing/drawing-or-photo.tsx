import { useBench, useBenchState } from '../bench-context.ts'
import { PhotoMarking } from '../photo/photo-marking.tsx'
import type { StepId } from '../steps/steps.ts'
import { Drawing } from './drawing.tsx'

/** The drawing; while a photo is being marked, the photo in its place. */
export function DrawingOrPhoto({ step }: { readonly step: StepId }) {
  const { settled } = useBench()
  const measuring = useBenchState((state) => state.measuring)
  const { photo } = settled.drive
  if (step === 'measure' && measuring === 'photo' && photo !== undefined)
    return <PhotoMarking key={photo.id} photo={photo} />
  return <Drawing step={step} />
}
