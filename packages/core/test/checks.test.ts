import { describe, expect, it } from '@jest/globals'
import { CHECK_IDS } from '../src/catalogue/catalogueIds.ts'
import {
  CHECKS,
  checkApplies,
  checkFacts,
  familyDefaults,
  jointSays,
  outcomesFor,
  PROTOCOLS,
  type ProtocolId,
  protocolsFor,
  type RunKind,
  valueProblem,
} from '../src/index.ts'

/** The check catalogue as other programs rely on it: ids and outcomes, none of which may change. */
const CONTRACT = `
complaint: routine not-draining slow-drain not-filling slow-fill overfilling fills-when-off fills-and-drains leaking wet-laundry does-not-start trips-breaker suds smell fault-no-water fault-long-drain fault-overfill noisy
leak.phase: idle-taps-on fill hold wash-motion drain spin
leak.place: front-left front-centre front-right centre rear-left rear-centre rear-right door drawer behind-at-taps behind-at-drain-hose at-standpipe rear-upper-inside rear-lower-inside tub-wall tub-centre-under tub-rear-centre under-sump under-tub-pump-hose under-pump at-filter-cap
leak.amount: film drip trickle stream
leak.trail: clean sediment suds oily
tap.bucket: (number)
hose-end.bucket: (number)
supply.gauge: (number)
screens.look: clean grit scale-or-rust
fill-hose.look: good kinked bulging wet-at-fitting
plug-out-in-fill: flow-stops flow-continues
valve.coil: (number)
valve.voltage: (number)
tap.look: open part-shut
water-when-off: yes no
machine.starts: yes no
dispenser.look: clear caked
stream.look: strong weak none foamy stops
bearing.noise: none rumble
door-opening-spill: yes no
meter.look: clean fouled
drain-hose.look: good kinked split lower-than-tub pushed-too-deep
standpipe.height: (number)
standpipe.backs-up: yes no
drain.lift-stop: (number)
drain.caught-back: (number)
leak.catch: (number)
leak.stop-level: (number)
hose-off-at-pump: gush trickle nothing
trap.look: clean debris
tub-hose.squeeze: soft object-felt
impeller.feel: detents free jammed rough
pump.sound: silent hum buzz-in-bursts runs runs-with-rattle
pump.winding: (number)
pump.voltage: (number)
board.pump-pin: (number)
pump.runs-for: (number)
level-hose.look: good off holed kinked water-inside
level-switch.blow: switches stays-closed open-when-empty
air-dome.look: clear clogged
ruler-vs-indicated: (number)
suds.seen: none some full
weep-holes: dry wet not-fitted
centre-post: dry wet
bellows.look: good torn off-groove mark-not-at-12 holes-blocked
filter-cap.look: dry wet not-at-stop
belt.look: on off frayed not-fitted
tub.spins: yes no slow
lid-switch.continuity: closes stays-open
insulation: (number)
earth.continuity: (number)
pump.ports-look: clear debris object-in-impeller
sump-outlet.look: clear object
drain-hose.flow-through: free poor blocked
clamps.look: tight loose rusty
pump.housing-look: whole cracked broken-plastic
filter-cap.turn: turns binds
debris.kind: coins hairpins cloth paper grit plastic wire lint
motor.heard: runs silent hums
clutch.feel: stiff slips
recirculation-hose.look: good split not-fitted
display.fault: none no-water long-drain overfill blockage imbalance lock other
fill.temperature: as-called swapped
level-switch.type: contacts electronic`
  .trim()
  .split('\n')
  .map((line) => {
    const [id, rest] = line.split(': ') as [string, string]
    return { id, outcomes: rest === '(number)' ? null : rest.split(' ') }
  })

describe('the check catalogue', () => {
  it('has every id once, and no other', () => {
    expect(CHECKS.map((check) => check.id).sort()).toEqual([...CHECK_IDS].sort())
    // Ids may be added, none renamed.
    const added = ['outlet.voltage', 'leak.dry', 'leak.drops', 'leak.cardboard']
    expect([...CONTRACT.map((line) => line.id), ...added].sort()).toEqual([...CHECK_IDS].sort())
  })
  it.each(CONTRACT)('$id takes what the contract says', ({ id, outcomes }) => {
    const check = checkFacts(id)
    if (check.kind === 'number') expect(outcomes).toBeNull()
    else
      expect(check.outcomes.map((outcome) => outcome.value).sort()).toEqual(
        [...(outcomes as string[])].sort(),
      )
  })
  it('says what stands against a value, with what was expected', () => {
    expect(valueProblem('trap.look', 'debris')).toBeNull()
    expect(valueProblem('trap.look', 'gold')).toBe('trap.look: expected one of clean, debris, got gold')
    expect(valueProblem('pump.winding', 'open')).toBeNull()
    expect(valueProblem('pump.voltage', 'open')).toMatch('expected a number, got open')
    expect(valueProblem('pump.voltage', 5000)).toBe('pump.voltage: expected 0..1000, got 5000')
    expect(valueProblem('drain.lift-stop', 'above 2200')).toBeNull()
  })
})

describe('what a machine has', () => {
  it('asks for no part that this machine has not', () => {
    const belt = familyDefaults('top-load-belt')
    const onMotor = familyDefaults('top-load-motor-pump')
    for (const id of ['pump.winding', 'pump.voltage', 'board.pump-pin'] as const) {
      expect(checkApplies(id, onMotor)).toBe(false)
      expect(checkApplies(id, belt)).toBe(true)
    }
    expect(checkApplies('weep-holes', onMotor)).toBe(true)
    expect(checkApplies('weep-holes', familyDefaults('front-load'))).toBe(false)
    // Free is sound where the pump has no magnet, and broken where it has one.
    const tone = (machine: typeof belt) =>
      outcomesFor(checkFacts('impeller.feel'), machine).find((o) => o.value === 'free')?.tone
    expect([tone(onMotor), tone(belt)]).toEqual(['good', 'stop'])
  })
  it('makes something of a joint pulled off only with its side and with water inside', () => {
    expect(jointSays({ value: 'gush', side: 'pump', waterInside: true })).toBe('downstream')
    expect(jointSays({ value: 'nothing', side: 'pump', waterInside: true })).toBe('upstream')
    for (const nothingSaid of [
      { value: 'gush', side: 'hose', waterInside: true },
      { value: 'gush', side: null, waterInside: true },
      { value: 'nothing', side: 'pump', waterInside: false },
      { value: 'nothing', side: 'pump', waterInside: null },
    ] as const)
      expect(jointSays(nothingSaid)).toBeNull()
  })
})

describe('what a plan calls for', () => {
  const run = (kind: RunKind, more: object = {}) => ({ what: { kind: 'run' as const, run: kind, ...more } })
  const first = (id: ProtocolId) => PROTOCOLS[id].steps[0] ?? null
  it('is the protocol whose next step is one of its looks, in the order of the plan', () => {
    expect(protocolsFor(first, [])).toEqual([])
    const fill = run('fill', { tap: 'cold' })
    const drain = run('drain')
    expect(protocolsFor(first, [fill, drain])[0]).toBe('inlet')
    expect(protocolsFor(first, [drain, fill]).at(-1)).toBe('inlet')
    expect(protocolsFor(first, [drain])).toEqual(expect.arrayContaining(['pump-or-path', 'two-heights']))
    // A watch of the standing tub is a hold that is timed.
    expect(protocolsFor(first, [{ what: { kind: 'phase', phase: 'hold' } }])).toContain('three-hold')
    expect(protocolsFor(first, [{ what: { kind: 'phase', phase: 'drain' } }])).toEqual([])
  })
  it('is not one that is done, nor one whose next run is another', () => {
    expect(protocolsFor(() => null, [run('fill'), run('drain')])).toEqual([])
    const low = PROTOCOLS['two-heights'].steps[1] ?? null
    expect(protocolsFor((id) => (id === 'two-heights' ? low : null), [run('drain')])).toEqual([])
    expect(
      protocolsFor((id) => (id === 'two-heights' ? low : null), [run('drain', { hoseEndMm: 400 })]),
    ).toEqual(['two-heights'])
  })
})
