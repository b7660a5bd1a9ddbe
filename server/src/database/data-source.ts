import 'reflect-metadata'
import { DataSource } from 'typeorm'
import { DriveEntity, DriveRevisionEntity } from '../drives/drive.entity.ts'
import { VehicleEntity, VehicleRevisionEntity } from '../vehicles/vehicle.entity.ts'
import { VehiclesAndDrives1763900000000 } from './migrations/1763900000000-vehicles-and-drives.ts'

/** The connection to MariaDB. The schema changes by migrations only. */
export function dataSourceFor(url: string): DataSource {
  return new DataSource({
    type: 'mariadb',
    url,
    charset: 'utf8mb4_unicode_ci',
    timezone: 'Z',
    entities: [VehicleEntity, VehicleRevisionEntity, DriveEntity, DriveRevisionEntity],
    migrations: [VehiclesAndDrives1763900000000],
    migrationsTransactionMode: 'each',
    synchronize: false,
    poolSize: 10,
    connectTimeout: 5000,
  })
}
