import { message } from '../../message.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { COMPLAINTS, type Complaint, type FaultCard } from '../catalogue/faultCard.ts'
import { SOUND_LOOKS, sharesWith } from '../catalogue/soundLooks.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { NO_FAULT, toldApartBy } from '../diagnosis/likelihood.ts'
import type { Observation } from '../evidence/seen/observations.ts'
import type { FaultWay } from './faultWays.ts'
import { onItsSide, type Piece, wayOf } from './piece.ts'
import { sharpChance, sharpShares } from './sharpness.ts'

/** How often a complaint comes that the fault does not bring, and how often each with nothing wrong at all. Estimates. */
const SAYS_ANYHOW = 0.012
const SAYS_WITH_NONE: Partial<Record<Complaint, number>> = { routine: 0.6, leaking: 0.14, noisy: 0.04 }
/** People call for one thing and have another as well: a complaint that was not made counts with this share. Estimate. */
const UNSAID = 0.4
/** An impeller on the wash motor turns free when it is sound. */
const FREE_WHEN_SOUND = { detents: 0.01, free: 0.92, jammed: 0.02, rough: 0.05 } as const

/** Looks at a machine that runs: what comes and goes shows in them, or does not. */
const WHILE_IT_RUNS: readonly CheckId[] = [
  'machine.starts',
  'motor.heard',
  'pump.sound',
  'stream.look',
  'tub.spins',
  'bearing.noise',
  'standpipe.backs-up',
  'suds.seen',
  'display.fault',
  'plug-out-in-fill',
  'water-when-off',
  'lid-switch.continuity',
]

/** No look rules a cause out: people err. */
const LEAST = 0.002

type Shares = Readonly<Record<string, number>>

/** Chances of a look's outcomes as they are weighed. */
function sharp(shares: Shares): Shares {
  const values = Object.keys(shares)
  const of = sharpShares(Object.values(shares))
  return Object.fromEntries(values.map((value, k) => [value, of[k] ?? Number.NaN]))
}

/** What a look shows on a machine that is sound there; undefined = it tells nothing of faults. */
export function soundShares(check: CheckId, family: string): Shares | undefined {
  return check === 'impeller.feel' && family === 'top-load-motor-pump' ? FREE_WHEN_SOUND : SOUND_LOOKS[check]
}

/**
 * Chances of a look's outcomes with one way, two or none: of two faults that the look is about either may show.
 * @param tap - Whose side was looked at; null = there is but one, or nobody said.
 */
export function lookShares(
  ways: readonly FaultWay[],
  check: CheckId,
  sound: Shares,
  tap: string | null,
): (first: number, second: number) => Shares {
  const known = new Map<string, Shares | null>()
  const of = (n: number): Shares | null => {
    const way = wayOf(ways, n)
    const given = way?.card.looks?.[check]
    if (!way || !given || !onItsSide(way, tap) || (way.rests && WHILE_IT_RUNS.includes(check))) return null
    const id = way.card.id
    const shares = known.get(id) ?? sharp(sharesWith(sound, given))
    known.set(id, shares)
    return shares
  }
  const usual = sharp(sound)
  return (first, second) => {
    const [a, b] = [of(first), of(second)]
    if (a && b) return Object.fromEntries(Object.keys(sound).map((k) => [k, ((a[k] ?? 0) + (b[k] ?? 0)) / 2]))
    return a ?? b ?? usual
  }
}

/** Choices seen, the last of each check and tap. */
export function weighLooks(
  ways: readonly FaultWay[],
  family: string,
  observations: readonly Observation[],
): Piece[] {
  const last = new Map<string, Observation>()
  for (const look of observations) {
    // Without its side and water inside a gush says nothing; a flap keeps a column that gushes from the hose.
    if (look.check === 'hose-off-at-pump' && !(look.side === 'pump' && look.waterInside === true)) continue
    if (typeof look.value === 'string') last.set(`${look.check} ${look.tap ?? ''}`, look)
  }
  return [...last.values()].flatMap(({ check, value, tap }): Piece[] => {
    const sound = soundShares(check as CheckId, family)
    if (!sound || !(value in sound)) return []
    const shares = lookShares(ways, check as CheckId, sound, tap ?? null)
    const usual = Math.max(LEAST, shares(NO_FAULT, NO_FAULT)[value] ?? 0)
    // Asked of thousands of pairs: each way is asked once. Not a number = the look is not about it.
    const own = vectorOf(ways, (_, n) => {
      const of = shares(n, NO_FAULT)
      return of === shares(NO_FAULT, NO_FAULT) ? Number.NaN : (of[value] ?? 0)
    })
    return [
      {
        id: `look:${check}${tap ? `:${tap}` : ''}`,
        from: { kind: 'check', check: check as CheckId, ...(tap ? { tap } : {}) },
        says: message('found.look', {
          check: message(`check.${check}`),
          outcome: message(`check.${check}.${value}`),
        }),
        likelihood: toldApartBy(own, (i, j) => {
          const a = i === NO_FAULT ? Number.NaN : (own[i] ?? Number.NaN)
          const b = j === NO_FAULT ? Number.NaN : (own[j] ?? Number.NaN)
          if (Number.isNaN(a)) return Number.isNaN(b) ? usual : Math.max(LEAST, b)
          return Math.max(LEAST, Number.isNaN(b) ? a : (a + b) / 2)
        }),
      },
    ]
  })
}

/** How often a fault brings each complaint, as it is weighed. */
const saysOf = new WeakMap<FaultCard, Readonly<Record<Complaint, number>>>()
function sharpSays(card: FaultCard): Readonly<Record<Complaint, number>> {
  const known = saysOf.get(card)
  if (known) return known
  const says = Object.fromEntries(
    COMPLAINTS.map((complaint) => [complaint, sharpChance(card.says[complaint] ?? SAYS_ANYHOW)]),
  ) as Record<Complaint, number>
  saysOf.set(card, says)
  return says
}

/** What the customer says, and does not say; nothing where no complaint was taken down. */
export function weighComplaints(ways: readonly FaultWay[], observations: readonly Observation[]): Piece[] {
  const said = new Set(observations.filter((o) => o.check === 'complaint').map((o) => o.value))
  if (said.size === 0) return []
  const says = ways.map(({ card }) => sharpSays(card))
  return COMPLAINTS.map((complaint): Piece => {
    const own = vectorOf(says, (of) => of[complaint])
    const none = sharpChance(SAYS_WITH_NONE[complaint] ?? SAYS_ANYHOW)
    const of = (n: number) => (n === NO_FAULT ? 0 : (own[n] ?? Number.NaN))
    const chance = (i: number, j: number) => (i === NO_FAULT ? none : 1 - (1 - of(i)) * (1 - of(j)))
    return {
      id: `complaint:${complaint}`,
      from: { kind: 'check', check: 'complaint' },
      says: said.has(complaint)
        ? message('found.complaint', { complaint: message(`check.complaint.${complaint}`) })
        : null,
      likelihood: toldApartBy(own, said.has(complaint) ? chance : (i, j) => 1 - UNSAID * chance(i, j)),
    }
  })
}
