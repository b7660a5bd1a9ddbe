import { expose } from 'comlink'
import { gripWork } from './grip-work.ts'

expose(gripWork)
