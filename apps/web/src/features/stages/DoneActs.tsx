import {
  ACT_WORDS,
  type ActWord,
  actsOfEntries,
  actValue,
  actWords,
  PART_NAME,
  type PartId,
  partsAtSite,
  TAPS,
  type Tap,
} from '@brendik/core'
import { format } from 'date-fns'
import { useState } from 'react'
import { newId } from '../../lib/newId.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { SheetChoice } from '../visit/StateSheet.tsx'
import type { Space } from '../visit/space.ts'

/** Parts that are worked on in each stage, those most often first. */
const PARTS_OF: Record<'outside' | 'fill' | 'hold' | 'drain', readonly PartId[]> = {
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
}
const ACT_WORD: Record<ActWord, string> = {
  cleaned: 'Cleaned',
  cleared: 'Cleared',
  adjusted: 'Adjusted',
  replaced: 'Replaced',
  trial: 'Tried new',
  opened: 'Opened',
}
const ON_A_TAP: readonly PartId[] = ['tap', 'fill-hose', 'inlet-screen', 'inlet-valve']

/** What was done: from then on runs and looks of its path are of another machine than before. */
export function DoneActs({ space, stage }: { space: Space; stage: keyof typeof PARTS_OF }) {
  const [asking, setAsking] = useState(false)
  const acts = actsOfEntries(space.visit.entries).filter((act) => PARTS_OF[stage].includes(act.part))
  return (
    <section aria-label="Done here">
      <h2 className="pt-5 pb-1 text-sm font-semibold text-soft">Done here</h2>
      <ul>
        {acts.map((act) => (
          <li
            key={act.topic}
            className="flex min-h-12 flex-wrap items-center justify-between gap-x-3 border-t border-hair"
          >
            <span>
              {format(act.atMs, 'H:mm')}, {actWords(act)}. <span className="text-soft">{act.by}</span>
            </span>
            <button
              type="button"
              aria-label={`Take back: ${actWords(act)}`}
              className="min-h-12 cursor-pointer px-2 text-sm text-soft underline underline-offset-4"
              onClick={() => space.say(act.topic, null)}
            >
              take back
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        onClick={() => setAsking(true)}
        className="min-h-12 cursor-pointer border border-ink bg-face px-4 font-semibold"
      >
        Cleaned, cleared or replaced something
      </button>
      <p className="pt-1 text-sm text-soft">Runs after it are weighed apart from those before.</p>
      {asking && <ActSheet space={space} stage={stage} onClose={() => setAsking(false)} />}
    </section>
  )
}

function ActSheet({
  space,
  stage,
  onClose,
}: {
  space: Space
  stage: keyof typeof PARTS_OF
  onClose: () => void
}) {
  const { spec } = space.visit.machine
  const has = new Set(partsAtSite(spec, space.visit.site.spec).map((part) => part.id))
  const [what, setWhat] = useState<ActWord | ''>('')
  const [part, setPart] = useState<PartId | null>(null)
  const [tap, setTap] = useState<Tap | ''>('')
  const asksTap = part !== null && ON_A_TAP.includes(part) && spec.valve.taps.length > 1
  const ready = what !== '' && part !== null && (!asksTap || tap !== '')
  const keep = () => {
    if (what === '' || part === null) return
    space.say(`act:${newId()}`, actValue({ what, part, tap: asksTap && tap !== '' ? tap : undefined }))
    onClose()
  }
  return (
    <Sheet open title="What was done, just now" onClose={onClose}>
      <div className="mt-3 grid gap-4">
        <fieldset>
          <legend className="pb-1 text-sm text-soft">To</legend>
          <div className="grid grid-cols-2 gap-2">
            {PARTS_OF[stage]
              .filter((id) => has.has(id))
              .map((id) => (
                <SheetChoice key={id} on={part === id} onPress={() => setPart(id)}>
                  {PART_NAME[id]}
                </SheetChoice>
              ))}
          </div>
        </fieldset>
        {asksTap && (
          <Choice
            label="Which side"
            value={tap}
            options={TAPS.map((value) => ({ value, text: value === 'cold' ? 'Cold' : 'Hot' }))}
            onChange={(value) => setTap(value as Tap)}
          />
        )}
        <fieldset>
          <legend className="pb-1 text-sm text-soft">It was</legend>
          <div className="grid grid-cols-3 gap-2">
            {ACT_WORDS.map((word) => (
              <SheetChoice key={word} on={what === word} onPress={() => setWhat(word)}>
                {ACT_WORD[word]}
              </SheetChoice>
            ))}
          </div>
        </fieldset>
        <button
          type="button"
          disabled={!ready}
          onClick={keep}
          className="min-h-14 cursor-pointer bg-ink text-lg font-semibold text-face disabled:opacity-40"
        >
          Keep it
        </button>
        <button
          type="button"
          onClick={onClose}
          className="min-h-14 cursor-pointer border border-line text-lg"
        >
          Back
        </button>
      </div>
    </Sheet>
  )
}
