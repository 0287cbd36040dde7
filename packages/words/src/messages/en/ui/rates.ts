/** Rates & rules. */
export const rates = {
  'bucketFields.upToTheMark': 'Up to the mark',
  'bucketFields.took': 'Took',
  'bucketFields.startTheWatch': 'Start the watch',
  'bucketFields.stopAtTheMark': 'Stop at the mark',
  'bucketFields.toSTellsMoreOther':
    '{flow} to {flow2}{seconds, select, yes {; a larger bucket (over {least} s) tells more} other {}}',
  'bucketFields.litresAndSecondsGiveThe':
    '{units, select, us {Gallons} other {Litres}} and seconds give the flow.',
  'benchCalculators.drops': 'Drops',
  'benchCalculators.expected0To400Faster': 'expected 0 to 400: faster drops run together',
  'benchCalculators.tapAtEachDrop': 'Tap at each drop{taps}',
  'benchCalculators.aDay': '{unit} a day',
  'benchCalculators.withAMiddlingDropA': 'with a middling drop {volume} a day, {hourly}',
  'benchCalculators.countedDropsTo': 'Counted {drops} drops: {hourly} to {hourly2}.',
  'benchCalculators.aHoldOfHalfAn':
    'A hold of half an hour sees a loss from {units, select, us {½ gal/h} other {2 L/h}} by hand: most drips are found by eye and paper, not by level.',
  'benchCalculators.measured': 'Measured',
  'benchCalculators.windingAt': 'Winding at',
  'benchCalculators.expected60To250C': 'expected {units, select, us {-76 to 482 °F} other {-60 to 250 °C}}',
  'benchCalculators.at': 'Ω at {temperature}',
  'benchCalculators.usualForADrainPump':
    'usual for a drain pump {usual} to {usual2} Ω, wide band {wide} to {wide2} Ω',
  'benchCalculators.inTheBandOhmsAlone':
    'In the band. Ohms alone do not clear a pump: one that starts and stops under load can read right.',
  'benchCalculators.aboveTheBandTowardsAn':
    'Above the band: towards an open winding, or a bad contact. Zero the leads and repeat at the terminals.',
  'benchCalculators.belowTheBandTowardsA': 'Below the band: towards a shorted winding.',
  'benchCalculators.low': 'Low',
  'benchCalculators.within': 'Within',
  'benchCalculators.high': 'High',
  'benchCalculators.dead': 'Dead',
  'benchCalculators.liveChecksOnlyBySomeone':
    'Live checks only by someone competent, insulated probes, nobody touching metal; local code and licensed trades go first.',
  'benchCalculators.nominal': 'Nominal',
  'benchCalculators.expected0To1000V': 'expected 0 to 1000 V',
  'benchCalculators.expectedToV': 'expected {loV} to {hiV} V ({source})',
  'benchCalculators.aPumpOnLowVoltage':
    'A pump on low voltage is weak and runs hot: measure at the outlet under load.',
  'benchCalculators.noVoltageOutletFuseResidual': 'No voltage: outlet, fuse, residual current device, plug.',
  'calculatorInputs.aUsualOneOfIts': 'a usual one of its family',
  'waterCalculators.aTapThatGivesLess':
    'A tap that gives less than {units, select, us {3.2 gpm} other {12 L/min}} into a bucket is itself worth a look.',
  'waterCalculators.atATapThisIs': 'At a tap this is enough for an inlet valve: look further down the line.',
  'waterCalculators.gaugeOnTheTap': 'Gauge on the tap',
  'waterCalculators.emptyItsFamilys': 'Empty = its family’s',
  'waterCalculators.toFill': 'to fill',
  'waterCalculators.toForNineOfTen': '{time} to {time2} for nine of ten sound inlets, at {flow} to {flow2}',
  'waterCalculators.below138Kpa20Psi':
    'Below {units, select, us {20 psi} other {1.4 bar (138 kPa)}} the valve may trickle, and may not seal when told to close (common practice, no published source).',
  'waterCalculators.above827Kpa120Psi':
    'Above {units, select, us {120 psi} other {8.3 bar (827 kPa)}} the supply needs reducing (common practice, no published source); local code says from where on.',
  'waterCalculators.atGoodPressureAScreen':
    'At good pressure a screen must be nearly blocked before it slows the fill: a slow fill is then more often the valve or a nearly shut tap.',
  'waterCalculators.fromLevel': 'From level',
  'waterCalculators.toTheFirstAir': 'to the first air',
  'waterCalculators.toForNineOfTen2':
    '{time} to {number} for nine of ten sound machines, at {flow} to {flow2}',
  'waterCalculators.startFrom': 'Start from',
  'waterCalculators.volume': 'Volume',
  'waterCalculators.pressure': 'Pressure',
  'waterCalculators.waterInTheTub': 'Water in the tub',
  'waterCalculators.pressureAtThePort': 'Pressure at the port',
  'waterCalculators.expectedInsideThisTubUp': 'expected inside this tub: up to {level}, {volume}',
  'waterCalculators.standAboveThePortAnd':
    'stand {level} above the port and press {waterPressure} on the sensor',
  'waterCalculators.basketRibsAndLaundryMake':
    'Basket, ribs and laundry make the true volume uncertain by about 3 %. A sensor on a usual air dome shows {level}, since its trapped air gives way a little.',
  'waterCalculators.expectedUpTo': 'expected up to {level}',
  'waterCalculators.bucketHolds': 'Bucket holds',
  'waterCalculators.toTheLip': 'To the lip: {level}',
  'waterCalculators.bucket': 'bucket',
  'waterCalculators.buckets': 'buckets',
  'waterCalculators.haveToComeOut': '{volume} have to come out',
  'waterCalculators.neverOpenAFilterCap':
    'Never open a filter cap or pull a pump hose with this inside. A couple of cups stay behind in pump and hoses: tray and towel (common practice, no published source).',
  'waterCalculators.ofTheFlowAt': '% of the flow at {height}',
  'waterCalculators.aboutThisPumpNoLonger': 'about {flow}; this pump no longer lifts at {height}',
  'waterCalculators.stall': '{flow}, stall {height}',
  'waterCalculators.codesAskForToAbove':
    'Codes ask for {height} to {height2} above the weir of the trap, some at most {height3}. A hose end below the water in the tub siphons.',
} as const
