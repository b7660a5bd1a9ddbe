import { driveJsonSchema } from '@emery/core/drive'
import { printJson, UsageError, type Command } from './command.ts'

export const schema: Command = {
  summary: 'the JSON Schema of the drive document',
  help: `emery schema\n\nPrints the JSON Schema of the drive document.`,
  run: (args, terminal) => {
    if (args.length > 0) throw new UsageError('schema takes no arguments.')
    printJson(terminal, driveJsonSchema())
    return 0
  },
}
