import { expose } from 'comlink'
import { alignmentWork } from './alignment-work.ts'

expose(alignmentWork)
