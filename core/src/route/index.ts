/** What the other packages may take from here. */
export { pulleysForBelt } from './route-set.ts'
export { type RouteOption, type RouteProgress, routeSearch, type RouteSearch, searchRoutes } from './search.ts'
