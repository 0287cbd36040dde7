import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  ACCESS_WAYS,
  BRANCHES,
  CALCULATOR_IDS,
  CAUTION_IDS,
  CHECKS,
  FAMILY_IDS,
  FILL_CAUSES,
  familyDefaults,
  JOB_IDS,
  LEAK_PHASES,
  PROTOCOL_IDS,
  PROTOCOLS,
  WRONG_TURN_IDS,
} from '@brendik/core'
import { describe, expect, it } from '@jest/globals'
import { IntlMessageFormat } from 'intl-messageformat'
import { FAULT_IDS, PART_IDS } from '../../core/src/catalogue/catalogueIds.ts'
import { jobSteps } from '../../core/src/guide/jobs/jobPlan.ts'
import { type MessageId, makeWords, type Values } from '../src/index.ts'
import { FIRST } from '../src/messages/en/first.ts'
import { JOBS } from '../src/messages/en/jobs.ts'
import { PAGES } from '../src/messages/en/pages.ts'
import { SERVED } from '../src/messages/en/served.ts'
import { FIRST as FIRST_ES } from '../src/messages/es/first.ts'
import { JOBS as JOBS_ES } from '../src/messages/es/jobs.ts'
import { PAGES as PAGES_ES } from '../src/messages/es/pages.ts'
import { SERVED as SERVED_ES } from '../src/messages/es/served.ts'

const EN = { ...FIRST, ...PAGES, ...JOBS, ...SERVED }
const ES = { ...FIRST_ES, ...PAGES_ES, ...JOBS_ES, ...SERVED_ES }
type Pattern = ReturnType<IntlMessageFormat['getAst']>
const astOf = (text: string) => new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst()
/** Names of the values a pattern needs, with the choices where it chooses. */
function places(pattern: Pattern, into = new Map<string, Set<string> | null>()) {
  for (const piece of pattern) {
    if (piece.type === 0 || piece.type === 7) continue
    if (!('value' in piece) || typeof piece.value !== 'string') continue
    if (!('options' in piece)) {
      if (!into.get(piece.value)) into.set(piece.value, into.get(piece.value) ?? null)
      continue
    }
    const chosen = into.get(piece.value) ?? new Set<string>()
    for (const [name, option] of Object.entries(piece.options)) {
      chosen.add(name)
      places(option.value, into)
    }
    into.set(piece.value, chosen)
  }
  return into
}
const IDS = Object.keys(EN) as MessageId[]

/** Every way to fill a message: each choice once, with plain signs in its places. */
function fillings(id: MessageId, table: Record<string, string>): Values[] {
  const needed = [...places(astOf(table[id] as string))].filter(([name]) => name !== 'units')
  const most = Math.max(1, ...needed.map(([, choices]) => choices?.size ?? 1))
  return Array.from({ length: most }, (_, n) =>
    Object.fromEntries(
      needed.map(([name, choices]) => {
        if (!choices) return [name, '§']
        const choice = [...choices][n % choices.size] as string
        // A plural is filled with numbers, a choice by its name.
        return [name, choice === 'one' ? 1 : choice === 'other' && choices.has('one') ? 3 : choice]
      }),
    ),
  )
}

describe('every message', () => {
  const METRIC_UNIT = /\d[\d.,]* ?(?:mm|cm|mL|L|L\/min|L\/h|kPa|bar|°C|m|kg)(?![\p{L}/])/u
  const US_UNIT = /\d[\d.,½¼¾⅝/]* ?(?:in|ft|gal|gallons?|fl oz|psi|°F|gpm|lb)(?!\p{L})/u
  it.each(['en', 'es', 'pseudo'] as const)(
    'can be said in %s, in both systems of units and only in the one chosen',
    (language) => {
      const table = language === 'es' ? ES : EN
      // Told all at once: there are hundreds of thousands of texts.
      const off: string[] = []
      for (const units of ['metric', 'us'] as const) {
        const words = makeWords(language, units)
        for (const id of IDS)
          for (const values of fillings(id, table)) {
            const text = words.t(id, values)
            if (text.trim() === '') off.push(`${id}, ${units}: says nothing`)
            if (/[{}]|undefined|NaN/.test(text)) off.push(`${id}, ${units}: has holes: ${text}`)
            // The size of a tool is its name.
            const wrong = id.startsWith('tool.')
              ? undefined
              : (units === 'us' ? METRIC_UNIT : US_UNIT).exec(text)?.[0]
            if (wrong) off.push(`${id}, ${units}: ${wrong}`)
          }
      }
      expect(off).toEqual([])
    },
  )
  it('needs the same values in Spanish, and offers the same choices', () => {
    for (const id of IDS) {
      const [en, es] = [places(astOf(EN[id])), places(astOf(ES[id]))]
      expect([id, [...es.keys()].sort()]).toEqual([id, [...en.keys()].sort()])
      for (const [name, choices] of en)
        expect([id, name, [...(es.get(name) ?? [])].sort()]).toEqual([id, name, [...(choices ?? [])].sort()])
    }
  })
  it('keeps to typographic marks: a straight apostrophe would start a quotation in a pattern', () => {
    for (const table of [EN, ES] as Record<string, string>[])
      for (const [id, text] of Object.entries(table)) expect([id, text.includes("'")]).toEqual([id, false])
  })
})

describe('every card of core', () => {
  const lacking = (ids: readonly string[]) => ids.filter((id) => !(id in EN))
  it('has its words', () => {
    expect(lacking(PART_IDS.map((id) => `part.${id}`))).toEqual([])
    expect(lacking(CAUTION_IDS.map((id) => `caution.${id}`))).toEqual([])
    expect(lacking(ACCESS_WAYS.map((id) => `access.${id}`))).toEqual([])
    expect(lacking(WRONG_TURN_IDS.map((id) => `wrong-turn.${id}`))).toEqual([])
    expect(lacking(FILL_CAUSES.map((id) => `cause.${id}`))).toEqual([])
    expect(lacking(FAULT_IDS.map((id) => `fault.${id}`))).toEqual([])
    for (const family of FAMILY_IDS)
      for (const job of JOB_IDS)
        for (const step of jobSteps(job, familyDefaults(family), { counterweight: 'yes' }))
          expect(
            lacking([
              `job.${job}`,
              `step.${step.id}`,
              ...(step.decides ? [`decides.${step.id}`] : []),
              ...(step.tools ?? []).map((tool) => `tool.${tool}`),
              ...(step.takes ? [`taken.${step.takes.what}`] : []),
              ...(step.branch
                ? [step.branch, ...BRANCHES[step.branch].map((one) => `${step.branch}.${one}`)].map(
                    (one) => `branch.${one}`,
                  )
                : []),
            ]),
          ).toEqual([])
    expect(lacking(LEAK_PHASES.flatMap((id) => [`watch.${id}.first`, `watch.${id}.lookAt`]))).toEqual([])
    expect(
      lacking(
        CALCULATOR_IDS.flatMap((id) =>
          ['', '.use', '.formula', '.assumes', '.source'].map((part) => `calculator.${id}${part}`),
        ),
      ),
    ).toEqual([])
    expect(lacking(CHECKS.map(({ id }) => `how.${id}`))).toEqual(['how.complaint'])
    expect(
      lacking(
        CHECKS.flatMap((check) => [
          `check.${check.id}`,
          ...(check.kind === 'choice' ? check.outcomes.map((o) => `check.${check.id}.${o.value}`) : []),
        ]),
      ),
    ).toEqual([])
    expect(
      lacking(
        PROTOCOL_IDS.flatMap((id) => [
          ...['', '.separates', '.needs', '.leaves', '.stopWhen', '.worth'].map(
            (part) => `protocol.${id}${part}`,
          ),
          ...PROTOCOLS[id].steps.flatMap((step) => [
            `protocol.${id}.${step.id}`,
            `protocol.${id}.${step.id}.first`,
            `protocol.${id}.${step.id}.act`,
            ...(step.kind === 'run' ? [`protocol.${id}.${step.id}.stopWhen`] : []),
          ]),
        ]),
      ),
    ).toEqual([])
  })
})

/** Every file of a folder below the root of the project. */
function sources(folder: string): { path: string; text: string }[] {
  const walk = (at: string): string[] =>
    readdirSync(at, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory()
        ? walk(join(at, entry.name))
        : /\.tsx?$/.test(entry.name)
          ? [join(at, entry.name)]
          : [],
    )
  return walk(folder).map((path) => ({ path, text: readFileSync(path, 'utf8') }))
}

describe('what core says', () => {
  const files = sources('packages/core/src')
  it('is in the table', () => {
    const said = files.flatMap(({ text }) =>
      [...text.matchAll(/\bmessage\(\s*'([^']+)'/g)].map((match) => match[1] as string),
    )
    expect(said.length).toBeGreaterThan(80)
    expect(said.filter((id) => !(id in EN))).toEqual([])
  })
  it('is no sentence: words and units are made in one place', () => {
    const sentence = /(['"`])(?:(?!\1).)*[a-z’]{2,} [a-z’]{2,} [a-z’]{2,}(?:(?!\1).)*\1/
    // Errors name the value and what was expected, for whoever calls; a document or a command line shows them as they are.
    const offenders = files.flatMap(({ path, text }) =>
      text
        .split('\n')
        .filter((line) => sentence.test(line) && !/^\s*(\*|\/\/|\/\*)/.test(line))
        .filter((line) => !/expected|differ in length|no root|no values|no resistance|textUpTo/.test(line))
        .map((line) => `${path}: ${line.trim()}`),
    )
    expect(offenders).toEqual([])
  })
})

/** Names of an object literal's own keys, from its opening brace on; null where it spreads another. */
function keysOf(text: string, from: number): string[] | null {
  const keys: string[] = []
  let depth = 0
  let atKey = true
  for (let i = from; i < text.length; i++) {
    const sign = text[i] as string
    if (sign === "'" || sign === '"' || sign === '`') {
      for (i++; text[i] !== sign; i++) if (text[i] === '\\') i++
      continue
    }
    if ('{(['.includes(sign)) depth++
    if ('})]'.includes(sign) && --depth === 0) return keys
    if (depth !== 1) continue
    if (text.startsWith('...', i)) return null
    const key = atKey ? /^[A-Za-z]\w*/.exec(text.slice(i))?.[0] : undefined
    if (key) {
      keys.push(key)
      i += key.length - 1
      atKey = false
    }
    if (sign === ',') atKey = true
  }
  return keys
}

it('every call gives what its message needs, and nothing else', () => {
  const calls: [string, string, string[]][] = []
  for (const { path, text } of [...sources('apps/web/src'), ...sources('packages')].filter(
    ({ path }) => !/[\\/]test[\\/]|node_modules/.test(path),
  ))
    for (const match of text.matchAll(/\b(?:t|tLines|message|asText)\(\s*'([^']+)'\s*(,\s*\{|\))/g)) {
      const keys = match[2] === ')' ? [] : keysOf(text, match.index + match[0].length - 1)
      if (keys) calls.push([path, match[1] as string, keys])
    }
  expect(calls.length).toBeGreaterThan(900)
  const wrong = calls.filter(([, id, keys]) => {
    const text = (EN as Record<string, string>)[id]
    if (text === undefined) return true
    const needed = [...places(astOf(text)).keys()].filter((name) => name !== 'units')
    return needed.some((name) => !keys.includes(name))
  })
  expect(wrong).toEqual([])
})
it('has no step of a repair that no job has', () => {
  const steps = new Set(
    FAMILY_IDS.flatMap((family) =>
      JOB_IDS.flatMap((job) => jobSteps(job, familyDefaults(family), { counterweight: 'yes' })),
    ).flatMap(({ id, decides }) => [`step.${id}`, ...(decides ? [`decides.${id}`] : [])]),
  )
  const rear = jobSteps('tub-pump-hose', {
    ...familyDefaults('front-load'),
    construction: { pumpRoute: 'side', pumpRow: null },
  }).map(({ id }) => `step.${id}`)
  for (const id of rear) steps.add(id)
  expect(Object.keys(JOBS).filter((id) => /^(step|decides)\./.test(id) && !steps.has(id))).toEqual([])
})
it('says nothing that nobody says', () => {
  const all = [...sources('apps'), ...sources('packages')]
    .filter(({ path }) => !/node_modules|words.src.messages/.test(path))
    .map(({ text }) => text)
    .join('\n')
  // Ids that are put together from codes.
  const made =
    /^(part|check|protocol|calculator|caution|fault|watch|found|access|wrong-turn|cause|propose|run|slip|visit|act|verdict|column|withdrawn|word|expected|supply|how|job|step|decides|tool|taken|branch|drawn|tableColumn|api|apiPart|log\.role|log\.form|restsOn)\./
  expect(IDS.filter((id) => !made.test(id) && !all.includes(`'${id}'`))).toEqual([])
})
