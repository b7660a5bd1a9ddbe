import type { RequestHandler } from 'express'
import { isIP } from 'node:net'
import { ApiError } from './errors.ts'

/**
 * Keeps other web sites from talking to this server through a visitor's browser: the Host must be an address, localhost
 * or a name this server was told it has (so that a foreign name pointed at it is refused), and a request that says where
 * it comes from must come from the same host.
 */
export function ownSiteOnly(names: readonly string[]): RequestHandler {
  return (request, _response, next) => {
    const host = request.headers.host
    const origin = request.headers.origin
    if (host === undefined || !isOwnName(hostname(`http://${host}`), names)) throw new ApiError('FOREIGN_ORIGIN')
    if (origin !== undefined && hostOf(origin) !== host) throw new ApiError('FOREIGN_ORIGIN')
    // Browsers say this of themselves, and no page can unsay it; a link from elsewhere that opens a page is not meant here.
    if (request.headers['sec-fetch-site'] === 'cross-site') throw new ApiError('FOREIGN_ORIGIN')
    next()
  }
}

function isOwnName(name: string, names: readonly string[]): boolean {
  const bare = name.replace(/^\[|\]$/g, '')
  return bare === 'localhost' || isIP(bare) !== 0 || names.includes(bare)
}

function hostname(url: string): string {
  return URL.canParse(url) ? new URL(url).hostname : ''
}

function hostOf(url: string): string {
  return URL.canParse(url) ? new URL(url).host : ''
}
