import { expose } from 'comlink'
import { lineUpWork } from './line-up-work.ts'

expose(lineUpWork)
