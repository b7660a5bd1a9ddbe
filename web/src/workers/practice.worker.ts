import { expose } from 'comlink'
import { PracticeWork } from './practice-work.ts'

expose(new PracticeWork())
