import type { VisitEntry } from '@brendik/core'
import { dateText } from '../lib/time.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { t } from '../lib/words.ts'
import type { Fact } from '../outbox/keptFact.ts'
import { checkWord, observedText } from './observedText.ts'
import { fieldName } from './recordText.ts'
import { kindMessage, MARK_WORD } from './runText.ts'
import { isStage, STAGE_NAME } from './stageText.ts'

/** What somebody recorded, in a few words. */
export function factText(fact: Fact, units: UnitSystem): string {
  switch (fact.kind) {
    case 'look':
      return fact.said.type === 'withdrawn'
        ? t('factText.aLookTakenBack')
        : `${checkWord(fact.said)}: ${observedText(fact.said, units)}`
    case 'entry':
      return entryText(fact.said.topic, fact.said.value)
    case 'run':
      return runText(fact.event, units)
    case 'photo':
      return t('factText.photoOf', { time: dateText(fact.atMs, 'time') })
    case 'visit':
      return fact.visit.complaint === ''
        ? t('ui.theVisit')
        : t('factText.theVisit', { complaint: fact.visit.complaint })
    case 'closed':
      return fact.closedAtMs === null ? t('factText.theVisitOpenedAgain') : t('factText.theVisitClosed')
    case 'machine':
      return t('factText.machine', { specLabel: fact.spec.label })
    case 'site':
      return t('factText.place', { siteName: fact.site.name })
    case 'customer':
      return t('factText.customer', { customerName: fact.customer.name })
    case 'rival':
      return t('factText.whichOfTwoStands')
  }
}

function entryText(topic: string, value: VisitEntry['value']): string {
  const [what = '', of = ''] = topic.split(':')
  const stage = isStage(of) ? STAGE_NAME[of] : of
  const words: Record<string, string> = {
    note: t('factText.note', { of: stage }),
    result: t('factText.result', { of: stage }),
    status: t('factText.stage', { of: stage }),
    state: t('factText.machine2', { of }),
    act: t('doneActs.whatWasDone'),
    'not-here': t('weigh.cannotBeMadeHere'),
  }
  const said =
    value === null ? t('factText.takenBack') : what === 'act' || what === 'not-here' ? null : String(value)
  return said === null ? (words[what] ?? what) : `${words[what] ?? topic}: ${said}`
}

function runText(event: Extract<Fact, { kind: 'run' }>['event'], units: UnitSystem): string {
  switch (event.type) {
    case 'planned':
      return t('factText.setUp', { kind: kindMessage(event.plan.kind) })
    case 'started':
      return t('factText.startOfARun')
    case 'stopped':
      return t('factText.stopOfARun')
    case 'levelRead':
      return t('factText.level', { level: withUnit(units, 'level', event.levelMm) })
    case 'flowRead':
      return t('factText.flow', { flow: withUnit(units, 'flow', event.flowLMin) })
    case 'marked':
      return t('factText.mark', { what: MARK_WORD[event.what] })
    case 'withdrawn':
      return t('factText.anEntryTakenBack')
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
