import { expose } from 'comlink'
import { sizesWork } from './sizes-work.ts'

expose(sizesWork)
