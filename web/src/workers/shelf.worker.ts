import { expose } from 'comlink'
import { shelfWork } from './shelf-work.ts'

expose(shelfWork)
