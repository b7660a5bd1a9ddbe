import { fork } from 'node:child_process'
import { join } from 'node:path'
import { DEMO, ROOT, SERVER_DIST } from './places.mjs'
import { lastLines } from './run-command.mjs'
import { Hindrance } from './say.mjs'

/** Starts Emery's built server in a process of its own; resolves once it listens, with its port. */
export function startServer({
  databaseUrl,
  port,
  host,
  logFile,
  webDir,
  demoDir,
  copiesDir,
  tls,
  publicUrl,
  environment = {},
}) {
  const env = {
    ...process.env,
    EMERY_DATABASE_URL: databaseUrl,
    EMERY_PORT: String(port),
    NODE_ENV: 'production',
    ...environment,
  }
  const optional = {
    EMERY_HOST: host,
    EMERY_LOG_FILE: logFile,
    EMERY_WEB_DIR: webDir,
    EMERY_DEMO_DIR: demoDir,
    EMERY_COPIES_DIR: copiesDir,
    EMERY_EXAMPLES_DIR: DEMO,
    EMERY_PUBLIC_URL: publicUrl,
    EMERY_TLS_CERT: tls?.cert,
    EMERY_TLS_KEY: tls?.key,
    EMERY_TLS_AUTHORITY: tls?.authority,
    EMERY_TLS_PORT: tls && String(tls.port),
  }
  for (const [name, value] of Object.entries(optional)) if (value !== undefined) env[name] = value
  const child = fork(join(SERVER_DIST, 'main.mjs'), {
    cwd: ROOT,
    execArgv: ['--enable-source-maps'],
    env,
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
  })
  let complaint = ''
  // The end of it is enough to say why.
  child.stderr.on('data', (chunk) => (complaint = (complaint + chunk).slice(-4000)))
  return new Promise((resolve, reject) => {
    child.once('exit', () =>
      reject(new Hindrance(complaint.trim() === '' ? 'The server stopped before it was ready.' : complaint.trim())),
    )
    child.on('message', (message) => {
      if (message.listening === undefined) return
      child.removeAllListeners('exit')
      resolve({
        port: message.listening,
        child,
        /** What it complained of last. */
        lastWords: () => lastLines(complaint, 3),
        stop: () =>
          new Promise((done) => {
            if (child.exitCode !== null || child.signalCode !== null) return done()
            child.once('exit', done)
            child.kill('SIGTERM')
          }),
      })
    })
  })
}
