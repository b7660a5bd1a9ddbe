import { jsonSchemaOf, type JsonSchema } from '../schema/json-schema.ts'
import { DRIVE_VERSION, driveSchema } from './drive.ts'

/** The drive document's JSON Schema (draft 2020-12), generated from the schemas that validate it. */
export function driveJsonSchema(): JsonSchema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Emery drive document, version ${DRIVE_VERSION}`,
    ...jsonSchemaOf(driveSchema),
  }
}
