/** A value kept as JSON text, of up to 16 MB: TypeORM’s own `simple-json` ends at 64 kB. */
export const jsonColumn = {
  type: 'mediumtext',
  transformer: {
    to: (value: unknown) => JSON.stringify(value),
    from: (text: string): unknown => JSON.parse(text),
  },
} as const
