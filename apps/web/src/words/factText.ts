import type { VisitEntry } from '@brendik/core'
import { dateText } from '../lib/time.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import type { Fact } from '../outbox/keptFact.ts'
import { checkWord, observedText } from './observedText.ts'
import { fieldName } from './recordText.ts'
import { KIND_WORD } from './runText.ts'

/** What somebody recorded, in a few words. */
export function factText(fact: Fact, units: UnitSystem): string {
  switch (fact.kind) {
    case 'look':
      return fact.said.type === 'withdrawn'
        ? 'A look taken back'
        : `${checkWord(fact.said)}: ${observedText(fact.said, units)}`
    case 'entry':
      return entryText(fact.said.topic, fact.said.value)
    case 'run':
      return runText(fact.event, units)
    case 'photo':
      return `Photo of ${dateText(fact.atMs, 'time')}`
    case 'visit':
      return fact.visit.complaint === '' ? 'The visit' : `The visit: ${fact.visit.complaint}`
    case 'closed':
      return fact.closedAtMs === null ? 'The visit opened again' : 'The visit closed'
    case 'machine':
      return `Machine: ${fact.spec.label}`
    case 'site':
      return `Place: ${fact.site.name}`
    case 'customer':
      return `Customer: ${fact.customer.name}`
    case 'rival':
      return 'Which of two stands'
  }
}

function entryText(topic: string, value: VisitEntry['value']): string {
  const [what = '', of = ''] = topic.split(':')
  const words: Record<string, string> = {
    note: `Note, ${of}`,
    result: `Result, ${of}`,
    status: `Stage ${of}`,
    state: `Machine, ${of}`,
    act: 'What was done',
  }
  const said = value === null ? 'taken back' : what === 'act' ? null : String(value)
  return said === null ? (words[what] ?? what) : `${words[what] ?? topic}: ${said}`
}

function runText(event: Extract<Fact, { kind: 'run' }>['event'], units: UnitSystem): string {
  switch (event.type) {
    case 'planned':
      return `${KIND_WORD[event.plan.kind]} set up`
    case 'started':
      return 'Start of a run'
    case 'stopped':
      return 'Stop of a run'
    case 'levelRead':
      return `Level ${withUnit(units, 'level', event.levelMm)}`
    case 'flowRead':
      return `Flow ${withUnit(units, 'flow', event.flowLMin)}`
    case 'marked':
      return `Mark: ${event.what.replace('-', ' ')}`
    case 'withdrawn':
      return 'An entry taken back'
  }
}

/** Why it was not taken, with the field by its name where the server names it by its path. */
export function reasonText(fact: Fact, message: string): string {
  const [, path, reason] = /^([\w.]+): (.+)$/s.exec(message) ?? []
  if (path === undefined || reason === undefined) return message
  const keys = path.split('.')
  if (/^(observations|entries|events)$/.test(keys[0] ?? '')) return sentence(reason)
  const places = fact.kind === 'machine' ? [['spec', ...keys], ['record', ...keys], keys] : [keys]
  const known = places.map(fieldName).find((name, i) => name !== places[i]?.join('.'))
  return `${known ?? path}: ${reason}`
}
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
