/** The machine as it stands: what stands in the way of an act, what is dangerous, how water gets out. */
export const state = {
  'gate.plugged': 'It is plugged in: pull the plug first.',
  'gate.mains-not-set': 'Plugged in or not: not set.',
  'gate.water-inside':
    '{known, select, yes {{inside} are inside.} other {How much water is inside is not known: up to {inside}.}} Get it out, or set a tray or bucket under it.',
  'gate.catch-too-small':
    '{known, select, yes {{inside} are inside.} other {How much water is inside is not known: up to {inside}.}} What is set under it holds {held}.',
  'gate.disputed': 'Two people entered different things here: settle it first.',
  'gate.tap':
    'The {tap, select, hot {hot} other {cold}} tap is {open, select, yes {open} other {not known to be shut}}: shut it first.',
  'gate.tipped': 'It is tipped: set it upright first.',
  'gate.cap-open': 'The filter cap is open: shut it first.',
  'gate.set-as-unplugged': 'It is set as unplugged: is it plugged in? Set the mains first.',
  'gate.pump-maybe-hot':
    'The pump may have been running before you came: it counts as hot for another {minutes} min, or enter how long it ran.',
  'gate.pump-hot': 'The pump can be too hot to touch for another {minutes} min (estimate).',
  'gate.tip-water': 'Water is inside, or may be: it cannot be tipped.',
  'gate.tip-hose': 'The drain hose holds a column of its own: tie its end up above the tub first.',
  'gate.pump-dry-measured':
    'A connected pump runs while it is measured: at least {least} in the tub, or set its connector as off.',
  'gate.competent': 'Only for someone competent for live work: nobody here is set as that.',
  'gate.cap-open-live': 'The filter cap is open: water and mains together.',
  'gate.door-level-unknown':
    'How high the water stands behind the door is not known: enter it, or get it out first.',
  'gate.door-lip': 'The water stands at the door’s lip or above: get it out first.',
  'gate.door-locked':
    'The door is locked. Unplug, wait two minutes, pull its emergency release; else from above, the top off.',
  'gate.pump-dry': 'Never run the pump dry: at least {least} in the tub first.',

  'leave.bridged': 'A lid or door lock is bridged: take the bridge out before you leave.',
  'leave.cap-open': 'The filter cap is open.',
  'leave.tipped': 'It is tipped.',
  'leave.mains': 'Plugged in or not: not set.',
  'leave.taps': 'Taps open or shut: not set.',
  'leave.hose-end': 'Where the hose end is: not set.',
  'leave.hose-end-out': 'The hose end is not in the pipe.',
  'leave.panel-off': 'A panel is off.',
  'leave.panels': 'Panels on or off: not set.',

  'danger.panel-off-live': 'Plugged in with a panel off: to be watched, not touched. Nobody reaches in.',
  'danger.cap-open-live': 'Plugged in with the filter cap open.',
  'danger.cap-open-wet': 'The filter cap is open with water inside.',
  'danger.tipped-wet': 'Tipped with water inside.',
  'danger.drains-onto-floor': 'The hose end lies below the tub: it drains onto the floor.',
  'danger.bridged': 'A lid or door lock is bridged: for this test only.',

  'way.no-more': 'no more comes out this way',
  'way.no-flap': 'only front loaders with a service flap have one',
  'way.no-water': 'no water stands above the port',
  'way.hose-too-high': 'the hose end lies {by} above the water: lay it lower',
  'way.too-high-for-pump': 'even a sound pump does not lift so high',
} as const
