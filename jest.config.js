import { availableParallelism } from 'node:os'

const swc = {
  jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
  module: { type: 'es6' },
  sourceMaps: 'inline',
}
const base = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '\\.ts$': ['<rootDir>/scripts/jestTransform.cjs', swc] },
}
/** What stands on core from outside takes it as one script, except where it is asked which tests a change of core touches. */
const together = process.argv.some((word) => word.startsWith('--changedSince'))
  ? {}
  : {
      globalSetup: '<rootDir>/scripts/jestTogether.mjs',
      moduleNameMapper: { '^@brendik/(core|words)$': '<rootDir>/.data/jest/$1.mjs' },
    }
export default {
  testTimeout: 60_000,
  // Some wait for the clock or the database while others reckon.
  maxWorkers: availableParallelism() + 1,
  testSequencer: '<rootDir>/scripts/longestFirst.cjs',
  projects: [
    { ...base, displayName: 'core', testMatch: ['<rootDir>/packages/core/test/**/*.test.ts'] },
    { ...base, displayName: 'words', testMatch: ['<rootDir>/packages/words/test/**/*.test.ts'] },
    {
      ...base,
      displayName: 'web',
      testMatch: ['<rootDir>/apps/web/test/**/*.test.ts'],
      setupFiles: ['<rootDir>/apps/web/test/everyWord.ts'],
    },
    { ...base, ...together, displayName: 'rig', testMatch: ['<rootDir>/apps/rig/test/**/*.test.ts'] },
    { ...base, ...together, displayName: 'server', testMatch: ['<rootDir>/apps/server/test/**/*.test.ts'] },
  ],
}
