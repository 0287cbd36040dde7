import type { rates as english } from '../../en/ui/rates.ts'

/** Rates & rules. */
export const rates: Record<keyof typeof english, string> = {
  'bucketFields.upToTheMark': 'Hasta la marca',
  'bucketFields.took': 'Tardó',
  'bucketFields.startTheWatch': 'Arrancar el reloj',
  'bucketFields.stopAtTheMark': 'Parar en la marca',
  'bucketFields.toSTellsMoreOther':
    '{flow} a {flow2}{seconds, select, yes {; un balde más grande (más de {least} s) dice más} other {}}',
  'bucketFields.litresAndSecondsGiveThe':
    '{units, select, us {Galones} other {Litros}} y segundos dan el flujo.',
  'benchCalculators.drops': 'Gotas',
  'benchCalculators.expected0To400Faster': 'se esperaba de 0 a 400: gotas más rápidas se juntan',
  'benchCalculators.tapAtEachDrop': 'Toque con cada gota{taps}',
  'benchCalculators.aDay': '{unit} por día',
  'benchCalculators.withAMiddlingDropA': 'con una gota mediana {volume} por día, {hourly}',
  'benchCalculators.countedDropsTo': 'Contadas {drops} gotas: {hourly} a {hourly2}.',
  'benchCalculators.aHoldOfHalfAn':
    'Un reposo de media hora ve a mano una pérdida desde {units, select, us {½ gal/h} other {2 L/h}}: la mayoría de los goteos se encuentran con el ojo y papel, no por el nivel.',
  'benchCalculators.measured': 'Medido',
  'benchCalculators.windingAt': 'Bobinado a',
  'benchCalculators.expected60To250C':
    'se esperaba de {units, select, us {-76 a 482 °F} other {-60 a 250 °C}}',
  'benchCalculators.at': 'Ω a {temperature}',
  'benchCalculators.usualForADrainPump':
    'usual en una bomba de desagüe {usual} a {usual2} Ω, rango ancho {wide} a {wide2} Ω',
  'benchCalculators.inTheBandOhmsAlone':
    'En el rango. Los ohmios solos no absuelven a una bomba: una que arranca y para con carga puede medir bien.',
  'benchCalculators.aboveTheBandTowardsAn':
    'Por encima del rango: hacia un bobinado abierto, o un mal contacto. Ponga las puntas en cero y repita en los bornes.',
  'benchCalculators.belowTheBandTowardsA': 'Por debajo del rango: hacia un bobinado en corto.',
  'benchCalculators.low': 'Baja',
  'benchCalculators.within': 'Dentro',
  'benchCalculators.high': 'Alta',
  'benchCalculators.dead': 'Muerta',
  'benchCalculators.liveChecksOnlyBySomeone':
    'Mediciones en vivo solo por alguien competente, puntas aisladas, nadie toca metal; primero el código local y el electricista autorizado.',
  'benchCalculators.nominal': 'Nominal',
  'benchCalculators.expected0To1000V': 'se esperaba de 0 a 1000 V',
  'benchCalculators.expectedToV': 'se espera de {loV} a {hiV} V ({source})',
  'benchCalculators.aPumpOnLowVoltage':
    'Una bomba con tensión baja está débil y se calienta: mida en la toma con carga.',
  'benchCalculators.noVoltageOutletFuseResidual': 'Sin tensión: toma, fusible, diferencial, enchufe.',
  'calculatorInputs.aUsualOneOfIts': 'una usual de su familia',
  'waterCalculators.aTapThatGivesLess':
    'Un grifo que da menos de {units, select, us {3.2 gpm} other {12 L/min}} a un balde ya merece una mirada.',
  'waterCalculators.atATapThisIs':
    'En un grifo esto alcanza para una válvula de entrada: siga buscando más adelante.',
  'waterCalculators.gaugeOnTheTap': 'Manómetro en el grifo',
  'waterCalculators.emptyItsFamilys': 'Vacío = lo de su familia',
  'waterCalculators.toFill': 'para llenar',
  'waterCalculators.toForNineOfTen': '{time} a {time2} en nueve de diez entradas sanas, a {flow} a {flow2}',
  'waterCalculators.below138Kpa20Psi':
    'Por debajo de {units, select, us {20 psi} other {1,4 bar (138 kPa)}} la válvula puede gotear, y puede no sellar cuando se le ordena cerrar (práctica común, sin fuente publicada).',
  'waterCalculators.above827Kpa120Psi':
    'Por encima de {units, select, us {120 psi} other {8,3 bar (827 kPa)}} la red necesita un reductor (práctica común, sin fuente publicada); el código local dice desde cuánto.',
  'waterCalculators.atGoodPressureAScreen':
    'Con buena presión un filtro tiene que estar casi tapado para frenar el llenado: entonces un llenado lento es más bien la válvula o un grifo casi cerrado.',
  'waterCalculators.fromLevel': 'Desde el nivel',
  'waterCalculators.toTheFirstAir': 'hasta el primer aire',
  'waterCalculators.toForNineOfTen2': '{time} a {number} en nueve de diez máquinas sanas, a {flow} a {flow2}',
  'waterCalculators.startFrom': 'Empezar desde',
  'waterCalculators.volume': 'Volumen',
  'waterCalculators.pressure': 'Presión',
  'waterCalculators.waterInTheTub': 'Agua en la tina',
  'waterCalculators.pressureAtThePort': 'Presión en la toma',
  'waterCalculators.expectedInsideThisTubUp': 'se esperaba dentro de esta tina: hasta {level}, {volume}',
  'waterCalculators.standAboveThePortAnd':
    'llegan {level} por encima de la toma y hacen {waterPressure} en el sensor',
  'waterCalculators.basketRibsAndLaundryMake':
    'Canasta, aspas y ropa hacen incierto el volumen real en cerca de 3 %. Un sensor con cámara de aire usual marca {level}, porque el aire encerrado cede un poco.',
  'waterCalculators.expectedUpTo': 'se esperaba hasta {level}',
  'waterCalculators.bucketHolds': 'Caben en el balde',
  'waterCalculators.toTheLip': 'Hasta el borde: {level}',
  'waterCalculators.bucket': 'balde',
  'waterCalculators.buckets': 'baldes',
  'waterCalculators.haveToComeOut': 'hay que sacar {volume}',
  'waterCalculators.neverOpenAFilterCap':
    'Nunca abra la tapa del filtro ni saque una manguera de la bomba con esto adentro. Quedan un par de tazas en bomba y mangueras: bandeja y trapo (práctica común, sin fuente publicada).',
  'waterCalculators.ofTheFlowAt': '% del flujo a {height}',
  'waterCalculators.aboutThisPumpNoLonger': 'unos {flow}; esta bomba ya no levanta a {height}',
  'waterCalculators.stall': '{flow}, se detiene a {height}',
  'waterCalculators.codesAskForToAbove':
    'Los códigos piden de {height} a {height2} sobre el vertedero del sifón, algunos a lo más {height3}. Una punta de manguera por debajo del agua de la tina hace sifón.',
}
