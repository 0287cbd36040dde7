import { describe, expect, it } from '@jest/globals'
import {
  dangersOf,
  familyDefaults,
  gateOf,
  leftOpen,
  lipLevelMm,
  litresInside,
  type MachineState,
  machineState,
  PUMP_HEAT,
  pumpCoolDownMin,
  pumpTempC,
  RESIDUE_L,
  type StateRun,
  saidEntries,
  seededRandom,
  tapedTub,
  tubVolumeL,
  unsaidForSafety,
  type VisitEntry,
  waterIsContained,
  waysOut,
} from '../src/index.ts'
import { blankAnalysis } from '../src/measure/verdict/runAnalysis.ts'
import type { StateLook } from '../src/state/machineState.ts'
import { makePlan } from './makePlan.ts'

const machine = { ...familyDefaults('front-load'), label: 'made up' }
const top = { ...familyDefaults('top-load-pump'), label: 'made up' }
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}
let made = 0
const entry = (
  topic: string,
  value: VisitEntry['value'],
  atMs = ++made,
  basedOn: string[] = [],
): VisitEntry => ({
  id: `e${++made}`,
  atMs,
  by: 'Tester',
  topic,
  value,
  basedOn,
})
const stateOf = (entries: VisitEntry[], runs: StateRun[] = [], looks: StateLook[] = []) =>
  machineState(saidEntries(entries), runs, looks)
/** A run with readings that end at a level; null = no readings that tell. */
function run(
  kind: 'fill' | 'drain',
  startedAtMs: number,
  stoppedAtMs: number | null,
  endMm: number | null,
): StateRun {
  const analysis = blankAnalysis({ code: 'too-few', kind, got: 0, needed: 3 })
  analysis.fit = endMm === null ? null : { fromS: 0, toS: 60, startMm: 0, endMm, curve: null }
  return { kind, startedAtMs, stoppedAtMs, plan: makePlan(kind, { machine }), analysis }
}

describe('what is said of a visit', () => {
  it('stands whatever the order it comes in, and however often', () => {
    const first = entry('note:arrive', 'a')
    const second = entry('note:arrive', 'b', ++made, [first.id])
    for (const order of [
      [first, second],
      [second, first],
      [second, first, second, first],
    ]) {
      const said = saidEntries(order).get('note:arrive')
      expect(said?.heads.map((h) => h.value)).toEqual(['b'])
      expect(said?.conflict).toBe(false)
    }
  })
  it('keeps both when two people say different things without seeing each other, until one entry settles it', () => {
    const base = entry('note:arrive', 'a')
    const mine = entry('note:arrive', 'mine', ++made, [base.id])
    const theirs = entry('note:arrive', 'theirs', ++made, [base.id])
    const both = saidEntries([base, mine, theirs]).get('note:arrive')
    expect(both?.conflict).toBe(true)
    expect(both?.heads.map((h) => h.value)).toEqual(['mine', 'theirs'])
    const settled = entry('note:arrive', 'mine\ntheirs', ++made, [mine.id, theirs.id])
    expect(saidEntries([base, mine, theirs, settled]).get('note:arrive')?.conflict).toBe(false)
  })
  it('is no conflict when both say the same', () =>
    expect(
      saidEntries([entry('state:mains', 'unplugged'), entry('state:mains', 'unplugged')]).get('state:mains')
        ?.conflict,
    ).toBe(false))
})

describe('the state of the machine', () => {
  it('knows nothing that nobody said', () =>
    expect(stateOf([])).toMatchObject({
      mains: null,
      taps: { cold: null, hot: null },
      water: { kind: 'unknown' },
      containment: null,
      competent: false,
    }))
  it('takes the level at which a drain’s readings end, not the level it was meant to reach', () => {
    expect(stateOf([], [run('drain', 1000, 60_000, 62)]).water).toEqual({ kind: 'level', levelMm: 62 })
    expect(stateOf([], [run('drain', 1000, 60_000, null)]).water).toEqual({ kind: 'unknown' })
    expect(stateOf([], [run('drain', 1000, null, null)]).water).toEqual({ kind: 'unknown' })
  })
  it('says of a fill that was only timed that nobody read its level, and of one to anywhere that it is unknown', () => {
    const timed = (level: 'read' | 'machine' | 'family') => {
      const fill = run('fill', 1000, 60_000, 120)
      if (fill.analysis) fill.analysis.rests = { level, levelMm: 120, range: null, ended: true, readings: 0 }
      return stateOf([], [fill]).water
    }
    expect(timed('read')).toEqual({ kind: 'level', levelMm: 120 })
    expect(timed('machine')).toEqual({ kind: 'level', levelMm: 120, by: 'machine' })
    expect(timed('family')).toEqual({ kind: 'unknown' })
  })
  it('goes by what came last: a fill after “empty” makes it full again, a word after the fill holds', () => {
    const fill = run('fill', 5000, 60_000, 120)
    expect(stateOf([entry('state:water', 'empty', 1000)], [fill])).toMatchObject({
      water: { kind: 'level', levelMm: 120 },
      mains: 'plugged',
      taps: { cold: 'open' },
    })
    expect(stateOf([entry('state:water', 'empty', 70_000)], [fill]).water).toEqual({ kind: 'empty' })
    // A run still going is so now, whatever was said during it.
    expect(
      stateOf(
        [entry('state:water', 'empty', 6000), entry('state:mains', 'unplugged', 6000)],
        [run('fill', 5000, null, null)],
      ),
    ).toMatchObject({
      water: { kind: 'unknown' },
      mains: 'plugged',
    })
  })
  it('takes what two people dispute as not known', () => {
    const state = stateOf([entry('state:mains', 'unplugged'), entry('state:mains', 'plugged')])
    expect(state.mains).toBeNull()
    expect(state.disputed).toEqual(['mains'])
  })
  it('believes no word it does not know', () =>
    expect(
      stateOf([entry('state:mains', 'off'), entry('state:water', 'dry'), entry('state:contain', 'bath')]),
    ).toMatchObject({ mains: null, water: { kind: 'unknown' }, containment: null }))
})

describe('gates', () => {
  const values = {
    mains: ['plugged', 'unplugged', null] as const,
    water: [
      { kind: 'unknown' },
      { kind: 'empty' },
      { kind: 'level', levelMm: 0 },
      { kind: 'level', levelMm: 3 },
      { kind: 'level', levelMm: 110 },
      { kind: 'to-the-lip' },
    ] as const,
    containment: [
      null,
      { how: 'tray', litres: 2 },
      { how: 'wet-vac', litres: 30 },
      { how: 'floor-drain', litres: null },
    ] as const,
    tilt: ['upright', 'tipped', null] as const,
    cap: ['shut', 'open', null] as const,
    competent: [true, false] as const,
    tap: ['open', 'shut', null] as const,
    pump: [null, { ranMin: 25, endedAtMs: 0 }] as const,
  }
  const all: MachineState[] = []
  for (const mains of values.mains)
    for (const water of values.water)
      for (const containment of values.containment)
        for (const tilt of values.tilt)
          for (const cap of values.cap)
            for (const competent of values.competent)
              for (const tap of values.tap)
                for (const pump of values.pump)
                  all.push({
                    mains,
                    water,
                    containment,
                    tilt,
                    cap,
                    competent,
                    pump,
                    taps: { cold: tap, hot: tap },
                    panels: null,
                    hoseEnd: 'lifted',
                    disputed: [],
                    pumpMaybeHotUntilMs: null,
                    pumpJammed: false,
                    pumpConnector: null,
                    lock: null,
                  })

  it('never let a cap be opened or a hose be pulled with water inside that nothing catches', () => {
    let opened = 0
    for (const state of all)
      for (const act of ['open-filter-cap', 'pull-pump-hose', 'hands-at-pump'] as const)
        if (gateOf(act, machine, state, 1000).open) {
          opened++
          const dry = state.water.kind === 'empty'
          const caught =
            state.containment !== null &&
            (state.containment.litres ?? Number.POSITIVE_INFINITY) >= litresInside(machine, state.water)
          expect(dry || caught).toBe(true)
          expect(state.mains).toBe('unplugged')
        }
    expect(opened).toBeGreaterThan(0)
  })
  it('let nobody measure live who is not competent, nor on a tipped or open machine', () => {
    const through = all.filter((state) => gateOf('measure-live', machine, state, 1000).open)
    expect(through.length).toBeGreaterThan(0)
    for (const state of through)
      expect([state.competent, state.tilt === 'tipped', state.cap === 'open']).toEqual([true, false, false])
  })
  it('tip nothing that holds water, has power, or hangs on open taps', () => {
    const through = all.filter((state) => gateOf('tip', machine, state, 1000).open)
    expect(through.length).toBeGreaterThan(0)
    for (const state of through) {
      expect(state.mains).toBe('unplugged')
      expect([state.taps.cold, state.taps.hot]).toEqual(['shut', 'shut'])
      expect(['empty', 'level']).toContain(state.water.kind)
      expect(litresInside(machine, state.water)).toBeLessThanOrEqual(2.5)
    }
  })
  it('hold through any order of entries and runs: what came after the emptying counts', () => {
    const random = seededRandom(11)
    const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T
    let checked = 0
    for (let i = 0; i < 3000; i++) {
      const entries: VisitEntry[] = []
      const runs: StateRun[] = []
      let truth: 'empty' | 'wet' = 'wet'
      let contained = 0
      for (let t = 1; t <= 8; t++) {
        const what = pick(['empty', 'fill', 'drain', 'unknown', 'contain', 'uncontain', 'unplug'] as const)
        const atMs = t * 100_000
        const before = entries.filter((e) =>
          e.topic.startsWith(
            `state:${what === 'contain' || what === 'uncontain' ? 'contain' : what === 'unplug' ? 'mains' : 'water'}`,
          ),
        )
        const ids = before.map((e) => e.id)
        if (what === 'fill' || what === 'drain') {
          runs.push(run(what, atMs, atMs + 50_000, what === 'fill' ? 120 : pick([null, 40])))
          truth = 'wet'
        } else if (what === 'contain') {
          contained = pick([1, 200])
          entries.push(
            entry('state:contain', 'tray', atMs, ids),
            entry('state:contain-l', contained, atMs, ids),
          )
        } else if (what === 'uncontain') {
          contained = 0
          entries.push(entry('state:contain', 'none', atMs, ids))
        } else if (what === 'unplug') entries.push(entry('state:mains', 'unplugged', atMs, ids))
        else {
          truth = what === 'empty' ? 'empty' : 'wet'
          entries.push(entry('state:water', what, atMs, ids))
        }
      }
      if (gateOf('open-filter-cap', machine, stateOf(entries, runs), 1e9).open) {
        checked++
        expect(truth === 'empty' || contained >= 200).toBe(true)
      }
    }
    expect(checked).toBeGreaterThan(50)
  })
  it('say what stands in the way in a sentence, and what of the state would clear it', () => {
    const gate = gateOf(
      'open-filter-cap',
      machine,
      stateOf([entry('state:mains', 'plugged'), entry('state:water', 110)]),
      0,
    )
    expect(gate.open).toBe(false)
    expect(gate.blocks.map((b) => b.field)).toEqual(['mains', 'contain'])
    expect(gate.blocks[1]?.why).toMatchObject({ id: 'gate.water-inside', values: { known: 'yes' } })
  })
  it('let no water in and no pump run with the cap open or the machine tipped, and no pump run dry', () => {
    for (const state of all) {
      const unfit = state.tilt === 'tipped' || state.cap === 'open'
      if (unfit)
        expect([
          gateOf('let-water-in', machine, state, 0).open,
          gateOf('run-pump', machine, state, 0).open,
        ]).toEqual([false, false])
      // At least a US quart in the tub: common practice, no published source.
      if (gateOf('run-pump', machine, state, 0).open)
        expect(litresInside(machine, state.water)).toBeGreaterThanOrEqual(0.95)
    }
  })
  it('does nothing on a disputed word', () => {
    const disputed = stateOf([entry('state:competent', 'yes'), entry('state:competent', 'no')])
    expect(gateOf('measure-live', machine, disputed, 0).open).toBe(false)
    expect(
      gateOf(
        'tip',
        machine,
        stateOf([
          entry('state:mains', 'unplugged'),
          entry('state:mains', 'plugged'),
          entry('state:water', 'empty'),
          entry('state:tap-cold', 'shut'),
          entry('state:tap-hot', 'shut'),
        ]),
        0,
      ).open,
    ).toBe(false)
  })
  it('turn loud what can hurt', () => {
    expect(
      dangersOf(machine, stateOf([entry('state:mains', 'plugged'), entry('state:panels', 'open')]))[0]?.text
        .id,
    ).toBe('danger.panel-off-live')
    expect(
      dangersOf(machine, stateOf([entry('state:hose-end', 'below-tub'), entry('state:water', 100)])).some(
        (d) => d.text.id === 'danger.drains-onto-floor',
      ),
    ).toBe(true)
    expect(
      dangersOf(machine, stateOf([entry('state:hose-end', 'below-tub'), entry('state:water', 'empty')])),
    ).toEqual([])
  })
  it('count a floor drain as holding everything, and an unstated tray as nothing', () => {
    expect(waterIsContained(machine, stateOf([entry('state:contain', 'floor-drain')]))).toBe(true)
    expect(waterIsContained(machine, stateOf([entry('state:contain', 'tray')]))).toBe(false)
  })
})

describe('water inside and the ways to get it out', () => {
  it('makes a full top loader about ten buckets', () => {
    // Common practice, no published source.
    const litres = litresInside(top, { kind: 'to-the-lip' })
    expect(litres / 10).toBeGreaterThan(8.5)
    expect(litres / 10).toBeLessThan(11)
  })
  it('counts the unknown as full to the lip', () => {
    expect(litresInside(machine, { kind: 'unknown' })).toBe(litresInside(machine, { kind: 'to-the-lip' }))
    expect(litresInside(machine, { kind: 'level', levelMm: lipLevelMm(machine) })).toBeCloseTo(
      litresInside(machine, { kind: 'to-the-lip' }),
      6,
    )
  })
  it('runs out by gravity as the closed form says', () => {
    // A tub with straight walls and a corrugated hose: Q = √(H/K), so T = 2A√K·(√H₀ − √H₁), by separation of variables.
    const straight = { ...top, tub: { ...top.tub, floorMm: -1 } }
    const tub = tapedTub(straight)
    const way = waysOut(straight, site, { kind: 'level', levelMm: 300 }, 60, 1e9).find(
      (w) => w.id === 'gravity',
    )
    const areaM2 = ((tubVolumeL(tub, 200) - tubVolumeL(tub, 100)) / 100) * 1e-3 * 1e3
    // Resistances written out again: hose with f = 0.08 and ΣK = 3, still pump 0.6 of the clean path.
    const boreM = straight.drainHose.boreMm / 1000
    const area = (Math.PI * boreM * boreM) / 4
    const hoseK = ((0.08 * straight.drainHose.lengthM) / boreM + 3) / (2 * 9.80665 * area * area)
    const k = hoseK * 1.6
    const head = (mm: number) => (mm + 160 - 60) / 1000
    const seconds = 2 * areaM2 * Math.sqrt(k) * (Math.sqrt(head(300)) - Math.sqrt(head(1)))
    // Laying out 1.5 min and one carried container 0.75 min.
    expect(way?.minutes).toBeGreaterThan(0)
    expect(((way?.minutes as number) - 1.5 - 0.75) * 60).toBeCloseTo(seconds, -1)
    expect(Math.abs(((way?.minutes as number) - 2.25) * 60 - seconds) / seconds).toBeLessThan(0.02)
  })
  it('leaves more behind the higher the end lies, and nothing runs uphill', () => {
    const stays = [60, 200, 300, 400].map(
      (end) =>
        waysOut(top, site, { kind: 'level', levelMm: 300 }, end, 10).find((w) => w.id === 'gravity')
          ?.staysL as number,
    )
    expect([...stays].sort((a, b) => a - b)).toEqual(stays)
    const uphill = waysOut(top, site, { kind: 'level', levelMm: 100 }, 900, 10).find(
      (w) => w.id === 'gravity',
    )
    expect(uphill?.notHere?.id).toBe('way.hose-too-high')
  })
  it('never says that more is left than is inside, nor that a way empties what it cannot reach', () => {
    for (const levelMm of [0, 2, 20, 110, 190])
      for (const way of waysOut(machine, site, { kind: 'level', levelMm }, 60, 10)) {
        expect(way.staysL).toBeLessThanOrEqual(litresInside(machine, { kind: 'level', levelMm }) + 1e-9)
        expect(way.minutes).toBeGreaterThanOrEqual(0)
      }
    expect(litresInside(machine, { kind: 'empty' })).toBe(RESIDUE_L)
  })
  it('refuses a container that holds nothing', () =>
    expect(() => waysOut(machine, site, { kind: 'unknown' }, 60, 0)).toThrow(
      'container: expected above 0 L, got 0',
    ))
})

describe('a hot pump', () => {
  it('passes the touch limit after 15 to 25 minutes, and is waited for until it is safe', () => {
    // Common practice, no published source.
    expect(pumpTempC(14, 0)).toBeLessThan(PUMP_HEAT.touchC)
    expect(pumpTempC(25, 0)).toBeGreaterThan(PUMP_HEAT.touchC)
    expect(pumpCoolDownMin(8, 0)).toBe(0)
    // A quarter of an hour of running is not safe at once.
    expect(pumpCoolDownMin(15, 0)).toBeGreaterThan(4)
    expect(pumpCoolDownMin(25, 0)).toBeGreaterThan(5)
  })
  it('cools towards the room, and the wait ends when it says', () => {
    const wait = pumpCoolDownMin(30, 0)
    expect(pumpTempC(30, wait)).toBeCloseTo(45, 6)
    expect(pumpCoolDownMin(30, wait + 0.01)).toBe(0)
    expect(pumpTempC(30, 1e6)).toBeCloseTo(20, 6)
    expect(() => pumpTempC(-1, 0)).toThrow('expected at least 0 min')
  })
  it('keeps hands away while it cools', () => {
    const state: MachineState = {
      ...stateOf([entry('state:mains', 'unplugged'), entry('state:water', 'empty')]),
      pump: { ranMin: 30, endedAtMs: 0 },
    }
    expect(gateOf('hands-at-pump', machine, state, 60_000).blocks.map((b) => b.field)).toEqual(['pump'])
    expect(gateOf('hands-at-pump', machine, state, 60 * 60_000).open).toBe(true)
  })
  it('counts as hot where it may have been running before anyone came, until somebody says', () => {
    const complaint: StateLook = { check: 'complaint', value: 'not-draining', atMs: 0 }
    const ready = [entry('state:mains', 'unplugged', 1), entry('state:water', 'empty', 1)]
    const blocked = (looks: StateLook[], entries: VisitEntry[], nowMs: number) =>
      gateOf('hands-at-pump', machine, stateOf(entries, [], looks), nowMs).blocks.map((b) => b.field)
    expect(blocked([complaint], ready, 60_000)).toEqual(['pump'])
    expect(blocked([complaint], ready, 31 * 60_000)).toEqual([])
    expect(blocked([complaint], [...ready, entry('state:pump-ran-min', 0, 2)], 60_000)).toEqual([])
    expect(blocked([{ ...complaint, value: 'slow-fill' }], ready, 60_000)).toEqual([])
  })
  it('heats sooner where it is jammed, moving no water', () => {
    const ran = [
      entry('state:mains', 'unplugged'),
      entry('state:water', 'empty'),
      entry('state:pump-ran-min', 6, 0),
    ]
    const wait = (looks: StateLook[]) => gateOf('hands-at-pump', machine, stateOf(ran, [], looks), 0).open
    expect(wait([])).toBe(true)
    expect(wait([{ check: 'impeller.feel', value: 'jammed', atMs: 0 }])).toBe(false)
  })
})

describe('what contradicts itself', () => {
  const unplugged = entry('state:mains', 'unplugged', 1000)
  it('takes a voltage inside the machine for plugged in, and one at the outlet for nothing', () => {
    const after = (check: string, value: number, atMs = 2000) =>
      stateOf([unplugged], [], [{ check, value, atMs }]).mains
    for (const check of ['pump.voltage', 'valve.voltage', 'board.pump-pin'])
      expect(after(check, 119)).toBe('plugged')
    expect(after('outlet.voltage', 119)).toBe('unplugged')
    expect(after('pump.voltage', 2)).toBe('unplugged')
    // Said unplugged after it was measured: it is.
    expect(after('pump.voltage', 119, 500)).toBe('unplugged')
    const live = stateOf(
      [unplugged, entry('state:water', 'empty')],
      [],
      [{ check: 'pump.voltage', value: 119, atMs: 2000 }],
    )
    expect(gateOf('hands-at-pump', machine, live, 0).open).toBe(false)
  })
  it('asks before a run on a machine that was set as unplugged', () => {
    const wet = { ...stateOf([unplugged]), water: { kind: 'level' as const, levelMm: 120 } }
    for (const act of ['run-pump', 'let-water-in'] as const)
      expect(gateOf(act, machine, wet, 0).blocks.map((b) => b.field)).toEqual(['mains'])
  })
  it('measures a connected pump live only with water inside, or with its connector off', () => {
    const blocks = (entries: VisitEntry[]) =>
      gateOf(
        'measure-live-pump',
        machine,
        stateOf([entry('state:competent', 'yes'), ...entries]),
        0,
      ).blocks.map((b) => b.field)
    expect(blocks([])).toEqual(['water'])
    expect(blocks([entry('state:water', 'empty')])).toEqual(['pump-connector'])
    expect(blocks([entry('state:water', 120)])).toEqual([])
    expect(blocks([entry('state:water', 'empty'), entry('state:pump-connector', 'off')])).toEqual([])
  })
  it('opens no front door with water at its lip or unknown, and no locked one', () => {
    const blocks = (entries: VisitEntry[], of = machine) =>
      gateOf('open-door', of, stateOf(entries), 0).blocks.map((b) => b.field)
    expect(blocks([])).toEqual(['water'])
    expect(blocks([entry('state:water', 'to-the-lip')])).toEqual(['water'])
    expect(blocks([entry('state:water', Math.round(lipLevelMm(machine)) + 20)])).toEqual(['water'])
    expect(blocks([entry('state:water', 60)])).toEqual([])
    expect(blocks([entry('state:water', 60), entry('state:lock', 'locked')])).toEqual(['lock'])
    expect(blocks([], top)).toEqual([])
  })
  it('tips nothing whose hose end is not tied up', () => {
    const ready = ['mains unplugged', 'water empty', 'tap-cold shut', 'tap-hot shut'].map((line) => {
      const [field, value] = line.split(' ')
      return entry(`state:${field}`, value as string)
    })
    const blocks = (more: VisitEntry[]) =>
      gateOf('tip', machine, stateOf([...ready, ...more]), 0).blocks.map((b) => b.field)
    expect(blocks([])).toEqual(['hose-end'])
    expect(blocks([entry('state:hose-end', 'lifted')])).toEqual([])
  })
  it('cautions, and does not alarm, where a panel is off to be watched', () => {
    const watched = dangersOf(
      machine,
      stateOf([entry('state:mains', 'plugged'), entry('state:panels', 'open')]),
    )
    expect(watched).toHaveLength(1)
    expect(watched[0]?.caution).toBe(true)
    const open = dangersOf(machine, stateOf([entry('state:mains', 'plugged'), entry('state:cap', 'open')]))
    expect(open.some((danger) => !danger.caution)).toBe(true)
  })
  it('is not made safe while nothing is said, nor left with a bridged lock', () => {
    expect(unsaidForSafety(machine, stateOf([]))).toEqual(['mains', 'water', 'taps'])
    const bothTaps = { ...machine, valve: { ...machine.valve, taps: ['cold', 'hot'] as const } }
    const cold = stateOf([entry('state:tap-cold', 'shut')])
    expect(unsaidForSafety(bothTaps, cold)).toContain('taps')
    expect(
      unsaidForSafety(bothTaps, stateOf([entry('state:tap-cold', 'shut'), entry('state:tap-hot', 'shut')])),
    ).not.toContain('taps')
    const left = [
      entry('state:mains', 'plugged'),
      entry('state:tap-cold', 'open'),
      entry('state:tap-hot', 'open'),
      entry('state:hose-end', 'standpipe'),
      entry('state:panels', 'closed'),
    ]
    expect(leftOpen(machine, stateOf(left))).toEqual([])
    expect(leftOpen(machine, stateOf([...left, entry('state:lock', 'bypassed')]))[0]?.field).toBe('lock')
    expect(leftOpen(machine, stateOf([])).map((b) => b.field)).toEqual([
      'mains',
      'taps',
      'hose-end',
      'panels',
    ])
  })
  it('does not offer its own pump first where it does not drain', () => {
    const ways = (trusted: boolean) =>
      waysOut(top, site, { kind: 'level', levelMm: 200 }, 60, 10, trusted).filter(
        (way) => way.notHere === null,
      )
    expect(ways(true).some((way) => way.id === 'pump-out')).toBe(true)
    expect(ways(false).at(-1)?.id).toBe('pump-out')
  })
})
