/** What one address answers, for docs that are made from it: `/api/openapi.json`. */
export interface Operation {
  /** What it does, in a line. */
  readonly summary: string
  /** Schema of the JSON that is sent along; or the type of anything else. */
  readonly body?: object | BodyOf
  /** Keys of the address after its question mark, each with what it says. */
  readonly query?: Readonly<Record<string, string>>
  /** Status of the answer where all goes well; 200 where nothing is said. */
  readonly status?: 200 | 201 | 204
  /** Type of an answer that is not JSON. */
  readonly answers?: string
}

/** A body that is more than one schema: keys of its own beside the fields of a record, or something else than JSON. */
export class BodyOf {
  private constructor(
    readonly type: string,
    readonly fields: object | undefined,
    readonly beside: Readonly<Record<string, object>>,
  ) {}

  static file(type: string): BodyOf {
    return new BodyOf(type, undefined, {})
  }

  /** The fields of a record with other keys beside them: what a change is based on, for instance. */
  static json(beside: Readonly<Record<string, object>>, fields?: object): BodyOf {
    return new BodyOf('application/json', fields, beside)
  }
}

/** `GET /:id` and what it does, for every route of a router. */
export type Operations = Readonly<Record<string, Operation>>

/** Said of every change that goes on top of a version. */
export const BASED_ON_QUERY = { basedOn: 'The version this goes on top of.' }
