/** What the other packages may take from here. */
export { type Sketch, sketchDrive } from './sketch.ts'
