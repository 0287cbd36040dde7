import './index.css'
import { addTable } from '@brendik/words/lean'
import { loadPageWords } from './lib/loadWords.ts'
import { prefsNow } from './lib/prefs.ts'

// Whoever comes to another page than the first needs its words: they are on their way while the app is.
if (location.pathname !== '/') loadPageWords().catch(() => {})
// Words are read as the app's files are opened: the language's messages are there before any of them is.
if (prefsNow().language === 'es') addTable('es', (await import('@brendik/words/es-first')).FIRST)
const { openApp } = await import('./main.tsx')
await openApp()
