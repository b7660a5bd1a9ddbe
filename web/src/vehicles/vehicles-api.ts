import { queryOptions } from '@tanstack/react-query'
import type { DriveRecord, FleetDone, VehicleFields, VehicleRecord } from '@emery/core/api'
import type { FleetRow } from '@emery/core/exchange'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

export const vehicleKeys = {
  all: ['vehicles'] as const,
  lists: ['vehicles', 'list'] as const,
  one: (id: string) => ['vehicles', 'one', id] as const,
}

export function vehicleListQuery(words: string) {
  return queryOptions({
    queryKey: [...vehicleKeys.lists, words],
    queryFn: async () =>
      (await ask<{ vehicles: VehicleRecord[] }>(`/vehicles?q=${encodeURIComponent(words)}`)).vehicles,
    placeholderData: (before) => before,
  })
}

export function vehicleQuery(id: string) {
  return queryOptions({ queryKey: vehicleKeys.one(id), queryFn: () => ask<VehicleRecord>(`/vehicles/${id}`) })
}

/** Drives on a vehicle. */
export function vehicleDrivesQuery(id: string) {
  return queryOptions({
    queryKey: ['drives', 'list', 'of', id],
    queryFn: async () => (await ask<{ drives: DriveRecord[] }>(`/drives?limit=100&vehicleId=${id}`)).drives,
  })
}

export const addVehicle = (fields: VehicleFields) =>
  write<VehicleRecord>({ method: 'POST', path: '/vehicles', json: fields })

/** Two thousand vehicles are as many writes. */
const FLEET_TIMEOUT_MS = 120_000

/** Vehicles by their plates: changed where they are known, else added. */
export const takeFleet = (vehicles: readonly FleetRow[]) =>
  write<FleetDone>({ method: 'POST', path: '/vehicles/fleet', json: { vehicles }, timeout: FLEET_TIMEOUT_MS })

/** `lastWasWrong` lets a distance be lower than the one before. */
export const saveVehicle = (id: string, basedOn: number, fields: VehicleFields, lastWasWrong = false) =>
  write<VehicleRecord>({ method: 'PUT', path: `/vehicles/${id}`, json: { basedOn, lastWasWrong, ...fields } })

export const removeVehicle = (id: string, basedOn: number) =>
  write<undefined>({ method: 'DELETE', path: `/vehicles/${id}?basedOn=${basedOn}` })

export const restoreVehicle = (id: string) => write<VehicleRecord>({ method: 'POST', path: `/vehicles/${id}/restore` })

/** A whole vehicle with its pictures over a workshop's wireless takes its time. */
const ZIP_TIMEOUT_MS = 120_000

export const bringVehicleIn = (zip: Blob) =>
  ask<VehicleRecord>('/vehicles/import', { method: 'POST', file: zip, timeout: ZIP_TIMEOUT_MS })

/** `from` is the vehicle it is seen on. */
export const moveDrive = (driveId: string, vehicleId: string | null, from: string | null) =>
  write<DriveRecord>({ method: 'PUT', path: `/drives/${driveId}/vehicle`, json: { vehicleId, from } })
