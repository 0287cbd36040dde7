import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from '@jest/globals'

const folder = mkdtempSync(join(tmpdir(), 'brendik-words-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const ENTRY = `import { say } from './say.js'\nsay('ui.close'); import('./pages/weigh.js')`
const SAYS = `import { say } from './say.js'\nsay('weigh.whatIsWrong')`
const HELPED = `${ENTRY}; import('./helper.js')`
/** Apps of their own: what stands in their files beside the usual, and the files that are put into one chunk. */
const APPS: Record<string, { files: Record<string, string>; together?: string }> = {
  sound: { files: { 'main.js': HELPED, 'helper.js': 'export const helper = 1' } },
  'said at once': { files: { 'main.js': `${ENTRY}; say('weigh.whatIsWrong')` } },
  'loaded by itself': { files: { 'main.js': HELPED, 'helper.js': SAYS } },
  'one chunk': {
    files: { 'main.js': HELPED, 'helper.js': 'export const helper = 1' },
    together: 'helper|weigh',
  },
  'put to a code': { files: { 'main.js': `${ENTRY}; const of = (x) => say(\`weigh.\${x}\`); of(1)` } },
}

/** The build runs outside Jest, whose objects are not those that the bundler knows. */
const BUILD = `
import { build } from 'vite'
import { firstWords } from ${JSON.stringify(new URL('../firstWords.ts', import.meta.url).href)}
const said = {}
for (const [name, { root, together }] of Object.entries(JSON.parse(process.argv[1]))) {
  const groups = together ? [{ name: 'together', test: new RegExp(together) }] : []
  said[name] = await build({
    root, configFile: false, logLevel: 'silent', plugins: [firstWords(/\\/pages\\//)],
    build: { write: false, rolldownOptions: { input: root + '/main.js', output: { codeSplitting: { groups } } } },
  }).then(() => 'built', (error) => error.message)
}
console.log(JSON.stringify(said))
`
let said: Record<string, string>

beforeAll(() => {
  const apps = Object.entries(APPS).map(([name, { files, together }]) => {
    const root = mkdtempSync(join(folder, 'app-'))
    mkdirSync(join(root, 'pages'))
    const all = {
      'say.js': 'export const say = (id) => document.append(id)',
      'pages/weigh.js': SAYS.replace('./say', '../say'),
      ...files,
    }
    for (const [file, code] of Object.entries(all)) writeFileSync(join(root, file), code)
    return [name, { root, together }]
  })
  const { NODE_OPTIONS: _, ...env } = process.env
  const args = [
    '--import',
    'tsx',
    '--input-type=module',
    '--eval',
    BUILD,
    JSON.stringify(Object.fromEntries(apps)),
  ]
  said = JSON.parse(
    execFileSync(process.execPath, args, { encoding: 'utf8', env, cwd: new URL('..', import.meta.url) }),
  )
}, 60_000)

it('an app is built whose first page says words of its own, and whose other pages wait for theirs', () => {
  expect(said.sound).toBe('built')
})

it.each(['said at once', 'loaded by itself', 'one chunk'])(
  'an app is not built that says a word before it is there: %s',
  (name) => {
    expect(said[name]).toMatch(
      /expected words of the first page \(messages\/en\/first\.ts\), got weigh\.whatIsWrong, which is read later/,
    )
  },
)

it('nor one that puts a code to the beginning of such a word', () => {
  expect(said['put to a code']).toMatch(/got weigh\., which is read later/)
})
