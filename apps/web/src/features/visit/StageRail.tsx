import { STAGE_IDS, type StageId } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { t } from '../../lib/words.ts'
import { Sheet } from '../../ui/Sheet.tsx'
import { STAGE_NAME, STATUS_WORD, stageLine, statusOf } from '../../words/stageText.ts'
import type { Space } from './space.ts'

const MARK = { open: '', done: '✓', 'not-needed': '–' } as const

/** A page of a visit beside its stages; null = the whole of it. */
export type VisitPageId = StageId | keyof typeof OTHER_NAME | null
/** Pages of a visit beside its stages, in the order of work, each with its key. */
export const OTHER_NAME = {
  weigh: t('weigh.weigh'),
  decide: t('decide.decide'),
  repair: t('repair.repair'),
  prove: t('prove.prove'),
  report: t('report.report'),
} as const
export type OtherPageId = keyof typeof OTHER_NAME
export const OTHER_KEY: Readonly<Record<OtherPageId, string>> = {
  weigh: 'w',
  decide: 'd',
  repair: 'e',
  prove: 'p',
  report: 'r',
}
export const OTHER_PAGES = Object.keys(OTHER_NAME) as OtherPageId[]
const isOther = (at: VisitPageId): at is keyof typeof OTHER_NAME => at !== null && at in OTHER_NAME

/** The stages as graduations on a gauge glass; its water falls past each one that is settled: an empty glass is a finished visit. */
export function StageRail({ space, at }: { space: Space; at: VisitPageId }) {
  const settled = STAGE_IDS.filter((stage) => statusOf(space.said, stage) !== 'open').length
  return (
    <nav
      aria-label={t('stageRail.stages')}
      className="flex w-[212px] shrink-0 border-r border-line bg-face max-md:hidden"
    >
      <div
        className="relative my-4 ml-4 w-3.5 shrink-0 overflow-hidden rounded-full border border-ink"
        role="img"
        aria-label={t('stageRail.ofStagesSettled', { settled, stages: STAGE_IDS.length })}
      >
        <div
          className="hatched absolute inset-x-0 bottom-0 border-t-2 border-water"
          style={{ height: `${100 - (100 * settled) / STAGE_IDS.length}%` }}
        />
      </div>
      <StageList space={space} at={at} />
    </nav>
  )
}

/** The same list for the hand: where we are, and the way to the others. */
export function StageMenu({ space, at }: { space: Space; at: VisitPageId }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        className="flex min-h-12 min-w-0 flex-1 cursor-pointer items-center gap-2 px-4 text-left whitespace-nowrap"
        onClick={() => setOpen(true)}
      >
        <span className="truncate font-semibold">
          {isOther(at)
            ? OTHER_NAME[at]
            : at
              ? `${STAGE_IDS.indexOf(at) + 1}  ${STAGE_NAME[at]}`
              : t('ui.theWholeVisit')}
        </span>
        {at && !isOther(at) && statusOf(space.said, at) !== 'open' && (
          <span
            className="font-semibold text-good"
            role="img"
            aria-label={STATUS_WORD[statusOf(space.said, at)]}
          >
            {MARK[statusOf(space.said, at)]}
          </span>
        )}
        <span className="text-soft" role="img" aria-label={t('stageRail.stages2')}>
          ▾
        </span>
      </button>
      <Sheet open={open} title={t('stageRail.stages')} onClose={() => setOpen(false)}>
        <nav
          aria-label={t('stageRail.stages')}
          className="flex"
          onClickCapture={() => setTimeout(() => setOpen(false), 0)}
        >
          <StageList space={space} at={at} />
        </nav>
      </Sheet>
    </>
  )
}

function StageList({ space, at }: { space: Space; at: VisitPageId }) {
  const to = `/visits/${space.visit.id}`
  return (
    <ol className="flex min-w-0 flex-1 flex-col py-2">
      {STAGE_IDS.map((stage, i) => {
        const status = statusOf(space.said, stage)
        const conflict = ['status', 'result', 'note'].some(
          (part) => space.said.get(`${part}:${stage}`)?.conflict,
        )
        return (
          <li key={stage} className="min-h-0 md:flex-1">
            <Link
              to={`${to}/${stage}`}
              aria-current={at === stage ? 'page' : undefined}
              className={`flex h-full min-h-12 items-start gap-2 border-l-4 py-1.5 pr-2 pl-1 ${at === stage ? 'border-ink bg-ground' : 'border-transparent'}`}
            >
              <span className="w-5 shrink-0 pt-0.5 text-right text-xs text-soft">{i + 1}</span>
              <span className="min-w-0 flex-1">
                <span
                  className={`flex items-baseline justify-between gap-1 leading-tight ${at === stage ? 'font-semibold' : ''}`}
                >
                  {STAGE_NAME[stage]}
                  <span
                    className={status === 'done' ? 'text-good' : 'text-soft'}
                    role="img"
                    aria-label={STATUS_WORD[status]}
                  >
                    {MARK[status]}
                  </span>
                </span>
                <span
                  className={`line-clamp-2 text-[13px] leading-tight ${conflict ? 'text-watch' : 'text-soft'}`}
                >
                  {conflict ? t('stageRail.twoAnswersSettle') : stageLine(space.said, stage)}
                </span>
              </span>
            </Link>
          </li>
        )
      })}
      <li className="border-t border-hair">
        <ul className="grid grid-cols-2">
          {OTHER_PAGES.map((page) => (
            <li key={page}>
              <OtherPage
                to={`${to}/${page}`}
                keyName={OTHER_KEY[page]}
                name={OTHER_NAME[page]}
                here={at === page}
              />
            </li>
          ))}
          <li>
            <OtherPage to={to} keyName="0" name={t('ui.visitInShort')} here={at === null} />
          </li>
        </ul>
      </li>
    </ol>
  )
}

function OtherPage({
  to,
  keyName,
  name,
  here,
}: {
  to: string
  keyName: string
  name: string
  here: boolean
}) {
  return (
    <Link
      to={to}
      aria-current={here ? 'page' : undefined}
      className={`flex h-full min-h-12 items-center gap-1.5 border-l-4 pr-1 pl-1 leading-tight ${here ? 'border-ink bg-ground font-semibold' : 'border-transparent'}`}
    >
      <span className="w-3 shrink-0 text-right text-xs text-soft">{keyName}</span>
      <span className={name.length > 9 ? 'text-sm leading-none' : ''}>{name}</span>
    </Link>
  )
}
