import { X509Certificate } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { isIP } from 'node:net'
import { join } from 'node:path'
import { lastLines, quietly } from './run-command.mjs'
import { Hindrance } from './say.mjs'

/** Days before its end at which the server's certificate is made again. */
const RENEW_DAYS = 30
const DAY_MS = 86_400_000

/**
 * What the authority may vouch for at all: addresses of private networks, and the names workshops give machines in them. A phone that trusts it
 * trusts it for nothing else, should its key be stolen.
 */
const PRIVATE = [
  { range: '10.0.0.0/255.0.0.0', of: /^10\./ },
  { range: '172.16.0.0/255.240.0.0', of: /^172\.(1[6-9]|2\d|3[01])\./ },
  { range: '192.168.0.0/255.255.0.0', of: /^192\.168\./ },
  { range: '127.0.0.0/255.0.0.0', of: /^127\./ },
]
const LOCAL_NAMES = ['localhost', 'local', 'lan', 'home.arpa']

/**
 * The workshop's own certificates in `folder`, made by openssl where they are missing, end soon, or lack a name. The authority is made once; its key
 * is readable by its owner only. Answers with the paths of the server's certificate, its key, and the authority's certificate.
 */
export async function workshopTls(folder, hostNames = []) {
  const names = [...new Set(['localhost', '127.0.0.1', hostname().toLowerCase(), ...hostNames, ...ownAddresses()])]
  const paths = {
    authority: join(folder, 'authority.crt'),
    cert: join(folder, 'server.crt'),
    key: join(folder, 'server.key'),
  }
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  chmodSync(folder, 0o700)
  const [authorityKey, permitted] = [join(folder, 'authority.key'), join(folder, 'authority.json')]
  if (![authorityKey, permitted, paths.authority].every(existsSync)) {
    const others = names.filter((name) => !isPrivate(name))
    await makeAuthority(paths.authority, authorityKey, others)
    writeFileSync(permitted, JSON.stringify(others), { mode: 0o600 })
  }
  chmodSync(authorityKey, 0o600)
  const allowed = JSON.parse(readFileSync(permitted, 'utf8'))
  const vouched = names.filter((name) => isPrivate(name) || allowed.includes(name))
  const beyond = hostNames.filter((name) => !vouched.includes(name))
  if (beyond.length > 0)
    throw new Hindrance(
      `The workshop’s authority was made without ${beyond.join(', ')}. Delete ${folder} for a new one; phones must then be told to trust that one.`,
    )
  if (!isGood(paths.cert, vouched)) await makeServer(folder, paths, authorityKey, vouched)
  chmodSync(paths.key, 0o600)
  return paths
}

function isPrivate(name) {
  if (isIP(name) !== 0) return PRIVATE.some(({ of }) => of.test(name))
  return LOCAL_NAMES.some((local) => name === local || name.endsWith(`.${local}`))
}

async function makeAuthority(cert, key, others) {
  const permitted = [
    ...PRIVATE.map(({ range }) => `permitted;IP:${range}`),
    ...LOCAL_NAMES.map((name) => `permitted;DNS:${name}`),
    ...others.map((name) => (isIP(name) === 0 ? `permitted;DNS:${name}` : `permitted;IP:${name}/255.255.255.255`)),
  ]
  await openssl(
    ['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes', '-days', '3650', '-sha256'],
    ['-keyout', key, '-out', cert, '-subj', `/CN=Emery of this workshop (${hostname()})`],
    ['-addext', 'keyUsage=critical,keyCertSign,cRLSign'],
    ['-addext', `nameConstraints=critical,${permitted.join(',')}`],
  )
}

async function makeServer(folder, { authority, cert, key }, authorityKey, names) {
  const [request, extensions] = [join(folder, 'server.csr'), join(folder, 'server.ext')]
  const alternatives = names.map((name) => `${isIP(name) === 0 ? 'DNS' : 'IP'}:${name}`)
  writeFileSync(
    extensions,
    `basicConstraints=CA:FALSE\nkeyUsage=critical,digitalSignature\nextendedKeyUsage=serverAuth\nsubjectAltName=${alternatives.join(',')}\n`,
    { mode: 0o600 },
  )
  await openssl(
    ['req', '-new', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes', '-sha256'],
    ['-keyout', key, '-out', request, '-subj', '/CN=Emery'],
  )
  await openssl(
    ['x509', '-req', '-in', request, '-CA', authority, '-CAkey', authorityKey, '-CAcreateserial', '-sha256'],
    // Phones refuse what is good for longer.
    ['-days', '397', '-extfile', extensions, '-out', cert],
  )
}

/** Whether a certificate is there, lasts a while yet, and stands for all names. */
function isGood(path, names) {
  if (!existsSync(path)) return false
  const certificate = new X509Certificate(readFileSync(path))
  const left = new Date(certificate.validTo).getTime() - Date.now()
  const stands = (name) => (isIP(name) === 0 ? certificate.checkHost(name) : certificate.checkIP(name)) !== undefined
  return left > RENEW_DAYS * DAY_MS && names.every(stands)
}

async function openssl(...args) {
  const before = process.umask(0o077)
  try {
    const { status, output } = await quietly('openssl', args.flat())
    if (status !== 0) throw new Hindrance(`The workshop’s certificate could not be made: ${lastLines(output)}`)
  } finally {
    process.umask(before)
  }
}

/** The addresses of this machine in its networks. */
export function ownAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter(({ family, internal, address }) => family === 'IPv4' && !internal && !address.startsWith('169.254.'))
    .map(({ address }) => address)
}
