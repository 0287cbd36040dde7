import {
  type Drift,
  type DriftPoint,
  driftOf,
  HOSES_EVERY_MS,
  type MachineHistory,
  type MachineRecord,
  type RunSummary,
} from '@brendik/core'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { TrendChart, type TrendPoint } from '../charts/TrendChart.tsx'
import { Rivals, useMachine } from '../features/records/index.ts'
import { RunResultLine } from '../features/visit/index.ts'
import { usePrefs } from '../lib/prefs.ts'
import { dateText } from '../lib/time.ts'
import { figure, withUnit } from '../lib/units.ts'
import { t } from '../lib/words.ts'
import { ActionBar } from '../ui/ActionBar.tsx'
import { Message } from '../ui/Message.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { TwoPanes } from '../ui/TwoPanes.tsx'
import { FAMILY_WORD } from '../words/familyWord.ts'

/** One machine: what is known of it, its rates over the years, its visits. */
export function MachinePage() {
  const { machineId = '' } = useParams()
  const { history: data, error } = useMachine(machineId)
  if (error && !data) return <Message problem>{error.message}</Message>
  if (!data) return <Message>{t('ui.openingTheMachine')}</Message>
  return (
    <div className="flex h-full flex-col">
      <TopBar title={data.spec.label}>
        <h1 className="truncate font-semibold">{data.spec.label}</h1>
      </TopBar>
      <TwoPanes
        label={t('machinePage.ratesAndVisits')}
        sideLabel={t('machinePage.whatIsKnown')}
        side={<Plate machine={data} />}
      >
        <Rivals of={[data.id]} />
        <Trends machine={data} />
        <h2 className="border-t border-line pt-4 pb-1 text-sm font-semibold text-soft">
          {t('machinePage.visits')}
        </h2>
        <ol>
          {data.visits.map((visit) => (
            <li key={visit.id} className="border-t border-hair">
              <Link
                to={`/visits/${visit.id}`}
                className="grid min-h-12 grid-cols-[6.5rem_1fr] gap-x-4 py-2.5 md:grid-cols-[8rem_1fr_18rem]"
              >
                <span className="small-figure text-xl">{dateText(visit.dueAtMs, 'date')}</span>
                <span>
                  <span className="block leading-tight">{visit.complaint || t('ui.noComplaintNoted')}</span>
                  <span className="text-sm text-soft">{visit.siteName}</span>
                </span>
                <span className="max-md:col-start-2">
                  {visit.runs.map((run) => (
                    <RunResultLine key={run.id} run={run} />
                  ))}
                </span>
              </Link>
            </li>
          ))}
        </ol>
      </TwoPanes>
      <ActionBar>
        <Link
          to={`/visits/new?machine=${data.id}`}
          className="flex min-h-16 w-1/2 flex-col justify-center bg-ink px-4 text-face md:w-[22%] md:px-5"
        >
          <span className="small-figure text-2xl">{t('ui.startAVisit')}</span>
          <span className="text-sm opacity-80">{t('machinePage.atThisMachine')}</span>
        </Link>
        <Link
          to={`/machines/${data.id}/change?back=/machines/${data.id}`}
          className="flex min-h-16 w-1/2 flex-col justify-center px-4 md:w-auto md:flex-1 md:px-5"
        >
          <span className="text-lg font-semibold">{t('machinePage.changeWhatIsKnown')}</span>
          <span className="text-sm text-soft">{t('machinePage.sizesPlateTechSheet')}</span>
        </Link>
      </ActionBar>
    </div>
  )
}

const TREND_KINDS = [
  ['fill', t('machinePage.fills')],
  ['drain', t('machinePage.drains')],
] as const

function Trends({ machine }: { machine: MachineHistory }) {
  const { units } = usePrefs()
  const runs = useMemo(() => machine.visits.flatMap((visit) => visit.runs), [machine])
  const shown = useMemo(
    () =>
      TREND_KINDS.map(([kind, name]) => {
        const points = trendOf(runs, kind)
        return { kind, name, points, drift: driftOf(points) }
      }).filter(({ points }) => points.length > 0),
    [runs],
  )
  if (shown.length === 0) return <p className="py-6 text-lg text-soft">{t('machinePage.noFillOrDrainWas')}</p>
  return (
    <div className="grid gap-x-8 gap-y-4 py-4 md:grid-cols-2">
      {shown.map(({ kind, name, points, drift }) => {
        const [first, last] = [points[0] as TrendPoint, points.at(-1) as TrendPoint]
        const change = Math.round((last.value / first.value - 1) * 100)
        const apart = first.hi < last.lo || last.hi < first.lo
        return (
          <section key={kind} aria-label={name}>
            <h2 className="flex items-baseline justify-between gap-3">
              <span className="plate text-xl">{name}</span>
              <span className={`small-figure text-3xl ${last.off ? 'text-watch' : ''}`}>
                {withUnit(units, 'flow', last.value)}
              </span>
            </h2>
            <p className="pb-1 text-sm text-soft">
              {points.length < 2
                ? t('machinePage.oneRunSoFar')
                : drift.says === 'slower' || drift.says === 'faster'
                  ? driftText(drift)
                  : apart
                    ? t('machinePage.lessThan', {
                        change: Math.abs(change),
                        changeCase: change < 0 ? 'yes' : 'no',
                        date: dateText(first.atMs, 'month'),
                      })
                    : t('machinePage.noChangeSinceThatThe', { date: dateText(first.atMs, 'month') })}
            </p>
            <TrendChart
              points={points}
              drift={drift.says === 'slower' || drift.says === 'faster' ? drift.line : NO_DRIFT}
              label={t('machinePage.overTimeTo', {
                name,
                flow: figure(units, 'flow', first.value),
                flow2: withUnit(units, 'flow', last.value),
              })}
            />
          </section>
        )
      })}
    </div>
  )
}

const NO_DRIFT: readonly { atMs: number; flowLMin: number }[] = []
function driftText({ says, perYear, runs }: Exclude<Drift, { says: 'too-few' }>): string {
  const percent = (share: number) => Math.round(100 * Math.abs(share))
  const [least = 0, most = 0] = [percent(perYear.lo), percent(perYear.hi)].sort((a, b) => a - b)
  return t('machinePage.drift', { percent: percent(perYear.value), least, most, says, runs })
}

/** A run of the trend, as far as its drift is tested. */
type DriftRun = TrendPoint & DriftPoint
/** Runs of a kind that gave a flow, oldest first; throttled ones and those at another hose height are no trend. */
function trendOf(runs: readonly RunSummary[], kind: 'fill' | 'drain'): DriftRun[] {
  const usual = runs.find((run) => run.kind === kind)?.hoseEndMm ?? null
  return runs
    .filter(
      (run) => run.kind === kind && run.startedAtMs !== null && run.analysis?.verdict !== 'not-identifiable',
    )
    .filter((run) => kind === 'fill' || Math.abs((run.hoseEndMm ?? 900) - (usual ?? 900)) < 150)
    .flatMap((run): DriftRun[] => {
      const flow = run.analysis?.quantities.flowLMin
      if (!flow) return []
      return [
        {
          atMs: run.startedAtMs as number,
          value: flow.value,
          lo: flow.lo,
          hi: flow.hi,
          expected: run.analysis?.expected?.flowLMin ?? null,
          off: run.analysis?.verdict !== 'within',
          flowLMin: flow.value,
          expectedLMin: (run.analysis?.usual ?? run.analysis?.expected)?.flowLMin.mid ?? 0,
          readingsSe: run.analysis?.basis?.of === 'flow' ? run.analysis.basis.readingsSe : 0.03 * flow.value,
        },
      ]
    })
    .sort((a, b) => a.atMs - b.atMs)
}

const SHEET_WORD: Record<MachineRecord['techSheet']['found'], string> = {
  'not-looked': t('machinePage.notLookedFor'),
  found: t('machinePage.found'),
  none: t('machinePage.noneThere'),
}

function Plate({ machine }: { machine: MachineHistory }) {
  const { units } = usePrefs()
  const { spec, record, hosesSeenAtMs: seenAtMs } = machine
  const { techSheet } = record
  const age = record.builtYear === null ? null : new Date().getFullYear() - record.builtYear
  const rows: [string, string][] = [
    [t('ui.family'), FAMILY_WORD[spec.family]],
    [t('ui.make'), record.make || t('ui.notRecorded')],
    [t('ui.model'), record.model || t('ui.notRecorded')],
    [t('machinePage.serial'), record.serial || t('ui.notRecorded')],
    [
      t('machinePage.built'),
      age === null || record.builtYear === null
        ? t('ui.notRecorded')
        : t('machinePage.years', { builtYear: String(record.builtYear), age }),
    ],
    [t('ui.supply'), record.supplyVolts === null ? t('ui.notRecorded') : `${record.supplyVolts} V`],
    [
      t('ui.tub'),
      `${figure(units, 'level', spec.tub.diameterMm)} × ${withUnit(units, 'level', spec.tub.depthMm)}`,
    ],
    ['', spec.tub.assumed ? t('machinePage.assumedFromItsFamily') : t('machinePage.measured')],
    [
      t('machinePage.fillHosesSeen'),
      seenAtMs === null ? t('machinePage.notYet') : dateText(seenAtMs, 'date'),
    ],
    ...(seenAtMs === null
      ? []
      : [
          ['', t('machinePage.nextBy', { date: dateText(seenAtMs + HOSES_EVERY_MS, 'date') })] as [
            string,
            string,
          ],
        ]),
    [t('ui.techSheet'), SHEET_WORD[techSheet.found]],
    ...(techSheet.pumpOhm
      ? [
          [
            t('machinePage.pumpOhms'),
            t('common.range', { from: techSheet.pumpOhm[0], to: techSheet.pumpOhm[1] }),
          ] as [string, string],
        ]
      : []),
    ...(techSheet.valveOhm
      ? [
          [
            t('machinePage.valveOhms'),
            t('common.range', { from: techSheet.valveOhm[0], to: techSheet.valveOhm[1] }),
          ] as [string, string],
        ]
      : []),
  ]
  return (
    <>
      <dl>
        {rows.map(([name, value]) => (
          <div
            key={name || value}
            className={`flex justify-between gap-4 py-1.5 ${name ? 'border-t border-hair' : '-mt-2'}`}
          >
            <dt className="text-soft">{name}</dt>
            <dd
              className={`text-right ${value.startsWith('not ') || value.startsWith('assumed') ? 'text-watch' : 'font-medium'}`}
            >
              {value}
            </dd>
          </div>
        ))}
      </dl>
      {age !== null && age >= 8 && (
        <p className="border-t border-hair py-2 text-sm leading-snug">
          {t('machinePage.pumpSealsWeepFromAbout')}
        </p>
      )}
      {(['faults', 'testMode', 'pins'] as const).map(
        (key) =>
          techSheet[key] && (
            <div key={key} className="border-t border-hair py-2">
              <h3 className="text-sm font-semibold text-soft">
                {
                  { faults: t('ui.faultMeanings'), testMode: t('ui.testMode'), pins: t('machinePage.pins') }[
                    key
                  ]
                }
              </h3>
              <p className="leading-snug whitespace-pre-wrap">{techSheet[key]}</p>
            </div>
          ),
      )}
      {machine.photos.length > 0 && (
        <ul className="grid grid-cols-3 gap-2 border-t border-hair pt-3" aria-label={t('ui.photos')}>
          {machine.photos.map((photo) => (
            <li key={photo.id}>
              <Link to={`/visits/${photo.visitId}`}>
                <img
                  src={`/api/photos/${photo.id}`}
                  alt={t('machinePage.taken', { date: dateText(photo.atMs, 'date'), by: photo.by })}
                  loading="lazy"
                  className="aspect-square w-full border border-line object-cover"
                />
              </Link>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
