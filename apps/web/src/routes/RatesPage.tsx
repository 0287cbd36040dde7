import { CALCULATOR_IDS, type CalculatorId, FAMILY_IDS, type FamilyId } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { visitQuery } from '../api/queries.ts'
import { CALCULATOR_BODY, NEEDS_MACHINE, type Subject, usualSubject } from '../features/rates/index.ts'
import { t, tLines } from '../lib/words.ts'
import { Field } from '../ui/Field.tsx'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { FAMILY_WORD } from '../words/familyWord.ts'

/** The calculators a technician uses alone, each with its formula, what it assumes, and where its values come from. */
export function RatesPage() {
  const [params, setParams] = useSearchParams()
  const visitId = params.get('visit')
  const asked = params.get('calc') as CalculatorId
  const id = CALCULATOR_IDS.includes(asked) ? asked : 'bucket'
  const visit = useQuery({ ...visitQuery(visitId ?? ''), enabled: visitId !== null })
  const [family, setFamily] = useState<FamilyId>('front-load')
  const subject: Subject = visit.data
    ? { machine: visit.data.machine.spec, site: visit.data.site.spec, name: visit.data.machine.spec.label }
    : usualSubject(family)
  const Body = CALCULATOR_BODY[id]
  const linkTo = (calc: CalculatorId) => `/rates?calc=${calc}${visitId ? `&visit=${visitId}` : ''}`
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('ratesPage.rates', { what: t(`calculator.${id}`) })}>
        {visit.data ? (
          <Link to={`/visits/${visitId}`} className="flex min-h-12 min-w-0 flex-1 items-center self-stretch">
            <span className="truncate font-semibold">{t('ratesPage.ratesRules')}</span>
            <span className="truncate pl-3 text-soft max-md:hidden">
              {t('ratesPage.for', { subjectName: subject.name })}
            </span>
          </Link>
        ) : (
          <span className="flex-1 truncate font-semibold">{t('ratesPage.ratesRules')}</span>
        )}
      </TopBar>
      <div className="flex min-h-0 flex-1 max-md:flex-col">
        <nav
          aria-label={t('ratesPage.calculators')}
          className="shrink-0 border-line bg-face md:w-[270px] md:overflow-y-auto md:border-r"
        >
          <ul className="max-md:hidden">
            {CALCULATOR_IDS.map((calc) => (
              <li key={calc} className="border-b border-hair">
                <Link
                  to={linkTo(calc)}
                  aria-current={calc === id ? 'page' : undefined}
                  className={`flex min-h-14 flex-col justify-center px-5 py-2 leading-tight ${calc === id ? 'bg-ink text-face' : 'hover:bg-ground'}`}
                >
                  <span className="font-semibold">{t(`calculator.${calc}`)}</span>
                  <span className={`text-sm ${calc === id ? 'opacity-80' : 'text-soft'}`}>
                    {t(`calculator.${calc}.use`)}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
          <div className="border-b border-line p-3 md:hidden">
            <Field label={t('ratesPage.calculator')}>
              {(props) => (
                <select
                  {...props}
                  value={id}
                  onChange={(event) => setParams({ ...Object.fromEntries(params), calc: event.target.value })}
                >
                  {CALCULATOR_IDS.map((calc) => (
                    <option key={calc} value={calc}>
                      {t(`calculator.${calc}`)}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          </div>
        </nav>
        <main className="flex min-h-0 min-w-0 flex-1">
          <Scroll
            label={t('ratesPage.calculator')}
            className="flex min-h-0 flex-1 overflow-y-auto max-md:flex-col"
          >
            <div className="flex-1 px-4 py-5 md:px-8" key={`${id} ${subject.name} ${family}`}>
              <h1 className="plate text-3xl leading-tight">{t(`calculator.${id}`)}</h1>
              <div className="mt-4 grid max-w-2xl gap-4">
                {NEEDS_MACHINE.includes(id) && !visit.data && (
                  <Field label={t('ui.machine')}>
                    {(props) => (
                      <select
                        {...props}
                        value={family}
                        onChange={(event) => setFamily(event.target.value as FamilyId)}
                      >
                        {FAMILY_IDS.map((candidate) => (
                          <option key={candidate} value={candidate}>
                            {FAMILY_WORD[candidate]}
                          </option>
                        ))}
                      </select>
                    )}
                  </Field>
                )}
                <Body subject={subject} />
              </div>
            </div>
            <section
              aria-label={t('ratesPage.formulaAndSource')}
              className="shrink-0 border-line bg-face px-4 py-5 max-md:border-t md:w-[300px] md:border-l"
            >
              <h2 className="text-sm font-semibold text-soft">{t('ratesPage.formula')}</h2>
              <p className="mt-1 text-lg leading-snug">{t(`calculator.${id}.formula`)}</p>
              <h2 className="mt-5 text-sm font-semibold text-soft">{t('ratesPage.assumes')}</h2>
              <ul className="mt-1 grid gap-2">
                {tLines(`calculator.${id}.assumes`).map((line) => (
                  <li key={line} className="leading-snug">
                    {line}
                  </li>
                ))}
                {NEEDS_MACHINE.includes(id) && (
                  <li className="leading-snug">{t('ratesPage.machine', { subjectName: subject.name })}</li>
                )}
              </ul>
              <h2 className="mt-5 text-sm font-semibold text-soft">{t('ratesPage.source')}</h2>
              <p className="mt-1 leading-snug">{t(`calculator.${id}.source`)}</p>
            </section>
          </Scroll>
        </main>
      </div>
    </div>
  )
}
