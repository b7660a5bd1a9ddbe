import { expose } from 'comlink'
import { routeWork } from './route-work.ts'

expose(routeWork)
