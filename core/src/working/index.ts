/** What the other packages may take from here. */
export { beltSpeedWorking, ratioWorking, speedWorking, timeWorking } from './speed-working.ts'
export { gripWorking } from './tension-working.ts'
export { wantedWorking } from './wanted-working.ts'
export { lengthWorking, type Working, type WorkingLine } from './working.ts'
