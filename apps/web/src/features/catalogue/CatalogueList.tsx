import { CHECKS, FAULT_CARDS } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { t } from '../../lib/words.ts'
import { Choice } from '../../ui/Choice.tsx'
import { checkName, faultTitle, partName } from '../../words/cardText.ts'

type Kind = 'fault' | 'check'
const ENTRIES = {
  fault: FAULT_CARDS.map(({ id, part }) => ({
    id: id as string,
    name: faultTitle(id),
    under: partName(part),
  })),
  check: CHECKS.filter(({ id }) => id !== 'complaint').map(({ id }) => ({
    id: id as string,
    name: checkName(id),
    under: '',
  })),
} as const

/** All faults or all checks, found by any part of their name. */
export function CatalogueList({ kind, chosen }: { kind: Kind; chosen: string | null }) {
  const [shown, setShown] = useState<Kind>(kind)
  const [words, setWords] = useState('')
  const found = ENTRIES[shown].filter(({ name, under }) =>
    `${name} ${under}`.toLowerCase().includes(words.trim().toLowerCase()),
  )
  return (
    <div>
      <Choice
        label={t('catalogue.catalogue')}
        value={shown}
        options={[
          { value: 'fault', text: t('catalogue.faults') },
          { value: 'check', text: t('catalogue.checks') },
        ]}
        onChange={setShown}
      />
      <input
        type="search"
        aria-label={t('catalogue.find')}
        placeholder={t('catalogue.find')}
        maxLength={100}
        value={words}
        onChange={(event) => setWords(event.target.value)}
        className="mt-2 min-h-12 w-full border border-line bg-face px-3 text-lg"
      />
      {found.length === 0 && <p className="py-3 text-soft">{t('catalogue.nothingFound')}</p>}
      <ul className="pt-1">
        {found.map(({ id, name, under }) => (
          <li key={id} className="border-b border-hair">
            <Link
              to={`/catalogue?${shown}=${id}`}
              replace
              aria-current={id === chosen ? 'page' : undefined}
              className={`flex min-h-12 flex-col justify-center border-l-4 py-1 pl-2 leading-tight ${id === chosen ? 'border-ink bg-ground font-semibold' : 'border-transparent'}`}
            >
              {name}
              {under && <span className="text-[13px] font-normal text-soft">{under}</span>}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}
