import { runMain } from './lib/say.mjs'
import { buildServer, buildWeb } from './lib/set-up.mjs'

/** `npm run build`: pages and server, where their sources have changed; what comes out runs with Node and the packages of production alone. */
await runMain(async () => {
  await buildWeb()
  await buildServer()
})
