import { addTable } from './lean.ts'
import { ES } from './messages/es/index.ts'

// Whoever asks for the package itself has every language: the server, the command line, the tests. The web app adds what it reads.
addTable('es', ES)

export * from './lean.ts'
