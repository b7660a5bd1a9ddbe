import type { VehicleSummary } from '@emery/core/api'

/** A vehicle by name and, where it has one, plate. */
export function vehicleTitle({ name, plate }: Pick<VehicleSummary, 'name' | 'plate'>): string {
  return plate === '' ? name : `${name} · ${plate}`
}
