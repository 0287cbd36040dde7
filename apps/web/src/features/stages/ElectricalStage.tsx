import {
  CHAIN_POINTS,
  type ChainPoint,
  type CheckFacts,
  checkApplies,
  gateOf,
  judgeChain,
  judgeOhms,
  judgeVoltage,
  type ObservationAnswer,
  type SupplyVolts,
  type Tap,
} from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { InPlace } from '../rates/index.ts'
import { useMachineRecord } from '../records/index.ts'
import { GateNotice, type Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'

const OHM_WORD = {
  open: t('electricalStage.openTheWindingIsBroken'),
  short: t('electricalStage.shortedDoNotPlugIt'),
  low: t('electricalStage.belowItsBand'),
  within: t('electricalStage.withinItsBandOhmsAlone'),
  high: t('electricalStage.aboveItsBandWasIt'),
} as const
const FROM_WORD = {
  'tech-sheet': t('electricalStage.techSheet'),
  'common-practice': t('electricalStage.commonPracticeNoPublishedSource'),
  estimate: t('makeSafeStage.estimate'),
} as const
const POINT_NAME: Record<ChainPoint, string> = {
  outlet: t('electricalStage.outlet'),
  board: t('electricalStage.boardsPin'),
  part: t('ui.pump'),
}
const VOLT_WORD = {
  none: t('ui.nothing'),
  sags: t('electricalStage.tooLittle'),
  low: t('electricalStage.low'),
  within: t('electricalStage.arrives'),
  high: t('electricalStage.high'),
} as const
const FAULT_WORD = {
  outlet: t('electricalStage.noSupplyAtTheOutlet'),
  board: t('electricalStage.nothingAtTheBoardsOwn'),
  wiring: t('electricalStage.itLeavesTheBoardAnd'),
  part: t('electricalStage.fedAndDoesNotWork'),
} as const
const NEXT_WORD: Record<ChainPoint, string> = {
  outlet: t('electricalStage.readTheOutletFirst'),
  board: t('electricalStage.nothingArrivesAtThePump'),
  part: t('electricalStage.readAtThePump'),
}

/** The bench: what is measured unplugged, then the way of the current from outlet to part, each reading with its verdict. */
export function ElectricalStage({ space }: { space: Space }) {
  const { visit, state } = space
  const { units } = usePrefs()
  const { record, change } = useMachineRecord(visit.machine)
  // Asked, never assumed: at 120 V a sound pump reads a tenth of the ohms it has at 230 V.
  const volts: SupplyVolts | null = record.supplyVolts
  const ownPump = checkApplies('pump.winding', visit.machine.spec)
  const dead = (check: CheckFacts) => check.stage === 'electrical' && check.act === 'measure-dead'
  const live = (check: CheckFacts) =>
    check.stage === 'electrical' && (check.act === 'measure-live' || check.act === 'measure-live-pump')
  const last = (check: string, tap: Tap | null = null): ObservationAnswer | undefined =>
    visit.observations.findLast((o) => o.check === check && (tap === null || o.tap === tap))
  const ohms = (check: CheckFacts, tap: Tap | null) => {
    const found = last(check.id, tap)
    if (!found || (check.id !== 'pump.winding' && check.id !== 'valve.coil')) return null
    if (volts === null) return <NotJudged />
    const part = check.id === 'pump.winding' ? 'pump' : 'valve'
    const sheet = part === 'pump' ? record.techSheet.pumpOhm : record.techSheet.valveOhm
    const value = found.value === 'open' ? 'open' : Number(found.value)
    const { verdict, at20Ohm, band } = judgeOhms(part, value, found.tempC, volts, sheet)
    const off = verdict !== 'within'
    return (
      <p className={`leading-snug ${off ? 'font-semibold text-watch' : ''}`}>
        {OHM_WORD[verdict]}{' '}
        <span className="font-normal text-soft">
          {found.tempC !== null &&
            at20Ohm !== null &&
            `${t('electricalStage.atItWouldRead', { temperature: withUnit(units, 'temperature', 20), ohm: withUnit(units, 'ohm', at20Ohm) })} `}
          {t('electricalStage.bandToV', { lo: band.lo, hi: band.hi, from: FROM_WORD[band.from], volts })}
        </span>
      </p>
    )
  }
  return (
    <>
      <div className="grid items-center gap-x-5 gap-y-2 border-t border-line py-3 md:grid-cols-[13rem_1fr]">
        <span className="font-semibold">
          {t('electricalStage.supplyOfThisMachine')}
          {record.supplyVolts === null && (
            <span className="block text-sm font-normal text-watch">
              {t('electricalStage.notSetReadItOff')}
            </span>
          )}
        </span>
        <div className="md:max-w-64">
          <Choice
            label={t('electricalStage.supplyOfThisMachine')}
            value={record.supplyVolts === null ? '' : String(record.supplyVolts)}
            options={[
              { value: '120', text: '120 V' },
              { value: '230', text: '230 V' },
            ]}
            onChange={(value) => change({ supplyVolts: value === '120' ? 120 : 230 })}
          />
        </div>
      </div>
      <h2 className="pt-3 pb-2 text-sm font-semibold text-soft">{t('ui.unplugged')}</h2>
      <CheckList space={space} which={dead} verdictOf={ohms} />
      <LiveGate space={space} />
      {ownPump ? (
        <Chain space={space} volts={volts} />
      ) : (
        <p className="py-3 leading-snug">{t('electricalStage.thePumpHangsOnThe')}</p>
      )}
      <CheckList
        space={space}
        which={live}
        verdictOf={(check, tap) => {
          const found = last(check.id, tap)
          if (typeof found?.value !== 'number') return null
          if (volts === null) return <NotJudged />
          if (check.id === 'valve.voltage' && found.value < 10 && !belowClosing(space))
            return <p>{t('electricalStage.nothingIsAskedOfA')}</p>
          const { verdict, loV, hiV } = judgeVoltage(found.value, volts)
          return (
            <p className={verdict === 'within' ? '' : 'font-semibold text-watch'}>
              {verdict === 'within'
                ? t('electricalStage.aboutLineVoltage')
                : verdict === 'none'
                  ? t('electricalStage.noVoltageWhileCommanded')
                  : t('electricalStage.outsideToV', { loV, hiV })}
            </p>
          )
        }}
      />
      {state.mains === 'plugged' && last('pump.voltage') && (
        <p
          role="status"
          className="my-3 flex flex-wrap items-center justify-between gap-3 border-l-4 border-stop bg-stop-face p-3 font-semibold"
        >
          {t('electricalStage.stillPluggedInUnplugBefore')}
          <Button look="solid" className="px-5" onClick={() => space.say('state:mains', 'unplugged')}>
            {t('electricalStage.itIsUnplugged')}
          </Button>
        </p>
      )}
      <h2 className="border-t border-line pt-3 text-sm font-semibold text-soft">{t('ui.workOut')}</h2>
      <InPlace ids={['winding', 'voltage']} machine={visit.machine.spec} site={visit.site.spec} />
    </>
  )
}

function NotJudged() {
  return <p className="font-semibold text-watch">{t('electricalStage.notJudgedSay120Or')}</p>
}

/** Whether the water is known to stand below the level at which the machine closes its valve. */
function belowClosing({ visit, state }: Space): boolean {
  const closes = visit.machine.spec.fillLevelMm
  if (state.water.kind === 'empty') return true
  return closes !== null && state.water.kind === 'level' && state.water.levelMm < 0.8 * closes
}

function LiveGate({ space }: { space: Space }) {
  const gate = gateOf('measure-live', space.visit.machine.spec, space.state, Date.now())
  return (
    <section aria-label={t('electricalStage.live')} className="mt-4 border-t-2 border-stop pt-3">
      <h2 className="plate text-xl text-stop">{t('electricalStage.liveMainsAndWaterIn')}</h2>
      <p className="max-w-prose pb-2 leading-snug">{t('electricalStage.onlyForSomeoneCompetentInsulated')}</p>
      {gate.open ? (
        <p className="pb-2 text-good">{t('electricalStage.liveMeasuringIsDoneBy')}</p>
      ) : (
        <GateNotice gate={gate} space={space} />
      )}
    </section>
  )
}

/** Outlet, board, pump as one line, with what was read at each and where it is lost. */
function Chain({ space, volts }: { space: Space; volts: SupplyVolts | null }) {
  const { visit } = space
  const number = (check: string) => {
    const value = visit.observations.findLast((o) => o.check === check)?.value
    return typeof value === 'number' ? { value } : null
  }
  const outlet = visit.observations.findLast((o) => o.check === 'machine.starts')?.value
  const measured = number('outlet.voltage')
  const read = {
    // A machine that starts has a supply, read or not.
    ...(measured ? { outlet: measured.value } : outlet === 'yes' && volts !== null ? { outlet: volts } : {}),
    ...(number('board.pump-pin') ? { board: number('board.pump-pin')?.value as number } : {}),
    ...(number('pump.voltage') ? { part: number('pump.voltage')?.value as number } : {}),
  }
  const sound = visit.observations.findLast((o) => o.check === 'pump.sound')?.value
  const moves = sound === undefined ? null : sound === 'runs' || sound === 'runs-with-rattle'
  const { readings, fault, next } =
    volts === null ? { readings: [], fault: null, next: null } : judgeChain(read, volts, moves)
  const jammed =
    sound === 'buzz-in-bursts' ||
    visit.observations.findLast((o) => o.check === 'impeller.feel')?.value === 'jammed'
  return (
    <section aria-label={t('electricalStage.wayOfTheCurrent')} className="py-3">
      <ol className="grid grid-cols-3">
        {CHAIN_POINTS.map((point, i) => {
          const found = readings.find((r) => r.point === point)
          const lost = found?.verdict === 'none' || found?.verdict === 'sags'
          return (
            <li key={point} className="relative">
              <div
                className={`h-1.5 ${found ? (lost ? 'bg-stop' : 'bg-good') : 'hatched'} ${i === 0 ? 'rounded-l-full' : ''}`}
              />
              <p className="pt-1.5 text-sm text-soft">{POINT_NAME[point]}</p>
              <p className={`small-figure text-2xl ${lost ? 'text-stop' : ''}`}>
                {found
                  ? point === 'outlet' && !measured
                    ? t('electricalStage.itStarts')
                    : `${found.volts} V`
                  : '–'}
              </p>
              <p className={`text-sm ${lost ? 'font-semibold text-stop' : 'text-soft'}`}>
                {found ? VOLT_WORD[found.verdict] : t('ui.notRead')}
              </p>
            </li>
          )
        })}
      </ol>
      <p className="pt-3 text-lg leading-snug font-semibold">
        {volts === null
          ? t('electricalStage.sayTheSupplyOfThis')
          : fault === 'part' && jammed
            ? t('electricalStage.fedAndHeldFastAn')
            : fault
              ? FAULT_WORD[fault]
              : next
                ? NEXT_WORD[next]
                : moves
                  ? t('electricalStage.theVoltageArrivesAndThe')
                  : t('electricalStage.theVoltageArrivesAtThe')}
      </p>
      <p className="text-sm text-soft">
        {t('electricalStage.lineVoltageWhileTheDrain', {
          volts: volts === null ? 'yes' : 'no',
          volts2: volts ?? 0,
        })}
      </p>
    </section>
  )
}
