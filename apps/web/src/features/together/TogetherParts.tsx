import { FILL_CAUSES, type VisitSays } from '@brendik/core'
import { sayChange, sayFill, sayFirst, sayHold, sayLast } from '@brendik/words'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'
import { upperFirst } from '../../words/cardText.ts'
import { afterHeadline } from '../../words/visitText.ts'
import { Causes } from './Causes.tsx'
import { PumpAgainstPath } from './PumpAgainstPath.tsx'

const HOLD_WORD = {
  tight: 'The tub is tight',
  leak: 'It leaks',
  soaking: 'Laundry was soaking',
  siphon: 'It siphons',
  'seep-in': 'Water seeps in',
  'tube-leak': 'The pressure hose leaks air',
  undecided: 'Holds: undecided',
} as const
const HOLD_CAUSES = {
  tight: 'tight',
  leak: 'a leak',
  soaking: 'soaking laundry',
  siphon: 'a siphon',
  'seep-in': 'a seeping valve',
} as const

/** What the runs of a visit say together: each conclusion with its weights. */
export function TogetherParts({ says }: { says: VisitSays }) {
  const { units } = usePrefs()
  return (
    <>
      <Changes changes={says.changes} />
      <Told label="What comes first" lines={sayFirst(words(units), says)} />
      {says.drain && !says.pump && says.drain.used.pumpRuns + says.drain.used.liftTests > 0 && (
        <PumpAgainstPath drain={says.drain} />
      )}
      {says.hold && (
        <Holds hold={says.hold} height={says.leakHeight} lossLH={says.quantities.leakLH?.value} />
      )}
      {says.fill && <Inlet fill={says.fill} />}
      {says.meter && says.meter.verdict !== 'agrees' && <Meter meter={says.meter} />}
      {says.standpipe?.tooHigh && <Standpipe standpipe={says.standpipe} />}
      <Told label="What is left to do" lines={sayLast(words(units), says)} />
    </>
  )
}

/** From this ratio of flows on something done has helped. */
const HELPED = 1.1

/** What was done and what it did to the flow. */
function Changes({ changes }: { changes: VisitSays['changes'] }) {
  if (changes.length === 0) return null
  return (
    <section aria-label="What changed" className="border-t border-line py-4">
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
    <section aria-label="Holds" className="border-t border-line py-5">
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
          label="What the holds leave"
          rows={(Object.keys(HOLD_CAUSES) as (keyof typeof HOLD_CAUSES)[]).map((cause) => ({
            name: HOLD_CAUSES[cause],
            probability: hold.probability[cause],
            state: state(cause),
          }))}
        />
      )}
      {height && (
        <p className="mt-4 text-lg">
          The leak lies between{' '}
          <span className="small-figure text-3xl whitespace-nowrap text-watch">
            {withUnit(units, 'level', height.lo)}
          </span>{' '}
          and{' '}
          <span className="small-figure text-3xl whitespace-nowrap text-watch">
            {withUnit(units, 'level', height.hi)}
          </span>{' '}
          above the port, by{' '}
          {
            { 'stop-level': 'the level at which it stopped', catches: 'the catches', curve: 'the curve' }[
              height.from
            ]
          }
          .
          {height.laws.length > 1 && (
            <span className="block text-base text-soft">
              {height.laws
                .map(
                  ({ law, mm }) =>
                    `As a ${law === 'orifice' ? 'hole' : 'seep'}: ${withUnit(units, 'level', mm)}`,
                )
                .join('; ')}
              . Both fit; a drop that hangs on favours the seep.
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
      <section aria-label="Inlet" className="border-t border-line py-4 text-lg text-good">
        The {fill.tap} inlet gives what it should.
      </section>
    )
  return (
    <section aria-label="Inlet" className="border-t border-line py-5">
      <h2 className={`plate text-2xl ${named ? 'text-watch' : ''}`}>
        {fill.verdict === 'screen-or-valve'
          ? 'Screen or valve'
          : fill.verdict === 'undecided'
            ? 'Inlet: more than one cause left'
            : upperFirst(t(`cause.${fill.verdict}`))}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">{sayFill(words(), fill)}</p>
      {
        <Causes
          label={`What the ${fill.tap} side allows`}
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
    <section aria-label="Meter" className="border-t border-line py-5">
      <h2 className="plate text-2xl text-watch">
        {meter.verdict === 'low' ? 'The flow meter reads low' : 'More flows in than stays'}
      </h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">
        The meter shows {percent} % of what the level shows ({Math.round(100 * meter.gain.lo)} to{' '}
        {Math.round(100 * meter.gain.hi)} %).{' '}
        {meter.verdict === 'low'
          ? 'Flush and degrease it, then fill again to prove it.'
          : 'A leak, a siphon or laundry takes the rest, or the tub is larger than entered. Not the meter first.'}
      </p>
    </section>
  )
}

function Standpipe({ standpipe }: { standpipe: NonNullable<VisitSays['standpipe']> }) {
  const { units } = usePrefs()
  return (
    <section aria-label="Standpipe" className="border-t border-line py-5">
      <h2 className="plate text-2xl text-watch">The standpipe is too high</h2>
      <p className="mt-1 max-w-prose text-lg leading-snug">
        At {withUnit(units, 'height', standpipe.heightMm)} a sound pump keeps{' '}
        {Math.round(100 * standpipe.flowShare)} % of its flow at {withUnit(units, 'height', 900)}. Local code
        and the maker’s sheet say which heights are allowed.
      </p>
    </section>
  )
}
