import { expose } from 'comlink'
import { pluckWork } from './pluck-work.ts'

expose(pluckWork)
