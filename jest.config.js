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
    { ...base, displayName: 'rig', testMatch: ['<rootDir>/apps/rig/test/**/*.test.ts'] },
    { ...base, displayName: 'server', testMatch: ['<rootDir>/apps/server/test/**/*.test.ts'] },
  ],
}
