import './index.css'
import { addTable } from '@brendik/words/lean'
import { prefsNow } from './lib/prefs.ts'

// Words are read as the app's files are opened: the language's messages are there before any of them is.
if (prefsNow().language === 'es') addTable('es', (await import('@brendik/words/es')).ES)
await import('./main.tsx')
