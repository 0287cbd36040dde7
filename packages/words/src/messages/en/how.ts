/** How each look is made, in one or two short lines, and what is normal. Common practice, no published source. */
export const how = {
  'how.machine.starts':
    'Door or lid shut, outlet tried with a lamp, tap open; then start a short cycle. Some wait a minute for the lock.',
  'how.pump.sound':
    'Tell it to drain with some water inside and listen at the bottom. Pauses of some minutes belong to many programs.',
  'how.bearing.noise':
    'Empty, unplugged: turn the drum by hand and listen; lift its edge, it should not rock.',
  'how.leak.place':
    'Wipe dry, then look with a torch from the highest wet place down. Choose every place where water is seen.',
  'how.leak.amount':
    'By eye: a film does not run, a trickle runs without drops, a stream fills a cup in a minute.',
  'how.leak.trail': 'Rub it with a white cloth: grey or brown grit, bubbles, or grease.',
  'how.door-opening-spill':
    'Drained, cloth under the door: open it gently. A few spoonfuls from the fold are normal.',
  'how.water-when-off':
    'Unplugged, taps open: mark the level and look again after 10 minutes. Water rising with no current is the valve.',
  'how.tub.spins': 'Empty, lid or door shut: run a spin. It first turns slowly and pauses to balance.',
  'how.drain-hose.look':
    'Follow it from machine to pipe: no kink, a loop above the tub, its end not deeper than a hand in the pipe.',
  'how.standpipe.height': 'Tape from the floor to the rim of the pipe, where the hose hangs over.',
  'how.standpipe.backs-up': 'During a drain look into the pipe: water must not stand or rise in it.',
  'how.tap.look': 'Turn it fully open by hand; count the turns. A stuck tap opens by half a turn only.',
  'how.fill-hose.look': 'Feel along both hoses under pressure, and around both fittings with a dry paper.',
  'how.supply.gauge':
    'Tap shut, hose off, gauge on; open the tap fully and read with no other water running.',
  'how.screens.look':
    'Tap shut, hose off at the valve; pull the screen out straight with pliers and hold it to the light.',
  'how.suds.seen': 'Look through the door or lid during the wash. Foam to half of the glass is normal.',
  'how.dispenser.look': 'Pull the drawer out and look into its box and at the nozzles above.',
  'how.tap.bucket': 'Hose off at the tap, tap fully open: time a bucket to its mark.',
  'how.hose-end.bucket': 'Hose on the tap, its machine end in the bucket: time it to the mark.',
  'how.plug-out-in-fill': 'While water runs in, pull the plug and listen at the valve.',
  'how.meter.look':
    'Top or rear panel off, connector off: look through it, blow gently, the wheel turns freely.',
  'how.leak.phase': 'Everything wiped dry before: watch one phase at a time and choose those that were wet.',
  'how.leak.dry': 'Choose only phases that were watched to their end.',
  'how.leak.drops': 'Count for a minute at one place, level standing.',
  'how.leak.cardboard':
    'A sheet of cardboard under the closed machine for a whole short cycle; read it from above.',
  'how.leak.catch':
    'A cup under the drip for two minutes with the level standing; enter what was caught and the level.',
  'how.leak.stop-level':
    'Lower the level in small steps, wipe, wait two minutes; enter the level at which no drop comes.',
  'how.ruler-vs-indicated': 'Ruler and display read at the same moment, water still.',
  'how.weep-holes':
    'Cabinet off, tub full and run: look with a torch at the holes in the floor of the clutch drum.',
  'how.centre-post': 'Agitator or plate off: look and feel around the post.',
  'how.bellows.look': 'Drained, door open: fold the lip back all round, mark at 12, holes at the bottom.',
  'how.filter-cap.look': 'Feel round the cap with dry fingers; turn it gently: it must meet its stop.',
  'how.level-hose.look':
    'Follow the thin hose from sensor to dome; pull gently at both ends, bend it and look for cracks.',
  'how.air-dome.look': 'Hose off at the dome, tub empty: blow gently into the dome, it must bubble free.',
  'how.stream.look': 'Hose end over a bucket during a drain: the stream fills the hose and jumps out.',
  'how.drain.lift-stop':
    'Pump running, tub half full: raise the hose end until the stream just stops, tape from the floor.',
  'how.drain.caught-back':
    'Pump off: lower the end into a jug at once and let it run out. A cup or two is normal without a flap.',
  'how.pump.runs-for':
    'Probes on both pump terminals, connector on, AC range above mains: time from start to stop while it is told to drain.',
  'how.trap.look':
    'Emptied, tray under it: open the cap gently by a turn, wait, then take it out and look inside with a torch.',
  'how.tub-hose.squeeze': 'Unplugged, pump cool: squeeze the hose along its length; a sock or coin is felt.',
  'how.hose-off-at-pump':
    'Tray and towel: pull the drain hose off at the pump and see from which side water comes.',
  'how.impeller.feel':
    'Unplugged, trap out: turn it with a finger. With a magnet it snaps 2 or 3 times a turn; some play is normal.',
  'how.belt.look': 'Panel off, unplugged: it lies on both pulleys and gives about a finger’s breadth.',
  'how.earth.continuity':
    'Unplugged, lowest ohm range, leads zeroed: earth pin of the plug to bare metal of the frame. Near 0 is sound.',
  'how.insulation':
    'Unplugged, megohm tester, both live pins together to the frame. Never with the electronics connected.',
  'how.pump.winding':
    'Unplugged, connector off, 200 to 2000 Ω range: across the two pump terminals. Wait till it is cool.',
  'how.valve.coil': 'Unplugged, connector off, 2 to 20 kΩ range: across the two terminals of one coil.',
  'how.level-switch.blow':
    'Hose off at the switch, ohm range across its contacts: blow gently until it clicks. An electronic sensor has none.',
  'how.lid-switch.continuity':
    'Unplugged, connector off, ohm range across its contacts, lid or door shut. Near 0 is closed.',
  'how.outlet.voltage':
    'AC range above mains, one hand: live to neutral at the outlet; with a load if it can be done safely.',
  'how.board.pump-pin':
    'AC range above mains, connector on: probes at the board’s two pump pins while it is told to drain.',
  'how.pump.voltage':
    'AC range above mains, connector on: probes at the two pump terminals while it is told to drain.',
  'how.valve.voltage':
    'AC range above mains, connector on, tub empty: probes at the coil while it is told to fill.',
  'how.display.fault':
    'What the display or the lamps show, or showed before it was unplugged; the tech sheet has the table.',
  'how.motor.heard':
    'Ear at the cabinet in a spin or wash: a motor that runs is heard even when nothing turns. Pauses are normal.',
  'how.fill.temperature':
    'Choose a cold fill, then a hot one, and feel the hoses. Saving programs mix cold water in: that is normal.',
  'how.clamps.look':
    'Unplugged, panel off: try each clamp with two fingers; it must not turn. Look for a rust trail below it.',
  'how.recirculation-hose.look':
    'Unplugged, panel off: the thin hose from the pump up to the door. Bend it and look for cracks.',
  'how.filter-cap.turn':
    'Emptied, tray under it: a third of a turn by hand, no pliers. It should go on turning evenly.',
  'how.debris.kind': 'Choose all that was found, and keep it for the customer to see.',
  'how.sump-outlet.look':
    'Unplugged, emptied, hose off at the sump: torch and a finger into the outlet. A baby sock hides there.',
  'how.pump.ports-look':
    'Unplugged, hoses off: torch into both ports and turn the impeller to see all of it.',
  'how.pump.housing-look': 'Unplugged, pump out: look round the housing and shake it, nothing may rattle.',
  'how.drain-hose.flow-through':
    'Hose off at the pump: run water or a snake through it from the machine’s end into a bucket.',
  'how.clutch.feel':
    'Unplugged, panel off: hold the drive and turn the basket by hand. It should drag, not glide.',
  'how.level-switch.type':
    'Two or three blade terminals and a click: contacts. A small plug with thin wires: electronic.',
} as const
