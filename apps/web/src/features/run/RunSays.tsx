import type { ExpectedRun } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { clockText } from '../../lib/time.ts'
import { figure, unitOf } from '../../lib/units.ts'
import { Gauge } from '../../ui/Gauge.tsx'
import { EntryLog } from './EntryLog.tsx'
import type { BoardSnapshot } from './runBoard.ts'

const NAMES: Record<string, string> = {
  flowLMin: 'Flow',
  ratioToExpected: 'Ratio to expected',
  pumpHeadM: 'Pump head',
  pathResistanceRatio: 'Path resistance',
}

/** What the run says: figures with their intervals on the expected range, then what cannot be told, then the entries. */
export function RunSays({
  run,
  expected,
  nowS,
}: {
  run: BoardSnapshot
  expected: ExpectedRun | null
  nowS: number
}) {
  const { units } = usePrefs()
  const { analysis, facts } = run
  const flow = analysis?.quantities.flowLMin
  const ratio = analysis?.quantities.ratioToExpected
  const compared = analysis?.expected ?? null
  const off = analysis?.verdict === 'slow' || analysis?.verdict === 'fast'
  const open = Object.entries(analysis?.notIdentifiable ?? {})
  const show = unitOf(units, 'flow').show
  const time = analysis?.quantities.timeS
  const left = facts.phase === 'running' ? secondsLeft(run, nowS) : null
  return (
    <div className="grid gap-5">
      <section aria-label="What this run says" className="grid gap-4">
        {flow && compared ? (
          <Gauge
            label="Flow"
            figure={figure(units, 'flow', flow.value)}
            unit={unitOf(units, 'flow').unit}
            note={`${figure(units, 'flow', Math.max(0, flow.lo))} to ${figure(units, 'flow', flow.hi)}`}
            value={show(flow.value)}
            lo={show(Math.max(0, flow.lo))}
            hi={show(flow.hi)}
            expectedLo={show(compared.flowLMin.lo)}
            expectedHi={show(compared.flowLMin.hi)}
            off={off}
          />
        ) : (
          <p className="text-soft">
            {facts.phase === 'running'
              ? 'Three levels, 10 s apart or more, give the first flow.'
              : 'No flow could be computed.'}
          </p>
        )}
        {ratio && (
          <Gauge
            label="Time"
            figure={`${ratio.value.toFixed(2)}×`}
            unit="expected"
            note={`${ratio.lo.toFixed(2)} to ${ratio.hi.toFixed(2)}`}
            value={ratio.value}
            lo={ratio.lo}
            hi={ratio.hi}
            expectedLo={
              compared && Number.isFinite(compared.timeS.lo) ? compared.timeS.lo / compared.timeS.mid : 0.85
            }
            expectedHi={
              compared && Number.isFinite(compared.timeS.hi) ? compared.timeS.hi / compared.timeS.mid : 1.15
            }
            off={off}
          />
        )}
        {facts.phase === 'stopped' && time && compared && Number.isFinite(compared.timeS.mid) && (
          <p className="flex justify-between border-t border-hair pt-2">
            <span>Took {clockText(time.value)}</span>
            <span className="text-soft">
              expected {clockText(compared.timeS.lo)} to {clockText(compared.timeS.hi)}
            </span>
          </p>
        )}
        {left !== null && (
          <p className="flex justify-between border-t border-hair pt-2">
            <span>At this rate, done in</span>
            <span className="font-semibold">{clockText(left)}</span>
          </p>
        )}
        {facts.phase === 'running' && !flow && expected && Number.isFinite(expected.timeS.mid) && (
          <p className="flex justify-between border-t border-hair pt-2">
            <span>Expected</span>
            <span className="font-semibold">
              {clockText(expected.timeS.lo)} to {clockText(expected.timeS.hi)}
            </span>
          </p>
        )}
      </section>
      {(analysis?.notes.length ?? 0) > 0 && (
        <ul className="border-l-4 border-watch bg-watch-face p-3 text-sm">
          {analysis?.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {facts.phase === 'stopped' && open.length > 0 && (
        <section>
          <h2 className="text-sm font-semibold text-soft">Cannot be told from this</h2>
          <ul className="mt-1">
            {grouped(open).map(([how, names]) => (
              <li key={how} className="text-sm">
                <span className="text-base">
                  {names.join(' and ').replace(/ and (\w)/, (_all, c: string) => ` and ${c.toLowerCase()}`)}
                </span>
                <br />
                <span className="text-soft">{how}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h2 className="text-sm font-semibold text-soft">Entries</h2>
        <EntryLog events={run.state.events} facts={facts} />
        {run.blocks.length > 0 && (
          <p className="border-t border-hair py-1.5 text-sm text-soft">
            {run.blocks.reduce((sum, block) => sum + block.atMs.length, 0).toLocaleString('en')} readings
            streamed
          </p>
        )}
      </section>
    </div>
  )
}

function grouped(open: [string, string][]): [string, string[]][] {
  const byHow = new Map<string, string[]>()
  for (const [id, how] of open) byHow.set(how, [...(byHow.get(how) ?? []), NAMES[id] ?? id])
  return [...byHow]
}

/** Seconds until the fitted run reaches its planned end; null when there is no fit or the end has passed. */
function secondsLeft(run: BoardSnapshot, nowS: number): number | null {
  const endS = run.analysis?.fit?.curve?.tS.at(-1)
  return endS !== undefined && run.analysis?.quantities.ratioToExpected && endS > nowS ? endS - nowS : null
}
