import { describe, expect, it } from '@jest/globals'
import { CHECK_IDS } from '../src/catalogue/catalogueIds.ts'
import {
  CHECKS,
  COMPLAINTS_WITH_RULE,
  checkApplies,
  checkFacts,
  familyDefaults,
  jointSays,
  outcomesFor,
  PROTOCOL_IDS,
  PROTOCOLS,
  type ProtocolId,
  proposeChecks,
  protocolsFor,
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

describe('what a complaint calls for', () => {
  const protocols = (id: ProtocolId) => PROTOCOLS[id].steps.reduce((sum, step) => sum + step.minutes, 0)
  const nothing = { checks: new Set<string>(), runs: new Set<never>(), protocols }
  const front = familyDefaults('front-load')
  const named = (complaints: string[], made: Parameters<typeof proposeChecks>[2] = nothing) =>
    proposeChecks(complaints, null, made, front).map((p) =>
      'check' in p ? p.check : 'run' in p ? p.run : p.protocol,
    )
  it('has a rule for every complaint of the catalogue', () => {
    const complaint = checkFacts('complaint')
    expect([...COMPLAINTS_WITH_RULE].sort()).toEqual(
      complaint.kind === 'choice' ? complaint.outcomes.map((o) => o.value).sort() : [],
    )
  })
  it('proposes only what there is, with its minutes', () => {
    for (const id of COMPLAINTS_WITH_RULE)
      for (const p of proposeChecks([id], null, nothing, front)) {
        expect(p.minutes).toBeGreaterThan(0)
        if ('check' in p) expect(checkFacts(p.check).stage).toBe(p.stage)
        if ('protocol' in p) expect(PROTOCOLS[p.protocol].steps.length).toBeGreaterThan(0)
      }
  })
  it('looks outside before it opens anything, and at the spin before the pump when only the laundry is wet', () => {
    const notDraining = named(['not-draining'])
    expect(notDraining.indexOf('drain-hose.look')).toBeLessThan(notDraining.indexOf('trap.look'))
    expect(notDraining.indexOf('trap.look')).toBeLessThan(notDraining.indexOf('pump.voltage'))
    expect(named(['wet-laundry'])[0]).toBe('tub.spins')
  })
  it('never proposes live measuring on a machine that trips the breaker', () =>
    expect(named(['trips-breaker'])).toEqual([
      'earth.continuity',
      'insulation',
      'pump.winding',
      'valve.coil',
    ]))
  it('asks for no part that this machine has not', () => {
    const belt = familyDefaults('top-load-belt')
    const asked = COMPLAINTS_WITH_RULE.flatMap((id) =>
      proposeChecks([id], null, nothing, belt).flatMap((p) => ('check' in p ? [p.check] : [])),
    )
    for (const part of ['trap.look', 'filter-cap.look', 'bellows.look']) expect(asked).not.toContain(part)
    const onMotor = familyDefaults('top-load-motor-pump')
    for (const id of ['pump.winding', 'pump.voltage', 'board.pump-pin'] as const) {
      expect(checkApplies(id, onMotor)).toBe(false)
      expect(checkApplies(id, belt)).toBe(true)
    }
    expect(checkApplies('weep-holes', onMotor)).toBe(true)
    expect(checkApplies('weep-holes', front)).toBe(false)
    // Free is sound where the pump has no magnet, and broken where it has one.
    const tone = (machine: typeof belt) =>
      outcomesFor(checkFacts('impeller.feel'), machine).find((o) => o.value === 'free')?.tone
    expect([tone(onMotor), tone(belt)]).toEqual(['good', 'stop'])
  })
  it('says the same minutes in proposals and in protocols, and counts only what is left', () => {
    const two = proposeChecks(['slow-drain'], null, nothing, front).find((p) => 'protocol' in p)
    expect(two?.minutes).toBe(protocols('two-heights'))
    const made = { ...nothing, protocols: () => 0 }
    expect(proposeChecks(['slow-drain'], null, made, front).some((p) => 'protocol' in p)).toBe(false)
  })
  it('proposes the run-back protocol where foul water may stand', () => {
    for (const complaint of ['smell', 'fills-when-off']) expect(named([complaint])).toContain('run-back')
    expect(
      proposeChecks(['wet-laundry'], 'end', nothing, front).some(
        (p) => 'protocol' in p && p.protocol === 'run-back',
      ),
    ).toBe(true)
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
  it('puts first what speaks to more of the complaints, and leaves out what is made', () => {
    expect(named(['slow-drain', 'fault-long-drain'])[0]).toBe('drain-hose.look')
    expect(
      named(['slow-drain'], { checks: new Set(['drain-hose.look']), runs: new Set(['drain']), protocols }),
    ).not.toEqual(expect.arrayContaining(['drain-hose.look']))
    expect(named(['slow-drain'], { checks: new Set(), runs: new Set(['drain']), protocols })).not.toContain(
      'drain',
    )
  })
  it('asks for a fill when it leaks while filling', () =>
    expect(
      proposeChecks(['leaking'], 'fill', nothing, front).some((p) => 'run' in p && p.run === 'fill'),
    ).toBe(true))
  it('offers the protocols that the complaint and the runs call for, and all while nothing is known', () => {
    expect(protocolsFor(['leaking'], [])).toEqual(['three-hold', 'stop-level', 'three-level-catch'])
    expect(protocolsFor(['noisy'], [])).toEqual([])
    // What a run showed counts though the customer never spoke of it.
    expect(protocolsFor(['noisy'], [{ kind: 'fill', verdict: 'slow' }])).toEqual(['inlet'])
    expect(protocolsFor(['slow-drain'], [{ kind: 'hold', verdict: 'rising' }])).toContain('seep-watch')
    expect(protocolsFor([], [{ kind: 'drain', verdict: 'within' }])).toEqual([...PROTOCOL_IDS])
  })
  it('puts hoses and phases before anything that takes a tool where it leaks', () => {
    const leaking = named(['leaking'])
    expect(leaking.slice(0, 2)).toEqual(['drain-hose.look', 'fill-hose.look'])
    expect(leaking).not.toContain('leak.stop-level')
  })
})
