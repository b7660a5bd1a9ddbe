import { expose } from 'comlink'
import { codeWork } from './code-work.ts'

expose(codeWork)
