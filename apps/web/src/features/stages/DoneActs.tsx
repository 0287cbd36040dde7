import {
  ACT_WORDS,
  type ActWord,
  actsOfEntries,
  actTouchesRun,
  actValue,
  type PartId,
  partsAtSite,
  type RunKind,
  type StageId,
  TAPS,
  type Tap,
} from '@brendik/core'
import { actWords } from '@brendik/words/lean'
import { useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { t, words } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { partName } from '../../words/cardText.ts'
import { kindMessage } from '../../words/runText.ts'
import { keepEntries, SheetChoice, type Space } from '../visit/index.ts'

/** Parts that are worked on in each stage, those most often first. */
const PARTS_OF: Readonly<Record<StageId, readonly PartId[]>> = {
  arrive: ['outer-drain-hose', 'inlet-screen', 'filter-cap', 'coin-trap', 'tap', 'fill-hose', 'pump'],
  'make-safe': ['filter-cap', 'coin-trap', 'outer-drain-hose', 'lid-switch', 'tap'],
  outside: ['outer-drain-hose', 'tap', 'fill-hose', 'inlet-screen', 'standpipe', 'house-drain', 'tub'],
  fill: [
    'inlet-screen',
    'tap',
    'fill-hose',
    'inlet-valve',
    'flow-meter',
    'dispenser',
    'level-hose',
    'air-dome',
  ],
  hold: [
    'bellows',
    'filter-cap',
    'tub-pump-hose',
    'sump-boot',
    'level-hose',
    'air-dome',
    'tub-seal',
    'shaft-seal',
  ],
  drain: ['coin-trap', 'pump', 'tub-pump-hose', 'outer-drain-hose', 'standpipe', 'house-drain', 'flap-valve'],
  electrical: ['pump', 'inlet-valve', 'wiring', 'board', 'lid-switch', 'level-switch'],
  locate: [
    'filter-cap',
    'bellows',
    'tub-pump-hose',
    'inner-drain-hose',
    'valve-hose',
    'dispenser',
    'pump',
    'shaft-seal',
    'tub-seal',
  ],
}
const ACT_WORD: Record<ActWord, string> = {
  cleaned: t('doneActs.cleaned'),
  cleared: t('doneActs.cleared'),
  adjusted: t('doneActs.adjusted'),
  replaced: t('doneActs.replaced'),
  trial: t('doneActs.triedNew'),
  opened: t('doneActs.opened'),
}
/** What was done before a run stands this long before its start, ms. */
const BEFORE_RUN_MS = 1000
const ON_A_TAP: readonly PartId[] = ['tap', 'fill-hose', 'inlet-screen', 'inlet-valve']

/** What was done: from then on runs and looks of its path are of another machine than before. */
export function DoneActs({ space, stage }: { space: Space; stage: StageId }) {
  const [asking, setAsking] = useState(false)
  const acts = actsOfEntries(space.visit.entries)
  return (
    <section aria-label={t('doneActs.doneSoFar')}>
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('doneActs.doneSoFar')}</h2>
      <ul>
        {acts.map((act) => (
          <li
            key={act.topic}
            className="flex min-h-12 flex-wrap items-center justify-between gap-x-3 border-t border-hair"
          >
            <span>
              {dateText(act.atMs, 'time')}, {actWords(words(), act)}.{' '}
              <span className="text-soft">{act.by}</span>
            </span>
            <Button
              aria-label={t('doneActs.takeBack', { actWords: actWords(words(), act) })}
              look="word"
              className="min-w-12 text-sm text-soft"
              onClick={() => space.say(act.topic, null)}
            >
              {t('ui.takeBack2')}
            </Button>
          </li>
        ))}
      </ul>
      <Button onClick={() => setAsking(true)} look="strong" className="w-full px-4 text-left leading-tight">
        {t('doneActs.cleanedClearedOrReplacedSomething')}
      </Button>
      <p className="pt-1 text-sm text-soft">{t('doneActs.runsAfterItAreWeighed')}</p>
      {asking && <ActSheet space={space} stage={stage} onClose={() => setAsking(false)} />}
    </section>
  )
}

/** The last run that work on a part would have changed; null = there is none to have been before. */
function lastRunThrough(
  runs: Space['visit']['runs'],
  work: { part: PartId; tap: Tap | undefined },
): { kind: RunKind; startedAtMs: number } | null {
  let last: { kind: RunKind; startedAtMs: number } | null = null
  for (const { kind, taps, startedAtMs } of runs)
    if (startedAtMs !== null && startedAtMs > (last?.startedAtMs ?? 0) && actTouchesRun(work, { kind, taps }))
      last = { kind, startedAtMs }
  return last
}

/** What was done to which part, and when. @param proposed - Chosen as it opens. */
export function ActSheet({
  space,
  stage,
  proposed,
  onClose,
}: {
  space: Space
  stage: StageId
  proposed?: { what: ActWord; part: PartId }
  onClose: () => void
}) {
  const { spec } = space.visit.machine
  const own = partsAtSite(spec, space.visit.site.spec).map((part) => part.id)
  const listed = PARTS_OF[stage].filter((id) => own.includes(id))
  const usual = proposed && !listed.includes(proposed.part) ? [proposed.part, ...listed] : listed
  const [all, setAll] = useState(false)
  const [what, setWhat] = useState<ActWord | ''>(proposed?.what ?? '')
  const [part, setPart] = useState<PartId | null>(proposed?.part ?? null)
  const [tap, setTap] = useState<Tap | ''>('')
  const asksTap = part !== null && ON_A_TAP.includes(part) && spec.valve.taps.length > 1
  const atTap = asksTap && tap !== '' ? tap : undefined
  const [when, setWhen] = useState<'now' | 'before-run'>('now')
  const ready = what !== '' && part !== null && (!asksTap || tap !== '')
  const proved = ready ? lastRunThrough(space.visit.runs, { part, tap: atTap }) : null
  const keep = () => {
    if (what === '' || part === null) return
    keepEntries(space.visit.id, [
      {
        id: newId(),
        atMs: when === 'before-run' && proved ? proved.startedAtMs - BEFORE_RUN_MS : Date.now(),
        topic: `act:${newId()}`,
        value: actValue({ what, part, tap: atTap }),
        basedOn: [],
      },
    ])
    onClose()
  }
  return (
    <Sheet open title={t('doneActs.whatWasDone')} onClose={onClose}>
      <div className="mt-3 grid gap-4">
        <fieldset>
          <legend className="pb-1 text-sm text-soft">{t('doneActs.to')}</legend>
          <div className="grid grid-cols-2 gap-2">
            {(all ? own : usual).map((id) => (
              <SheetChoice key={id} on={part === id} onPress={() => setPart(id)}>
                {partName(id)}
              </SheetChoice>
            ))}
            {!all && (
              <Button onClick={() => setAll(true)} look="word" className="px-3 text-soft">
                {t('doneActs.anotherPart')}
              </Button>
            )}
          </div>
        </fieldset>
        {asksTap && (
          <Choice
            label={t('doneActs.whichSide')}
            value={tap}
            options={TAPS.map((value) => ({ value, text: value === 'cold' ? t('ui.cold') : t('ui.hot') }))}
            onChange={(value) => setTap(value as Tap)}
          />
        )}
        <fieldset>
          <legend className="pb-1 text-sm text-soft">{t('doneActs.itWas')}</legend>
          <div className="grid grid-cols-3 gap-2">
            {ACT_WORDS.map((word) => (
              <SheetChoice key={word} on={what === word} onPress={() => setWhat(word)}>
                {ACT_WORD[word]}
              </SheetChoice>
            ))}
          </div>
        </fieldset>
        {/* Often it is written down only after the run that was to prove it. */}
        {proved && (
          <Choice
            label={t('ui.when')}
            value={when}
            options={[
              { value: 'now', text: t('doneActs.justNow') },
              {
                value: 'before-run',
                text: t('doneActs.beforeTheOf', {
                  kind: kindMessage(proved.kind),
                  time: dateText(proved.startedAtMs, 'time'),
                }),
              },
            ]}
            onChange={(value) => setWhen(value as 'now' | 'before-run')}
          />
        )}
        <Button disabled={!ready} onClick={keep} look="solid" size="tall">
          {t('ui.keepIt')}
        </Button>
        <Button onClick={onClose} size="tall">
          {t('ui.back')}
        </Button>
      </div>
    </Sheet>
  )
}
