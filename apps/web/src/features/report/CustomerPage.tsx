import { actsOfEntries, agreedOf, type WhatItWas } from '@brendik/core'
import { actWords } from '@brendik/words/lean'
import type { ReactNode } from 'react'
import { percent } from '../../lib/percent.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText, durationText } from '../../lib/time.ts'
import { withUnit } from '../../lib/units.ts'
import { say, t, words } from '../../lib/words.ts'
import { faultTitle, upperFirst } from '../../words/cardText.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { bill, optionNameOf } from '../decide/index.ts'
import { useWho } from '../door/index.ts'
import { useLeakMarks, weighedCaseOf } from '../locate/index.ts'
import {
  isFlow,
  type PairRuns,
  type Proof,
  ProofChart,
  pointText,
  times,
  tookS,
  usePairRuns,
  useProof,
} from '../prove/index.ts'
import type { Space } from '../visit/index.ts'

/** From here on a fault is named without a figure. */
const AS_GOOD_AS_SURE = 0.9
const REASONS = 4

/** One page for the customer, in plain words: what they want to hear first, one picture, what was wrong, how we know, what was done, what to watch. */
export function CustomerPage({ space }: { space: Space }) {
  const { visit } = space
  const { units } = usePrefs()
  const who = useWho()
  const proof = useProof(space)
  const pair = proof.runs.find(({ says }) => says === 'cured' || says === 'better')
  const runs = usePairRuns(pair)
  const cured = proof.runs.some(({ says }) => says === 'cured')
  const found = useWhatItWas(space, cured)
  const acts = actsOfEntries(visit.entries)
  const agreed = agreedOf(space.said)
  const waived = proof.points.filter(({ state }) => state === 'waived')
  const failed = proof.points.filter(({ state }) => state === 'failed')
  const open = proof.points.filter(({ state }) => state === 'open')
  return (
    <article className="mx-auto max-w-[80ch] bg-face px-5 py-6 md:my-6 md:px-12 md:py-10 print:m-0 print:max-w-none print:bg-white print:p-0">
      <p className="flex flex-wrap items-baseline justify-between gap-x-6 border-b-2 border-ink pb-3">
        <span className="plate text-xl">{who.workshopName}</span>
        <span className="text-soft">
          {dateText(visit.dueAtMs, 'longDate')} · {visit.site.name}
        </span>
      </p>
      <h1 className="plate pt-7 text-3xl leading-tight md:text-[40px]">
        {t('report.headline', {
          outcome: proof.outcome,
          kind: pair?.says === 'cured' ? pair.kind : 'none',
        })}
      </h1>
      <p className="pt-2 text-lg leading-snug">
        {pair && changeText(pair, runs, units)} {dryText(proof)}{' '}
        {failed.length > 0 &&
          t('report.didNotPass', { points: failed.map((point) => pointText(point, units)).join('; ') })}
      </p>
      {pair && (
        <div className="grid gap-x-8 pt-4 md:grid-cols-[1fr_auto]">
          <div className="flex min-h-64 flex-col">
            <ProofChart runs={runs} flows={isFlow(pair)} />
          </div>
          {pair.ratio && (
            <div className="self-center">
              <p className="small-figure text-[72px] leading-none">
                {times(pair.ratio.value)}
                <span className="text-4xl text-soft">×</span>
              </p>
              <p className="plate text-xl">{t('report.asFast')}</p>
              <p className="text-soft">
                {t('report.range', { lo: times(pair.ratio.lo), hi: times(pair.ratio.hi) })}
              </p>
            </div>
          )}
        </div>
      )}
      <dl className="mt-6 border-t border-line">
        <Row name={t('report.whatWasWrong')}>{found && wrongText(found)}</Row>
        {found?.fault && (
          <Row name={t('report.howWeKnow')}>
            {found.byCure && `${t('report.endedByIt')} `}
            {found.speaksFor
              .slice(0, REASONS)
              .map(({ says }) => say(says))
              .join(' ')}
          </Row>
        )}
        <Row name={t('report.whatWasDone')}>
          {acts.length === 0
            ? t('report.nothingDone')
            : acts.map((act) => upperFirst(`${actWords(words(), act)}.`)).join(' ')}
        </Row>
        {agreed && (
          <Row name={t('report.cost')}>
            {t('decide.line', {
              price: bill(agreed.amount, agreed.currency),
              option: optionNameOf(agreed.option),
              name: agreed.name,
            })}
          </Row>
        )}
        {waived.length + open.length > 0 && (
          <Row name={t('report.leftOut')}>
            {waived
              .map((point) =>
                t('report.leftOutPoint', {
                  point: pointText(point, units),
                  reason: point.waived?.reason ?? '',
                  name: point.waived?.by ?? '',
                }),
              )
              .join(' ')}{' '}
            {open.length > 0 &&
              t('report.notYet', { points: open.map((point) => pointText(point, units)).join('; ') })}
          </Row>
        )}
        <Row name={t('report.pleaseWatch')}>
          {proof.outcome !== 'nothing-done' && `${t('report.watchFloor')} `}
          {t('report.watchHoses')}
        </Row>
      </dl>
      <div className="mt-10 flex items-end justify-between gap-6 border-t border-line pt-4 text-sm text-soft">
        <p>
          {t('report.record', {
            runs: visit.runs.filter(({ stoppedAtMs }) => stoppedAtMs !== null).length,
            looks: visit.observations.length,
          })}
        </p>
        <p className="w-56 shrink-0 border-t border-ink pt-1 text-center">{t('report.received')}</p>
      </div>
    </article>
  )
}

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid gap-x-6 pt-4 leading-snug md:grid-cols-[150px_1fr]">
      <dt className="font-semibold">{name}</dt>
      <dd>{children}</dd>
    </div>
  )
}

/** What was wrong, computed in the worker; null until it is there. */
function useWhatItWas(space: Space, cured: boolean): WhatItWas | null {
  const weighed = weighedCaseOf(space, useLeakMarks(space))
  return useComputed(JSON.stringify([weighed, cured]), () => compute.whatItWas(weighed, cured))
}

function wrongText({ fault, present, byCure }: WhatItWas): string {
  if (!fault) return t('weigh.nothingWrong')
  const name = faultTitle(fault)
  return byCure || present >= AS_GOOD_AS_SURE
    ? `${name}.`
    : t('report.likely', { fault: name, percent: percent(present) })
}

/** What the customer had and has, in times; where the water stands, in what was lost. */
function changeText(pair: Proof['runs'][number], runs: PairRuns, units: 'metric' | 'us'): string {
  if (!isFlow(pair))
    return t('report.holds', { before: withUnit(units, 'volume', 60 * Math.abs(pair.beforeLMin.value)) })
  const { before, after } = tookS(runs)
  if (after === null) return ''
  const sound = runs.after?.analysis?.expected?.timeS
  const said = {
    kind: pair.kind,
    after: durationText(after),
    sound: sound ? 'some' : 'none',
    lo: durationText(sound?.lo ?? 0),
    hi: durationText(sound?.hi ?? 0),
  }
  return pair.ratio && before !== null
    ? t('report.took', { ...said, before: durationText(before) })
    : t('report.nothingCame', said)
}

function dryText({ points }: Proof): string {
  const dry = points.filter(({ id, state }) => id.startsWith('dry:') && state === 'passed')
  if (dry.length === 0) return ''
  const phases = dry.map(({ id }) => t('report.phase', { phase: id.slice('dry:'.length) })).join(', ')
  return t('report.watchedDry', { phases })
}
