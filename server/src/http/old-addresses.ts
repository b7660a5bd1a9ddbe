import type { RequestHandler } from 'express'

/** Addresses of pages and of the API from before they had their present names, and where they lead now. */
const MOVED: readonly (readonly [was: RegExp, is: string])[] = [
  [/^\/walkround(?=\/|$)/, '/inspection'],
  [/^(\/drives\/[^/]+)\/lineup$/, '$1/alignment'],
  [/^(\/drives\/[^/]+)\/fit$/, '$1/belt-change'],
  [/^(\/api\/drives\/[^/]+)\/findings(?=\/|$)/, '$1/diagnoses'],
  [/^(\/api\/drives\/[^/]+)\/walkrounds(?=\/|$)/, '$1/inspections'],
]

/** Sends an old address on to the present one, with what was asked along and by the same method. */
export const sendOn: RequestHandler = (request, response, next) => {
  const found = MOVED.find(([was]) => was.test(request.path))
  if (found === undefined) {
    next()
    return
  }
  const [was, is] = found
  response.redirect(308, `${request.path.replace(was, is)}${request.originalUrl.slice(request.path.length)}`)
}
