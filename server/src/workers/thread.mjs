import { register } from 'tsx/esm/api'

// The server is TypeScript as it stands; a thread has to be told how to read it before it does.
register()

export const { placesOnDrives, readDrive, readVehicle } = await import('./heavy-work.ts')
