import { fileURLToPath } from 'node:url'

/** Where the server's sources lie, with their statements and migrations: the same for this file and for `dist/main.mjs`. */
export const SOURCES = fileURLToPath(new URL('../src/', import.meta.url))
