import { expose } from 'comlink'
import { noiseWork } from './noise-work.ts'

expose(noiseWork)
