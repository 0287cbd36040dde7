import { FILL_CAUSES, type VisitSays } from '@brendik/core'
import { sayChange, sayFill, sayFirst, sayHold, sayLast } from '@brendik/words/lean'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'
import { upperFirst } from '../../words/firstLetter.ts'
import { afterHeadline } from '../../words/visitText.ts'
import { Causes } from './Causes.tsx'
import { PumpAgainstPath } from './PumpAgainstPath.tsx'

const HOLD_WORD = {
  tight: t('togetherParts.theTubIsTight'),
  leak: t('togetherParts.itLeaks'),
  soaking: t('togetherParts.laundryWasSoaking'),
  siphon: t('togetherParts.itSiphons'),
  'seep-in': t('togetherParts.waterSeepsIn'),
  'tube-leak': t('togetherParts.thePressureHoseLeaksAir'),
  undecided: t('togetherParts.holdsUndecided'),
} as const
const HOLD_CAUSES = {
  tight: t('togetherParts.tight'),
  leak: t('togetherParts.aLeak'),
  soaking: t('togetherParts.soakingLaundry'),
  siphon: t('togetherParts.aSiphon'),
  'seep-in': t('togetherParts.aSeepingValve'),
} as const

/** What the runs of a visit say together: each conclusion with its weights. */
export function TogetherParts({ says }: { says: VisitSays }) {
  const { units } = usePrefs()
  return (
    <>
      <Changes changes={says.changes} />
      <Told label={t('togetherParts.whatComesFirst')} lines={sayFirst(words(units), says)} />
      {says.drain && !says.pump && says.drain.used.pumpRuns + says.drain.used.liftTests > 0 && (
        <PumpAgainstPath drain={says.drain} />
      )}
      {says.hold && (
        <Holds hold={says.hold} height={says.leakHeight} lossLH={says.quantities.leakLH?.value} />
      )}
      {says.fill && <Inlet fill={says.fill} />}
      {says.meter && says.meter.verdict !== 'agrees' && <Meter meter={says.meter} />}
      {says.standpipe?.tooHigh && <Standpipe standpipe={says.standpipe} />}
      <Told label={t('togetherParts.whatIsLeftToDo')} lines={sayLast(words(units), says)} />
    </>
  )
}

/** From this ratio of flows on something done has helped. */
const HELPED = 1.1

/** What was done and what it did to the flow. */
function Changes({ changes }: { changes: VisitSays['changes'] }) {
  if (changes.length === 0) return null
  return (
    <section aria-label={t('togetherParts.whatChanged')} className="border-t border-line py-4">
      {changes.map((change) => (
        <p
          key={`${change.kind} ${change.tap}`}
          className={`max-w-prose py-1 text-xl leading-snug font-semibold ${change.after.value > HELPED * change.before.value ? 'text-good' : ''}`}
        >
          {sayChange(words(), change)}
        </p>
      ))}
    </section>
  )
}

/** Conclusions that stand by themselves, each with what to do: its first words large. */
function Told({ label, lines }: { label: string; lines: readonly string[] }) {
  if (lines.length === 0) return null
  return (
    <section aria-label={label} className="border-t border-line py-4">
      {lines.map((line) => (
        <p key={line} className="max-w-prose py-1 text-xl leading-snug font-semibold text-watch">
          {line}
        </p>
      ))}
    </section>
  )
}

function Holds({
  hold,
  height,
  lossLH,
}: {
  hold: NonNullable<VisitSays['hold']>
  height: VisitSays['leakHeight']
  lossLH: number | undefined
}) {
  const { units } = usePrefs()
  const good = hold.verdict === 'tight'
  const state = (cause: keyof typeof HOLD_CAUSES) =>
    cause === hold.verdict ? 'named' : hold.probability[cause] < 0.02 ? 'ruled out' : 'allowed'
  return (
    <section aria-label={t('togetherParts.holds')} className="border-t border-line py-5">
      <h2
        className={`plate text-2xl ${good ? 'text-good' : hold.verdict === 'undecided' ? '' : 'text-watch'}`}
      >
        {HOLD_WORD[hold.verdict]}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">
        {afterHeadline(sayHold(words(units), hold, lossLH))}
      </p>
      {hold.verdict !== 'tube-leak' && (
        <Causes
          label={t('togetherParts.whatTheHoldsLeave')}
          rows={(Object.keys(HOLD_CAUSES) as (keyof typeof HOLD_CAUSES)[]).map((cause) => ({
            name: HOLD_CAUSES[cause],
            probability: hold.probability[cause],
            state: state(cause),
          }))}
        />
      )}
      {height && (
        <p className="mt-4 text-lg">
          {t('togetherParts.theLeakLiesBetween')}{' '}
          <span className="small-figure text-3xl whitespace-nowrap text-watch">
            {withUnit(units, 'level', height.lo)}
          </span>{' '}
          {t('togetherParts.and')}{' '}
          <span className="small-figure text-3xl whitespace-nowrap text-watch">
            {withUnit(units, 'level', height.hi)}
          </span>{' '}
          {t('togetherParts.aboveThePortBy', {
            value: {
              'stop-level': t('togetherParts.theLevelAtWhichIt'),
              catches: t('togetherParts.theCatches'),
              curve: t('togetherParts.theCurve'),
            }[height.from],
          })}
          {height.laws.length > 1 && (
            <span className="block text-base text-soft">
              {t('togetherParts.bothFitADropThat', {
                figure: height.laws
                  .map(({ law, mm }) =>
                    t('togetherParts.asAHole', {
                      law: law === 'orifice' ? 'yes' : 'no',
                      level: withUnit(units, 'level', mm),
                    }),
                  )
                  .join('; '),
              })}
            </span>
          )}
        </p>
      )}
    </section>
  )
}

function Inlet({ fill }: { fill: NonNullable<VisitSays['fill']> }) {
  const named = fill.verdict !== 'undecided' && fill.verdict !== 'none'
  if (fill.verdict === 'none')
    return (
      <section aria-label={t('togetherParts.inlet')} className="border-t border-line py-4 text-lg text-good">
        {t('visit.fill.none', { tap: fill.tap })}
      </section>
    )
  return (
    <section aria-label={t('togetherParts.inlet')} className="border-t border-line py-5">
      <h2 className={`plate text-2xl ${named ? 'text-watch' : ''}`}>
        {fill.verdict === 'screen-or-valve'
          ? t('togetherParts.screenOrValve')
          : fill.verdict === 'undecided'
            ? t('togetherParts.inletMoreThanOneCause')
            : upperFirst(t(`cause.${fill.verdict}`))}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">{sayFill(words(), fill)}</p>
      {
        <Causes
          label={t('togetherParts.whatTheSideAllows', { tap: t(`word.tap.${fill.tap}`) })}
          rows={FILL_CAUSES.map((cause) => ({
            name: t(`cause.${cause}`),
            probability: fill.probability[cause],
            state:
              cause === fill.verdict
                ? 'named'
                : fill.ruledOut.includes(cause)
                  ? 'ruled out'
                  : fill.allowed.includes(cause)
                    ? 'allowed'
                    : 'unlikely',
          }))}
        />
      }
    </section>
  )
}

function Meter({ meter }: { meter: NonNullable<VisitSays['meter']> }) {
  const percent = Math.round(100 * meter.gain.value)
  return (
    <section aria-label={t('togetherParts.meter')} className="border-t border-line py-5">
      <h2 className="plate text-2xl text-watch">
        {meter.verdict === 'low'
          ? t('togetherParts.theFlowMeterReadsLow')
          : t('togetherParts.moreFlowsInThanStays')}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">
        {t('togetherParts.theMeterShowsOfWhat', {
          percent,
          value: Math.round(100 * meter.gain.lo),
          value2: Math.round(100 * meter.gain.hi),
          verdict: meter.verdict === 'low' ? 'yes' : 'no',
        })}
      </p>
    </section>
  )
}

function Standpipe({ standpipe }: { standpipe: NonNullable<VisitSays['standpipe']> }) {
  const { units } = usePrefs()
  return (
    <section aria-label={t('ui.standpipe')} className="border-t border-line py-5">
      <h2 className="plate text-2xl text-watch">{t('togetherParts.theStandpipeIsTooHigh')}</h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">
        {t('togetherParts.atASoundPumpKeeps', {
          height: withUnit(units, 'height', standpipe.heightMm),
          value: Math.round(100 * standpipe.flowShare),
          height2: withUnit(units, 'height', 900),
        })}
      </p>
    </section>
  )
}
