#!/usr/bin/env node
import { register } from 'tsx/esm/api'

// The command line runs the TypeScript source as it is: nothing to build after install.
register()
await import('../src/cli/brendik.ts')
