/** What the other packages may take from here. */
export { type JsonSchema, jsonSchemaOf } from './json-schema.ts'
export { at } from './schema-kit.ts'
export { nestedDeeper } from './nesting.ts'
export { MAX_PROBLEMS, type Problem, problemsOf } from './problems.ts'
