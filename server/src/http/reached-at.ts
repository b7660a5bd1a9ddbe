import { isIPv4 } from 'node:net'
import { networkInterfaces } from 'node:os'

interface Listening {
  /** Under which the world knows this server, as `https://emery.example`; none where it stands by itself. */
  readonly publicUrl?: string | undefined
  /** What it listens on without TLS, and with it. */
  readonly plain: { readonly host: string; readonly port: number }
  readonly tls?: { readonly host: string; readonly port: number } | undefined
  readonly hostNames: readonly string[]
}

/** Addresses under which another device of the workshop reaches this server, the best first; none where it listens on its own machine only. */
export function reachedAt({ publicUrl, plain, tls, hostNames }: Listening, own = ownAddresses()): readonly string[] {
  if (publicUrl !== undefined) return [publicUrl]
  const under = (scheme: string, { host, port }: { readonly host: string; readonly port: number }) => {
    if (isOwnMachine(host)) return []
    const names = host === '0.0.0.0' || host === '::' ? [...hostNames, ...own] : [host]
    return names.map((name) => `${scheme}://${name.includes(':') ? `[${name}]` : name}:${port}`)
  }
  return [...(tls === undefined ? [] : under('https', tls)), ...under('http', plain)]
}

export function isOwnMachine(host: string): boolean {
  return host === 'localhost' || host === '::1' || (isIPv4(host) && host.startsWith('127.'))
}

/** The machine's own addresses in its networks; what begins by 169.254 leads nowhere. */
export function ownAddresses(): readonly string[] {
  return Object.values(networkInterfaces())
    .flatMap((each) => each ?? [])
    .filter(({ family, internal, address }) => family === 'IPv4' && !internal && !address.startsWith('169.254.'))
    .map(({ address }) => address)
}
