import { expose } from 'comlink'
import { rimsWork } from './rims-work.ts'

expose(rimsWork)
