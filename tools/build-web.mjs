import { buildWeb } from './lib/set-up.mjs'
import { runMain } from './lib/say.mjs'

// Builds the pages where their sources have changed, and nothing else.
await runMain(buildWeb)
