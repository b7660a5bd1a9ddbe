import { expose } from 'comlink'
import { RunningWork } from './running-work.ts'

expose(new RunningWork())
