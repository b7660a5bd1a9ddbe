import { createRoot } from 'react-dom/client'
import { App } from './app/app.tsx'
import { reloadWhenOutdated } from './app/chunks.ts'
import './ui/styles/fonts.ts'
import './ui/styles/tokens.css'

const root = document.getElementById('root')
if (root === null) throw new Error('index.html has no place for the application.')
reloadWhenOutdated()
createRoot(root).render(<App />)
