import {
  AMOUNTS,
  basisOf,
  type CardFigure,
  type CheckId,
  type FaultCard,
  type FaultId,
  LEAK_PHASES,
  leakFaultOf,
  SOUND_LOOKS,
  sharesWith,
  TRAILS,
} from '@brendik/core'
import type { ReactNode } from 'react'
import { percent } from '../../lib/percent.ts'
import { numberText, t } from '../../lib/words.ts'
import { checkName, faultTitle, outcomeWord, partName } from '../../words/cardText.ts'
import { FAMILY_WORD } from '../../words/familyWord.ts'
import { PHASE_NAME } from '../../words/locateText.ts'
import { plainNumber } from './plainNumber.ts'
import { runLines } from './runLines.ts'
import { Shares } from './Shares.tsx'

/** Everything that is held of one fault, each figure with what it rests on. */
export function FaultCardView({ card }: { card: FaultCard }) {
  const leak = leakFaultOf(card.id)
  const says = Object.entries(card.says).sort(([, a], [, b]) => b - a)
  const runs = runLines(card)
  const families = Object.entries(card.families ?? {})
  const without = families.filter(([, factor]) => factor === 0)
  return (
    <article>
      <h1 className="plate pt-5 text-3xl leading-tight">{faultTitle(card.id)}</h1>
      <p className="pt-1 text-lg">
        {t('catalogue.atPart', { part: partName(card.part) })}.{' '}
        {t('catalogue.ofAHundred', { number: plainNumber(card.perHundred) })}{' '}
        <Because card={card} of="perHundred" />
      </p>
      <p className="text-soft">
        {[
          card.outside && t('catalogue.notTheMachine'),
          card.perTap && t('catalogue.perTap'),
          without.length > 0 &&
            t('catalogue.notIn', {
              families: without.map(([family]) => FAMILY_WORD[family as keyof typeof FAMILY_WORD]).join(', '),
            }),
          ...families
            .filter(([, factor]) => factor !== 0)
            .map(
              ([family, factor]) =>
                `${t('catalogue.moreOrLess', { family: FAMILY_WORD[family as keyof typeof FAMILY_WORD], factor: plainNumber(factor) })}.`,
            ),
          card.shows !== undefined && t('catalogue.comesAndGoes', { share: percent(card.shows) }),
        ]
          .filter(Boolean)
          .join(' ')}
      </p>
      <Part name={t('catalogue.customerSays')} card={card} of="says">
        <Shares
          rows={says.map(([complaint, share]) => ({ name: outcomeWord('complaint', complaint), share }))}
        />
      </Part>
      {card.looks && (
        <Part name={t('catalogue.looksShow')} card={card} of="looks">
          <p className="text-sm text-soft">{t('catalogue.hatchedSound')}</p>
          {Object.entries(card.looks).map(([check, given]) => {
            const sound = SOUND_LOOKS[check as CheckId] ?? {}
            const shares = sharesWith(sound, given)
            return (
              <section key={check} aria-label={checkName(check as CheckId)} className="pt-2">
                <h3 className="font-semibold">{checkName(check as CheckId)}</h3>
                <Shares
                  rows={Object.keys(sound).map((value) => ({
                    name: outcomeWord(check, value),
                    share: shares[value] ?? 0,
                    sound: sound[value] ?? 0,
                  }))}
                />
              </section>
            )
          })}
        </Part>
      )}
      {runs.length > 0 && (
        <section className="border-t border-line pt-3 pb-2" aria-label={t('catalogue.runsShow')}>
          <h2 className="text-sm font-semibold text-soft">{t('catalogue.runsShow')}</h2>
          <ul>
            {runs.map(({ of, text }) => (
              <li key={text} className="py-0.5 text-lg leading-snug">
                {text} <Because card={card} of={of} />
              </li>
            ))}
          </ul>
        </section>
      )}
      {leak && (
        <Part name={t('catalogue.leakShows')} card={card} of="leak">
          <Shares
            rows={LEAK_PHASES.map((phase) => ({ name: PHASE_NAME[phase], share: leak.phases[phase] }))}
          />
          {leak.together && (
            <p className="leading-snug text-soft">{t('catalogue.phasesOfOneTest', { why: leak.together })}</p>
          )}
          <h3 className="pt-2 font-semibold">{t('catalogue.amounts')}</h3>
          <Shares
            rows={AMOUNTS.map((amount, n) => ({
              name: outcomeWord('leak.amount', amount),
              share: leak.amounts[n] ?? 0,
            }))}
          />
          <h3 className="pt-2 font-semibold">{t('catalogue.trails')}</h3>
          <Shares
            rows={TRAILS.map((trail, n) => ({
              name: outcomeWord('leak.trail', trail),
              share: leak.trails[n] ?? 0,
            }))}
          />
        </Part>
      )}
      {card.company && (
        <Part name={t('catalogue.comesWith')} card={card} of="company">
          <ul className="text-lg">
            {Object.entries(card.company).map(([fault, times]) => (
              <li key={fault}>
                {t('catalogue.timesAsOften', {
                  fault: faultTitle(fault as FaultId),
                  times: numberText(times, 0),
                })}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {card.excludes && (
        <section className="mt-3 border-t border-line pt-3 pb-2" aria-label={t('catalogue.neverWith')}>
          <h2 className="text-sm font-semibold text-soft">{t('catalogue.neverWith')}</h2>
          <p className="text-lg">{card.excludes.map(faultTitle).join(', ')}</p>
        </section>
      )}
      <p className="border-t border-line py-4 text-sm leading-snug text-soft">{t('catalogue.whichSigns')}</p>
    </article>
  )
}

function Part({
  name,
  card,
  of,
  children,
}: {
  name: string
  card: FaultCard
  of: CardFigure
  children: ReactNode
}) {
  return (
    <section className="mt-3 border-t border-line pt-3 pb-2" aria-label={name}>
      <h2 className="text-sm font-semibold text-soft">
        {name} <Because card={card} of={of} />
      </h2>
      {children}
    </section>
  )
}

/** What a figure rests on. */
function Because({ card, of }: { card: FaultCard; of: CardFigure }) {
  return (
    <span className="text-sm font-normal text-soft">
      ({t('catalogue.basis', { basis: basisOf(card, of) })})
    </span>
  )
}
