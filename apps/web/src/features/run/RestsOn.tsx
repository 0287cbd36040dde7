import {
  type BandRests,
  type FactFrom,
  type FigureFact,
  figureFacts,
  type RunAnalysis,
  type RunPlan,
  type Spread,
} from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { estimateText } from '../../lib/time.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { boundText, factName } from '../../words/setupText.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'

/** What can be seen at a glance, beside the word: nobody measured it. */
const TONE: Record<FactFrom, string> = {
  measured: 'text-ink',
  plate: 'text-ink',
  given: 'text-ink',
  learned: 'text-ink',
  typical: 'text-watch',
}

/**
 * Where each value came from that the expected run rests on, one tap away, and what would be gained by measuring it; of a run that was made, what its own
 * figures rest on first.
 */
export function RestsOn({ plan, made = null }: { plan: RunPlan; made?: RunAnalysis | null }) {
  const [open, setOpen] = useState(false)
  const title = made ? t('restsOn.figures') : t('restsOn.title')
  return (
    <>
      <Button look="word" className="min-h-12 text-water" onClick={() => setOpen(true)}>
        {title}
      </Button>
      <Sheet open={open} title={title} onClose={() => setOpen(false)}>
        {open && made && <Measured facts={figureFacts(plan, made)} />}
        {open && (!made || made.expected) && (
          <>
            {made && <h3 className="pt-4 text-sm font-semibold text-soft">{t('restsOn.expectedPart')}</h3>}
            <Facts plan={plan} />
          </>
        )}
        <Button size="wide" className="mt-4" onClick={() => setOpen(false)}>
          {t('ui.close')}
        </Button>
      </Sheet>
    </>
  )
}

/** What the expected run of a plan rests on, worked out beside the page; null until it is there, and where it cannot be. */
export function useRests(plan: RunPlan): BandRests | null {
  const key = JSON.stringify(plan)
  // What cannot be is told by the expected run itself.
  return useComputed(key, async () => await compute.bandRests(JSON.parse(key) as RunPlan).catch(() => null))
}

function Measured({ facts }: { facts: readonly FigureFact[] }) {
  const { units } = usePrefs()
  return (
    <>
      <h3 className="pt-2 pb-1 text-sm font-semibold text-soft">{t('restsOn.measuredPart')}</h3>
      <ul>
        {facts.map(({ id, from, count, kind, base }) => (
          <li key={id} className="flex justify-between gap-4 border-t border-hair py-2 leading-snug">
            <span>
              {factName(id)}
              <span className={`block text-sm ${TONE[from]}`}>{t('restsOn.from', { from })}</span>
            </span>
            <span className="shrink-0 font-semibold">
              {kind && base !== null ? withUnit(units, kind, base) : count}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function Facts({ plan }: { plan: RunPlan }) {
  const { units } = usePrefs()
  const found = useRests(plan)
  if (!found) return <p className="py-4 text-soft">{t('setupBoard.computingTheExpectedRun')}</p>
  const { facts, now } = found
  // What narrows most stands first among what is only usual.
  const width = (band: Spread | null) => (band ? band.hi - band.lo : Number.POSITIVE_INFINITY)
  const sorted = [...facts].sort((a, b) => width(a.band) - width(b.band))
  return (
    <>
      <p className="py-2 text-soft">
        {t('restsOn.now', { lo: estimateText(now.lo), hi: boundText(now.hi) })}
      </p>
      <ul>
        {sorted.map((fact) => (
          <li key={fact.id} className="border-t border-hair py-2 leading-snug">
            <span className="flex justify-between gap-4">
              <span>{factName(fact.id)}</span>
              <span className="shrink-0 font-semibold">{withUnit(units, fact.kind, fact.base)}</span>
            </span>
            <span className="flex justify-between gap-4 text-sm">
              <span className={TONE[fact.from]}>{t('restsOn.from', { from: fact.from })}</span>
              {fact.band && (
                <span className="text-soft">
                  {t('restsOn.known', { lo: estimateText(fact.band.lo), hi: boundText(fact.band.hi) })}
                </span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
