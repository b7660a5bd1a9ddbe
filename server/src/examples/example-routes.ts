import { Router } from 'express'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { ExampleDrive } from '@emery/core/api'
import { readDriveText } from '@emery/core/drive'
import type { Operations } from '../http/operations.ts'
import { ApiError } from '../http/errors.ts'

interface Garage {
  readonly vehicles: readonly {
    readonly name: string
    readonly drives: readonly { readonly id: string; readonly file: string }[]
  }[]
}

/** Where the picture of the made-up engine lies in the examples' folder: the camera of those who have none. */
const PRACTICE_PHOTO = join('photos', 'engine-front.jpg')

/** Made-up drives to start from and a made-up picture to practise on, out of a folder that ships with Emery. */
export function exampleRoutes(folder: string | undefined): Router {
  const routes = Router()
  routes.get('/', (_request, response) => {
    response.json({ examples: folder === undefined ? [] : examplesIn(folder) })
  })
  routes.get('/photo', (_request, response) => {
    if (folder === undefined || !existsSync(join(folder, PRACTICE_PHOTO))) throw new ApiError('NOT_FOUND')
    response.type('image/jpeg').send(readFileSync(join(folder, PRACTICE_PHOTO)))
  })
  return routes
}

function examplesIn(folder: string): ExampleDrive[] {
  const garage = JSON.parse(readFileSync(join(folder, 'garage.json'), 'utf8')) as Garage
  return garage.vehicles.flatMap(({ name, drives }) =>
    drives.flatMap(({ id, file }) => {
      const read = readDriveText(readFileSync(join(folder, file), 'utf8'))
      return read.ok ? [{ id, name: `${name}, ${read.drive.name}`, document: read.drive }] : []
    }),
  )
}

export const exampleOperations: Operations = {
  'GET /': { summary: 'Made-up drives to begin from' },
  'GET /photo': { summary: 'A made-up engine to practise on', answers: 'image/jpeg' },
}
